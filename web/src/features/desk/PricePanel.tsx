import { Tabs } from "radix-ui";
import { Fragment, useEffect, useState } from "react";
import { get, post, Refused } from "../../api/client";
import type { CostTold, Given, OrderTold, SupplierSide } from "../../api/types";
import { Plain, Strong } from "../../ui/controls";
import { big, cell, Head } from "../../ui/ListTables";
import { Num } from "../../ui/Num";
import { useAnswer } from "../../ui/useAnswer";
import { useTicks } from "../../ui/useTicks";
import { ActualTab } from "./ActualTab";
import { Figure, Tick } from "./fields";
import { Say } from "./Say";
import { put, useDesk, valueAt } from "./state";
import { Worked } from "./Working";

const tab =
  "min-h-9 border border-b-0 border-rule px-3 data-[state=active]:border-ink data-[state=active]:bg-ink data-[state=active]:font-semibold data-[state=active]:text-board";

/** What the job costs, who has it for less, and what the customer is told. */
export function PricePanel() {
  const document = useDesk((s) => s.document);
  const asked = useJobAsked();
  const [cost, wait] = useAnswer<CostTold>("/api/plan/price", document, "Working out the price…", asked);
  return (
    <Tabs.Root defaultValue="cost" className="flex min-h-0 flex-1 flex-col bg-board">
      <div className="flex flex-wrap items-end border-b border-ink px-2 pt-1">
      <Tabs.List aria-label="Price" className="flex flex-wrap items-end gap-1">
        <Tabs.Trigger value="cost" className={tab}>
          Cost, line by line
        </Tabs.Trigger>
        <Tabs.Trigger value="suppliers" className={tab}>
          Suppliers
        </Tabs.Trigger>
        <Tabs.Trigger value="orders" className={tab}>
          Orders
        </Tabs.Trigger>
        <Tabs.Trigger value="actual" className={tab}>
          What it took
        </Tabs.Trigger>
        <Tabs.Trigger value="quote" className={tab}>
          Quotation
        </Tabs.Trigger>
      </Tabs.List>
        {cost && (
          <p className="ml-auto pb-0.5 text-right leading-tight" aria-live="polite" data-total>
            <b className="text-xl">
              <Num>{cost.total}</Num>
            </b>{" "}
            <Num>{cost.per}</Num>
            {cost.unpriced.length > 0 && (
              <span className="block text-sm font-semibold text-bad">
                without {cost.unpriced.length} thing{cost.unpriced.length > 1 ? "s" : ""} that have no price
              </span>
            )}
          </p>
        )}
      </div>
      {wait}
      <Tabs.Content value="cost" className="min-h-0 flex-1 overflow-auto">
        {cost && <CostTable cost={cost} />}
      </Tabs.Content>
      <Tabs.Content value="suppliers" className="min-h-0 flex-1 overflow-auto p-3">
        <Suppliers />
      </Tabs.Content>
      <Tabs.Content value="orders" className="min-h-0 flex-1 overflow-auto p-3">
        <Orders />
      </Tabs.Content>
      <Tabs.Content value="actual" className="min-h-0 flex-1 overflow-auto p-3">
        <ActualTab />
      </Tabs.Content>
      <Tabs.Content value="quote" className="min-h-0 flex-1 overflow-auto p-3">
        <QuoteTab />
      </Tabs.Content>
    </Tabs.Root>
  );
}

