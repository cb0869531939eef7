import { useState } from "react";
import { open as openPdf } from "../../api/client";
import type { DayRow, DaySheet, DaysTold } from "../../api/types";
import { Plain, Strong } from "../../ui/controls";
import { cell, Head } from "../../ui/ListTables";
import { Num } from "../../ui/Num";
import { Sheet } from "../../ui/Sheet";
import { useAnswer } from "../../ui/useAnswer";
import { put, useDesk, valueAt } from "./state";

const NAMES = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"];
const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const date = (day: string) => new Date(`${day}T12:00:00Z`);
const short = (day: string) => `${NAMES[date(day).getUTCDay()]} ${date(day).getUTCDate()} ${MONTHS[date(day).getUTCMonth()]}`;
const apart = (a: string, b: string) => Math.round((date(b).getTime() - date(a).getTime()) / 86_400_000);

/** The string itself: a knot for every day that something is done, slack where it waits, and what hangs on each. */
export function DaysString({ told, look }: { told: DaysTold; look?: (day: string) => void }) {
  const work = told.rows.filter((r) => r.kind !== "visit");
  const days = [...new Set(work.flatMap((r) => [...r.days, ...r.lost.map(([d]) => d)]))].sort();
  return (
    <ol aria-label="Days" className="flex overflow-x-auto px-3 pb-2">
      {days.map((d, i) => (
        <Knot key={d} day={d} before={i ? apart(days[i - 1], d) : 0} told={told} rows={work} look={look && (() => look(d))} />
      ))}
    </ol>
  );
}

/** The days of the job in hand, what may start now and what waits for what. */
export function DaysPanel() {
  const document = useDesk((s) => s.document);
  const [told, wait] = useAnswer<DaysTold>("/api/plan/days", document, "Putting it on days…");
  const [day, setDay] = useState("");
  if (!told) return <div className="bg-board p-3">{wait ?? "Putting it on days…"}</div>;
  return (
    <div className="min-h-0 flex-1 overflow-auto bg-board" data-days>
      {wait}
      <p className="px-3 pt-1.5">
        <b className="text-lg">{told.total}</b> <span className="text-sm text-faint">{told.note}</span>
      </p>
      <DaysString told={told} look={setDay} />
      <Tasks told={told} />
      {day && <DaySheetView day={day} onClose={() => setDay("")} />}
    </div>
  );
}

/** One day on the string; the slack before it is as many days as nothing is done. */
function Knot({ day, before, told, rows, look }: { day: string; before: number; told: DaysTold; rows: DayRow[]; look?: () => void }) {
  const own = rows.filter((r) => r.days.includes(day));
  const lost = rows.flatMap((r) => r.lost.filter(([d]) => d === day).map(([, why]) => ({ name: r.name, why })));
  const chain = own.some((r) => r.chain && r.kind === "work");
  return (
    <li className="flex shrink-0" data-day={day}>
      {before > 1 && (
        <span className="relative block w-14 shrink-0" aria-label={`${before - 1} days without work here`}>
          <svg viewBox="0 0 80 34" preserveAspectRatio="none" className="absolute top-[9px] h-[34px] w-14" aria-hidden="true">
            <path d="M0 1 C 22 30, 58 30, 80 1" fill="none" stroke="var(--signal)" strokeWidth="2" strokeDasharray="4 4" />
          </svg>
          <span className="absolute inset-x-0 top-[2.6rem] text-center text-sm text-faint">
            {before - 1} day{before > 2 ? "s" : ""}
          </span>
        </span>
      )}
      <div className="w-36 shrink-0 border-t-2 border-signal pr-2" style={{ marginTop: "9px" }}>
        <button type="button" onClick={look} disabled={!look} aria-label={`Sheet for ${short(day)}`} className="group -mt-[11px] flex min-h-8 items-center gap-1.5 text-left">
          <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
            <circle cx="10" cy="10" r="7" fill={lost.length ? "var(--board)" : chain ? "var(--signal)" : "var(--timber)"} stroke="var(--ink)" strokeWidth="1.4" />
            {lost.length > 0 && <path d="M5 5 15 15 M15 5 5 15" stroke="var(--bad)" strokeWidth="2.4" />}
          </svg>
          <b className="bg-board px-1 underline decoration-dotted underline-offset-4">
            <Num>{short(day)}</Num>
          </b>
        </button>
        {told.forecast[day] && <p className="text-[0.8125rem] leading-tight text-faint">{told.forecast[day]}</p>}
        {lost.map((l, i) => (
          <p key={i} className="text-sm leading-tight font-semibold text-bad">
            no {l.name.toLowerCase()}: {l.why}
          </p>
        ))}
        {own.map((r) => (
          <p
            key={r.id}
            className={`mt-1 border-l-4 px-1.5 text-[0.9063rem] leading-tight ${r.chain && r.kind === "work" ? "border-signal font-semibold" : "border-rule"} ${r.done ? "text-faint line-through" : ""} ${r.kind === "look" ? "italic" : ""}`}
          >
            {r.days[0] === day ? r.name : `${r.name}, goes on`}
            {r.days[0] === day && r.kind === "work" && <span className="block text-[0.8125rem] font-normal text-faint">{r.hours}</span>}
          </p>
        ))}
      </div>
    </li>
  );
}

