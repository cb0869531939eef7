import { Tabs } from "radix-ui";
import { type ReactNode, useState } from "react";
import { big, BuyTable, cell, CutTable, Head } from "../../ui/ListTables";
import { Num } from "../../ui/Num";
import { SecondLook } from "./SecondLook";
import { Tickets } from "./Tickets";
import { useDesk, useShownDesk } from "./state";
import { useProven } from "./useProven";

const TABS = [
  ["buy", "For the yard"],
  ["cuts", "For the saw"],
  ["marks", "String marks"],
] as const;
const LOOK = "look";
const ORDER = "order";
const TICKETS = "tickets";

function Row({ parts, children }: { parts: readonly string[]; children: ReactNode }) {
  const on = useDesk((s) => parts.length > 0 && s.selected.includes(parts[0]) && s.selected.length === parts.length);
  const { choose } = useDesk.getState();
  return (
    <tr
      role="row"
      tabIndex={0}
      aria-selected={on}
      onClick={() => choose(on ? [] : [...parts])}
      onKeyDown={(e) => e.key === "Enter" && choose(on ? [] : [...parts])}
      className={`cursor-pointer border-b border-rule align-top ${on ? "bg-signal-soft" : "hover:bg-lime"}`}
    >
      {children}
    </tr>
  );
}

const tab =
  "min-h-9 border border-b-0 border-rule px-3 data-[state=active]:border-ink data-[state=active]:bg-ink data-[state=active]:font-semibold data-[state=active]:text-board";
function MarkTable() {
  const desk = useShownDesk();
  const tapes = desk.tapes.filter((t) => desk.trade !== "fence" || t.what === "posts");
  return (
    <div>
      {tapes.map((t) => (
        <section key={`${t.leg} ${t.what}`} className="mb-4">
          <h3 className="px-2 pt-2 font-bold">
            {desk.trade === "fence" ? `Leg ${t.leg + 1}` : `${t.what.charAt(0).toUpperCase()}${t.what.slice(1)} of the deck`}, <Num>{t.length}</Num>; every mark from{" "}
            {desk.trade === "fence" ? `the middle of ${t.marks[0].of}` : "the left end, or the house"}
          </h3>
          <table role="table" className="cards w-full border-collapse">
            <Head names={[desk.trade === "fence" ? "Post" : "Mark", "Kind", "Middle", "Near face", "Far face", ...(t.marks[0].ground ? ["Ground", "Top"] : [])]} />
            <tbody role="rowgroup">
              {t.marks.map((m) => (
                <Row key={m.of} parts={[m.of]}>
                  <td role="cell" data-as="" className={`${cell} font-semibold`}>{m.of}</td>
                  <td role="cell" data-as="" className={cell}>{m.kind}</td>
                  <td role="cell" data-as="middle" className={big}>
                    <Num>{m.text}</Num>
                  </td>
                  <td role="cell" data-as="near face" className={`${cell} text-right`}>
                    <Num>{m.near}</Num>
                  </td>
                  <td role="cell" data-as="far face" className={`${cell} text-right`}>
                    <Num>{m.far}</Num>
                  </td>
                  {m.ground && (
                    <>
                      <td role="cell" data-as="ground" className={`${cell} text-right`}>
                        <Num>{m.ground}</Num>
                      </td>
                      <td role="cell" data-as="top" className={`${cell} text-right`}>
                        <Num>{m.top ?? ""}</Num>
                      </td>
                    </>
                  )}
                </Row>
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </div>
  );
}

/** The order of work: what is done, what it hides, what waits. */
function OrderTable() {
  const order = useShownDesk().schedules.find((s) => s.title === "Order of work");
  if (!order) return <p className="p-3 text-faint" role="status">Putting it in order…</p>;
  return (
    <table role="table" aria-label="Order of work" className="cards numbered w-full border-collapse">
      <Head names={[...order.heads]} />
      <tbody role="rowgroup">
        {order.rows.map((row) => (
          <tr key={row[0]} role="row" className="border-b border-rule align-top">
            {row.map((told, i) => (
              <td key={i} role="cell" data-as={i < 2 ? "" : order.heads[i].toLowerCase()} className={i === 1 ? `${cell} font-semibold sm:w-[36%]` : i === 2 ? `${cell} sm:w-[20%]` : cell}>
                <Num>{told}</Num>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Lists to carry away: to the yard, to the saw, string marks. A row shows its pieces on the drawing above. */
export function Lists() {
  const id = useDesk((s) => s.id);
  const flush = useDesk((s) => s.flush);
  const take = async (list: string) => {
    if (await flush()) window.location.assign(`/api/jobs/${id}/exports/csv/${list}`);
  };
  const desk = useShownDesk();
  const [turn, again] = useState(0);
  const [bought, said] = useProven(turn);
  return (
    <Tabs.Root defaultValue="buy" className="flex min-h-0 flex-1 flex-col bg-board">
      <div className="flex items-end border-b border-ink px-2 pt-1">
      <Tabs.List aria-label="Lists" className="flex flex-wrap items-end gap-1">
        {TABS.map(([key, name]) => (
          <Tabs.Trigger
            key={key}
            value={key}
            className={tab}
          >
            {name}
          </Tabs.Trigger>
        ))}
        <Tabs.Trigger value={TICKETS} className={tab}>
          Board by board
        </Tabs.Trigger>
        <Tabs.Trigger value={ORDER} className={tab}>
          Order of work
        </Tabs.Trigger>
        {desk.asked.length > 0 && (
          <Tabs.Trigger value={LOOK} className={tab}>
            Second look
          </Tabs.Trigger>
        )}
      </Tabs.List>
        <span className="ml-auto pb-1 text-sm max-sm:hidden">
          Take as CSV:{" "}
          {TABS.map(([key, name]) => (
            <button key={key} type="button" onClick={() => void take(key)} className="px-1 underline underline-offset-4">
              {name.replace("For the ", "").toLowerCase()}
            </button>
          ))}
        </span>
      </div>
      <Tabs.Content value="buy" className="min-h-0 flex-1 overflow-auto">
        {said}
        <BuyTable rows={bought?.buy ?? desk.buy} Row={Row} ticked={`${id} buy`} />
      </Tabs.Content>
      <Tabs.Content value="cuts" className="min-h-0 flex-1 overflow-auto">
        <CutTable rows={desk.cuts} Row={Row} />
      </Tabs.Content>
      <Tabs.Content value={TICKETS} className="min-h-0 flex-1 overflow-auto">
        {said}
        {bought && <Tickets rows={bought.tickets} racked={() => again(turn + 1)} />}
      </Tabs.Content>
      <Tabs.Content value="marks" className="min-h-0 flex-1 overflow-auto">
        <MarkTable />
      </Tabs.Content>
      <Tabs.Content value={ORDER} className="min-h-0 flex-1 overflow-auto">
        <OrderTable />
      </Tabs.Content>
      <Tabs.Content value={LOOK} className="min-h-0 flex-1 overflow-auto">
        {desk.asked.length > 0 && <SecondLook />}
      </Tabs.Content>
    </Tabs.Root>
  );
}
