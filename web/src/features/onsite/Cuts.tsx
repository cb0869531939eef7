import { useState } from "react";
import type { SiteSheet } from "../../api/types";
import { Misfits } from "./Misfits";
import { Big, Facts, Figure, OneOf } from "./parts";
import { ticketsWith } from "./seen";
import { useOnSite } from "./state";

/** At the saw: one ticket at a time, from what, how many. */
export function Cuts({ sheet, part }: { sheet: SiteSheet; part: string }) {
  const waiting = useOnSite((s) => s.waiting);
  const { enter } = useOnSite.getState();
  const tickets = ticketsWith(sheet, waiting);
  const [on, setOn] = useState(() => ((part ? tickets.find((t) => t.labels.includes(part)) : tickets.find((t) => t.ready && t.cut < t.count)) ?? tickets[0])?.labels[0] ?? "");
  const at = Math.max(0, tickets.findIndex((t) => t.labels.includes(on)));
  const go = (n: number) => setOn(tickets[n].labels[0]);
  const ticket = tickets[at];
  if (!ticket) return <p className="p-4 text-lg">Nothing is cut on this job.</p>;
  const left = ticket.count - ticket.cut;
  const forWhom = ticket.todo.length ? ticket.todo : ticket.labels;
  const cut = (count: number, kept = false) =>
    void enter("cut", ticket.key, {
      good: ticket.good,
      length_mm: ticket.length_mm,
      label: count === 1 ? (ticket.todo[0] ?? "") : "",
      count,
      rack: ticket.rack,
      left_mm: kept ? ticket.left_mm : null,
    });
  return (
    <OneOf all={tickets} at={at} go={go} done={(t) => t.cut >= t.count} name={(t) => t.labels[0]} id={(t) => t.key}>
      <article data-ticket={ticket.labels[0]}>
        <h2 className="text-2xl font-bold">
          {ticket.section} <span className="text-lg font-normal text-faint">{ticket.kind}</span>
        </h2>
        <Figure name={ticket.ends}>{ticket.length}</Figure>
        <Facts
          rows={[
            ["Rip", ticket.width],
            ["From", ticket.source],
            ["How many", ticket.cut ? (left ? `${left} more of ${ticket.count}` : `all ${ticket.count} are cut`) : String(ticket.count)],
            ["For", forWhom.slice(0, 5).join(", ") + (forWhom.length > 5 ? "…" : "")],
          ]}
        />
        {!ticket.ready && <p className="mt-2 border-l-4 border-bad pl-2 text-lg font-semibold text-bad">Not yet: {ticket.why}.</p>}
        {ticket.unsent && <p className="mt-1 text-faint">Not sent yet.</p>}
        <div className="mt-3 grid grid-cols-2 gap-2">
          <Big strong disabled={left < 1} onClick={() => cut(1)}>
            {left < 1 ? "All cut" : "One is cut"}
          </Big>
          <Big disabled={left < 2} onClick={() => cut(left)}>
            All {left > 1 ? left : ""} are cut
          </Big>
          {ticket.left && left > 0 && (
            <Big className="col-span-2" onClick={() => cut(1, true)}>
              One is cut, its board is done: {ticket.left} to the rack
            </Big>
          )}
          {ticket.entries.length > 0 && (
            <Big className="col-span-2" onClick={() => void enter("settled", ticket.key, { why: "not cut after all" }, { answers: ticket.entries.slice(-1) })}>
              The last one was not cut
            </Big>
          )}
        </div>
        <Misfits sheet={sheet} className="mt-3 text-lg" />
        <p className="mt-3 text-faint">
          {sheet.saw.done} of {sheet.saw.total} pieces are cut.
        </p>
      </article>
    </OneOf>
  );
}