function CostTable({ cost }: { cost: CostTold }) {
  return (
    <div className="lg:flex lg:items-start">
      <table role="table" aria-label="Cost" className="cards w-full min-w-[40rem] border-collapse lg:flex-1">
        <Head names={["What", "Length", "How many", "Unit", "Each", "Together", "From"]} />
        <tbody role="rowgroup">
          {cost.rows.map((r, i) => (
            <Fragment key={i}>
              {(i === 0 || cost.rows[i - 1].group !== r.group) && (
                <tr role="row">
                  <th role="rowheader" colSpan={7} scope="rowgroup" className="px-2 pt-2 text-left text-sm font-bold text-faint">
                    {r.group}
                  </th>
                </tr>
              )}
              <tr role="row" className={`border-b border-rule align-top ${r.total ? "" : "bg-signal-soft"}`}>
                <td role="cell" data-as="" className={`${cell} font-semibold`}>{r.what}</td>
                <td role="cell" data-as="length" className={`${cell} whitespace-nowrap`}>
                  <Num>{r.length}</Num>
                </td>
                <td role="cell" data-as="" className={`${cell} text-right`}>{r.count}</td>
                <td role="cell" data-as="" className={`${cell} whitespace-nowrap`}>{r.unit}</td>
                <td role="cell" data-as="each" className={`${cell} text-right whitespace-nowrap`}>{r.each}</td>
                <td role="cell" data-as="together" className={big}>{r.total || <span className="text-bad">no price</span>}</td>
                <td role="cell" data-as="from" className={`${cell} text-sm text-faint`}>
                  {[r.supplier, r.how].filter(Boolean).join(", ")}
                  {r.lacks > 0 && <b className="text-bad">; {r.lacks} more than they have</b>}
                </td>
              </tr>
            </Fragment>
          ))}
        </tbody>
      </table>
      <aside aria-label="Totals" className="border-rule p-3 lg:sticky lg:top-0 lg:w-72 lg:border-l">
        <dl>
          {cost.subtotals.map((s) => (
            <div key={s.key} className={`flex justify-between gap-3 py-[2px] ${["direct", "net", "total"].includes(s.key) ? "border-t border-ink font-bold" : ""} ${s.key === "total" ? "text-lg" : ""}`}>
              <dt>{s.name}</dt>
              <dd>
                <Worked own={cost.workings[s.working]} className="whitespace-nowrap">
                  <Num>{s.text}</Num>
                </Worked>
              </dd>
            </div>
          ))}
        </dl>
        {cost.unpriced.length > 0 && (
          <div className="mt-2 border-l-4 border-bad pl-2">
            <h3 className="font-bold">Has no price, and is not in it</h3>
            <ul>
              {cost.unpriced.map((what) => (
                <li key={what}>{what}</li>
              ))}
            </ul>
          </div>
        )}
        {cost.missing.length > 0 && <p className="mt-2 text-bad">{cost.missing.length} of the chosen books are no longer there.</p>}
        <p className="mt-2 text-sm text-faint">{cost.proof}</p>
      </aside>
    </div>
  );
}

/** Who asks: what a saved job uses of the rack stays with it. */
const useJobAsked = () => JSON.stringify({ job: useDesk((s) => s.id) });