function Tasks({ told }: { told: DaysTold }) {
  const done = useDesk((s) => valueAt(s.document, "terms.calendar.done")) ?? {};
  const { edit } = useDesk.getState();
  const turn = (row: DayRow, on: boolean) => {
    const rest = Object.fromEntries(Object.entries(done).filter(([id]) => id !== row.id));
    void edit([put("terms.calendar.done", on ? { ...rest, [row.id]: row.end } : rest)], row.name);
  };
  return (
    <table role="table" aria-label="Tasks" className="cards w-full border-collapse">
      <Head names={["What", "When", "Waits for", ""]} />
      <tbody role="rowgroup">
        {told.rows.map((r) => (
          <tr key={r.id} role="row" data-task={r.id} className={`border-b border-rule align-top ${r.may_start ? "bg-lime" : ""}`}>
            <td role="cell" data-as="" className={`${cell} font-semibold ${r.done ? "line-through" : ""}`}>
              <input type="checkbox" aria-label={`${r.name} is done`} checked={r.done} onChange={(e) => turn(r, e.target.checked)} className="mr-2 h-5 w-5 align-[-3px] accent-[var(--signal)]" />
              {r.name} {r.words && <span className="block text-sm font-normal text-faint">{r.words}</span>}
            </td>
            <td role="cell" data-as="when" className={`${cell} font-semibold whitespace-nowrap`}>
              <Num>{r.when}</Num>
            </td>
            <td role="cell" data-as="waits for" className={`${cell} text-[0.9375rem]`}>{r.waits}</td>
            <td role="cell" data-as="" className={`${cell} text-sm`}>
              {r.may_start && <b className="text-signal">may start now</b>} {r.chain && !r.may_start && "the end waits for it"}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** One day: what is done, what to take along; lost to the weather with one press. */
function DaySheetView({ day, onClose }: { day: string; onClose: () => void }) {
  const document = useDesk((s) => s.document);
  const lost = useDesk((s) => valueAt(s.document, "terms.calendar.lost")) ?? [];
  const feet = useDesk((s) => valueAt(s.document, "units")) === "ft-in";
  const { edit } = useDesk.getState();
  const [sheet, wait] = useAnswer<DaySheet>(`/api/plan/day/${day}`, document, "Writing the day's sheet…");
  const [wrong, setWrong] = useState("");
  const on = lost.includes(day);
  const print = () => openPdf(`/api/plan/day/${day}/${feet ? "letter" : "a4"}.pdf`, { document }).catch((e: Error) => setWrong(e.message));
  return (
    <Sheet open onClose={onClose} title={sheet?.day ?? short(day)} wide>
      {wait}
      {wrong && <p role="alert">{wrong}</p>}
      {sheet && (
        <>
          <p>
            <b>Weather:</b> {sheet.weather}
          </p>
          <div className="mt-2 grid gap-x-6 gap-y-3 sm:grid-cols-2">
            <Part title="To do" lines={sheet.tasks.map((t) => `${t.name}${t.words ? `: ${t.words}` : ""}`)} />
            <Part title="Tools" lines={sheet.tools} />
            <Part title="Material" lines={sheet.material} />
            <Part title="To cut" lines={sheet.cuts} />
            <Part title="Marks" lines={sheet.marks} />
            <Part title="Cautions" lines={sheet.cautions} />
            <Part title="Next" lines={sheet.next} />
          </div>
        </>
      )}
      <p className="mt-3 flex gap-2">
        <Strong onClick={() => void print()}>Print this day</Strong>
        <Plain onClick={() => void edit([put("terms.calendar.lost", on ? lost.filter((d) => d !== day) : [...lost, day])], on ? "day won back" : "day lost").then(onClose)}>
          {on ? "It was worked on after all" : "This day is lost to the weather"}
        </Plain>
      </p>
    </Sheet>
  );
}

function Part({ title, lines }: { title: string; lines: readonly string[] }) {
  if (!lines.length) return null;
  return (
    <section aria-label={title}>
      <h3 className="border-b border-ink font-bold">{title}</h3>
      <ul>
        {lines.map((line, i) => (
          <li key={i} className="py-0.5">
            <Num>{line}</Num>
          </li>
        ))}
      </ul>
    </section>
  );
}