/** What each supplier brings, and when; ticked off as it is collected. */
function Orders() {
  const document = useDesk((s) => s.document);
  const [have, turn] = useTicks(`${useDesk((s) => s.id)} orders`);
  const [orders, wait] = useAnswer<OrderTold[]>("/api/plan/orders", document, "Writing the orders…", useJobAsked());
  if (!orders) return wait ?? <p className="text-faint">Writing the orders…</p>;
  return (
    <div>
      {wait}
      {orders.map((order) => (
        <section key={`${order.supplier} ${order.delivery}`} className="mb-5" data-order={order.supplier || "nobody"}>
          <h3 className="font-bold">
            {order.supplier || "Nobody in the books has it"}, {order.words}: <Num>{order.total}</Num>
            {order.lead_days > 0 && <span>, there {order.lead_days} working days after it is ordered</span>}
            {order.unpriced > 0 && <span className="text-bad">, without {order.unpriced} that have no price</span>}
          </h3>
          <ul>
            {order.rows.map((r, i) => (
              <li key={i} className="border-b border-rule">
                <label className="flex min-h-9 items-baseline gap-2 py-1">
                  <input
                    type="checkbox"
                    checked={have(`${order.supplier} ${r.what} ${r.length}`)}
                    onChange={() => turn(`${order.supplier} ${r.what} ${r.length}`)}
                    className="h-5 w-5 self-center accent-[var(--signal)]"
                  />
                  <b className="w-16 text-right">{r.count}</b>
                  <span className="flex-1">
                    {r.unit} {r.what} <Num>{r.length}</Num>
                  </span>
                  <span className="text-sm text-faint">{r.group}</span>
                  <b className="w-24 text-right">{r.total}</b>
                </label>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

/** Yards beside each other: what each would cost, what it lacks, what would do instead. */
function Suppliers() {
  const document = useDesk((s) => s.document);
  const chosen = useDesk((s) => valueAt(s.document, "terms.suppliers")) ?? [];
  const { edit } = useDesk.getState();
  const same = (of: readonly string[]) => of.length === chosen.length && of.every((name) => chosen.includes(name));
  const [sides, wait] = useAnswer<SupplierSide[]>("/api/plan/suppliers", document, "Asking each yard's book…");
  if (!sides) return wait ?? <p className="text-faint">Comparing…</p>;
  if (!sides.length) return <p>No yard's prices are chosen: tick at least one book above.</p>;
  return (
    <div className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
      {wait}
      {sides.map((side) => (
        <section key={side.name} className={`border p-3 ${side.best ? "border-2 border-ink" : "border-rule"}`} data-supplier={side.suppliers.length === 1 ? side.suppliers[0] : "together"}>
          <h3 className="font-bold">{side.name[0].toUpperCase() + side.name.slice(1)}</h3>
          <p className="text-xl font-bold">
            <Num>{side.total}</Num>
          </p>
          <p>
            Goods <Num>{side.goods}</Num>, deliveries <Num>{side.deliveries}</Num>
          </p>
          {side.suppliers.length > 1 && (
            <p className="text-sm">
              {Object.entries(side.lines)
                .map(([name, n]) => `${n} line${n === 1 ? "" : "s"} from ${name}`)
                .join(", ")}
            </p>
          )}
          <Plain
            className="mt-1"
            aria-pressed={same(side.suppliers)}
            onClick={() => void edit([put("terms.suppliers", same(side.suppliers) ? [] : side.suppliers)], "suppliers")}
          >
            {same(side.suppliers) ? "Bought this way; buy where it costs least" : "Buy this way"}
          </Plain>
          {side.best && <p className="font-semibold text-signal">The least, of those that lack the least</p>}
          {side.lacks.length === 0 ? (
            <p>Has everything.</p>
          ) : (
            <>
              <p className="mt-1 font-semibold">Lacks, and it is not in the price:</p>
              <ul>
                {side.lacks.map((lack, i) => (
                  <li key={i} className="border-t border-rule py-0.5">
                    {lack.what}
                    {lack.instead && <span className="block text-sm">instead: {lack.instead}</span>}
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
      ))}
    </div>
  );
}

/** What the customer reads, and every quotation that was given. */
function QuoteTab() {
  const id = useDesk((s) => s.id);
  const flush = useDesk((s) => s.flush);
  const quote = useDesk((s) => valueAt(s.document, "terms.quote"));
  const feet = useDesk((s) => valueAt(s.document, "units")) === "ft-in";
  const { edit } = useDesk.getState();
  const [given, setGiven] = useState<Given[]>([]);
  const [wrong, setWrong] = useState("");
  const look = () => get<Given[]>(`/api/jobs/${id}/quotations`).then(setGiven, (e: Error) => setWrong(e.message));
  useEffect(() => void get<Given[]>(`/api/jobs/${id}/quotations`).then(setGiven, (e: Error) => setWrong(e.message)), [id]);
  if (!quote) return null;
  const payments = quote.payments ?? [];
  const give = async () => {
    try {
      if (!(await flush())) throw new Error("Not while there are changes that are not saved.");
      await post(`/api/jobs/${id}/quotations`, {});
      setWrong("");
      await look();
    } catch (error) {
      setWrong(error instanceof Refused ? (error.problem.detail ?? error.message) : (error as Error).message);
    }
  };
  const stages = (next: readonly { when: string; pct: number }[]) => edit([put("terms.quote.payments", next)], "payments");
  return (
    <div className="grid gap-4 lg:grid-cols-2">
      <section aria-label="What it says">
        <label className="block">
          <span className="text-sm text-faint">What you say to the customer</span>
          <textarea
            key={quote.words}
            rows={3}
            maxLength={2000}
            defaultValue={quote.words}
            onBlur={(e) => e.target.value !== quote.words && void edit([put("terms.quote.words", e.target.value)], "wording")}
            className="w-full border-b-2 border-ink/50 bg-board px-1"
          />
        </label>
        <label className="mt-2 block">
          <span className="text-sm text-faint">Not included, one a line</span>
          <textarea
            key={(quote.exclusions ?? []).join("\n")}
            rows={4}
            defaultValue={(quote.exclusions ?? []).join("\n")}
            onBlur={(e) => void edit([put("terms.quote.exclusions", e.target.value.split("\n").map((x) => x.trim()).filter(Boolean))], "exclusions")}
            className="w-full border-b-2 border-ink/50 bg-board px-1"
          />
        </label>
        <Say>
          It holds for <Figure path="terms.quote.valid_days" name="Valid" unit="days" />. <Tick path="terms.quote.options" words="offer the variants as options" />
        </Say>
        <h3 className="mt-1 font-bold">Payments</h3>
        <label className="block">
          <span className="text-sm text-faint">One a line: its share, then when</span>
          <textarea
            key={asLines(payments)}
            rows={Math.max(2, payments.length)}
            defaultValue={asLines(payments)}
            aria-label="Payments"
            onBlur={(e) => e.target.value !== asLines(payments) && void stages(ofLines(e.target.value))}
            className="w-full border-b-2 border-ink/50 bg-board px-1"
          />
        </label>
        <p className="mt-1 flex flex-wrap gap-2">
          {SPLITS.map(([name, split]) => (
            <Plain key={name} onClick={() => void stages(split)}>
              {name}
            </Plain>
          ))}
        </p>
      </section>
      <section aria-label="Given">
        <Strong onClick={() => void give()}>Give this quotation</Strong>
        <p className="text-sm text-faint">It is kept as it is: later prices change nothing in it.</p>
        {wrong && (
          <p role="alert" className="mt-1 border-l-4 border-bad pl-2">
            {wrong}
          </p>
        )}
        <ul className="mt-2">
          {given.map((g) => (
            <li key={g.number} className="flex flex-wrap items-baseline gap-x-3 border-t border-rule py-1" data-quotation={g.number}>
              <b>No. {g.number}</b>
              <b className="text-lg">
                <Num>{g.quotation.total}</Num>
              </b>
              <span>
                {g.quotation.day}, holds until {g.quotation.valid_until}
              </span>
              {g.quotation.without.length > 0 && <span className="text-bad">without {g.quotation.without.length} things that had no price</span>}
              <a href={`/api/jobs/${id}/quotations/${g.number}/${feet ? "letter" : "a4"}.pdf`} target="_blank" rel="noreferrer" className="underline underline-offset-4">
                PDF
              </a>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

const asLines = (stages: readonly { when: string; pct: number }[]) => stages.map((s) => `${s.pct} % ${s.when}`).join("\n");
const ofLines = (text: string) =>
  text
    .split("\n")
    .filter((line) => line.trim())
    .map((line) => {
      const found = /^\s*([\d.]+)\s*%?\s*(.*?)\s*$/.exec(line);
      return found ? { pct: Number(found[1]), when: found[2] } : { pct: 0, when: line.trim() }; // no share: refused in words, and kept to be mended
    });

const SPLITS: readonly [string, { when: string; pct: number }[]][] = [
  ["All at the end", [{ when: "when it is done", pct: 100 }]],
  [
    "Thirds",
    [
      { when: "on ordering the material", pct: 34 },
      { when: "when the posts are set", pct: 33 },
      { when: "when it is done", pct: 33 },
    ],
  ],
  [
    "Half and half",
    [
      { when: "on ordering the material", pct: 50 },
      { when: "when it is done", pct: 50 },
    ],
  ],
];
