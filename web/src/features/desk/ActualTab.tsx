import { type FormEvent, useCallback, useEffect, useState } from "react";
import { get, post, Refused, remove, send } from "../../api/client";
import type { ActualsTold } from "../../api/types";
import { Plain, Strong } from "../../ui/controls";
import { FileButton } from "../../ui/FileButton";
import { big, cell, Head } from "../../ui/ListTables";
import { Num } from "../../ui/Num";
import { useDesk } from "./state";

const SECTIONS = { goods: "goods", work: "work", hire: "hire", away: "taken away", brought: "delivery and travel" };
const blank = () => ({ day: new Date().toISOString().slice(0, 10), section: "goods", words: "", amount: "", hours: "" });
const box = "block min-h-9 border-b-2 border-ink/50 bg-lime px-1 text-base font-semibold text-ink";

/** Receipts and hours against what the job was costed at: where it ran over, and why. */
export function ActualTab() {
  const id = useDesk((s) => s.id);
  const flush = useDesk((s) => s.flush);
  const [told, setTold] = useState<ActualsTold | null>(null);
  const [wrong, setWrong] = useState("");
  const [row, setRow] = useState(blank);
  const path = `/api/jobs/${id}/actuals`;
  const run = useCallback(
    async (what: () => Promise<ActualsTold>) => {
      try {
        await flush();
        setTold(await what());
        setWrong("");
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        setWrong((error.problem.errors ?? []).map((e) => `${e.field}: ${e.message}. Allowed: ${e.allowed}.`).join(" ") || (error.problem.detail ?? ""));
      }
    },
    [flush],
  );
  useEffect(() => void run(() => get<ActualsTold>(path)), [run, path]);
  const add = (event: FormEvent) => {
    event.preventDefault();
    const entry = { ...row, amount: row.amount || "0", hours: row.hours ? Number(row.hours) : null };
    void run(() => post<ActualsTold>(path, [entry])).then(() => setRow({ ...blank(), section: row.section }));
  };
  const field = (key: keyof typeof row, name: string, wide: string, type = "text") => (
    <label className="text-sm text-faint">
      {name}
      <input type={type} value={row[key]} onChange={(e) => setRow({ ...row, [key]: e.target.value })} inputMode={key === "amount" || key === "hours" ? "decimal" : undefined} className={`${box} ${wide}`} />
    </label>
  );
  return (
    <div>
      <form onSubmit={add} className="flex flex-wrap items-end gap-3">
        {field("day", "Day", "w-40", "date")}
        <label className="text-sm text-faint">
          For
          <select value={row.section} onChange={(e) => setRow({ ...row, section: e.target.value })} className={box}>
            {Object.entries(SECTIONS).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
        </label>
        {field("words", "What, and why", "w-64")}
        {field("amount", "Amount", "w-28")}
        {row.section === "work" && field("hours", "Hours", "w-20")}
        <Strong type="submit">Write it down</Strong>
        <FileButton words="Bring in CSV" accept=".csv" take={(file) => void run(() => send<ActualsTold>("POST", `${path}/csv`, file))} />
      </form>
      {wrong && (
        <p role="alert" className="mt-2 border-l-4 border-bad pl-2">
          {wrong}
        </p>
      )}
      {told && (
        <>
          <table role="table" aria-label="Planned against taken" className="cards mt-3 w-full border-collapse">
            <Head names={["", "Planned", "Taken", "Difference", "Where, and why"]} />
            <tbody role="rowgroup">
              {told.against.rows.map((r) => (
                <tr key={r.key} role="row" className="border-b border-rule align-top">
                  <th role="rowheader" scope="row" className={`${cell} text-left font-semibold`}>{r.name}</th>
                  <td role="cell" data-as="planned" className={`${cell} text-right`}>
                    <Num>{r.planned}</Num>
                  </td>
                  <td role="cell" data-as="taken" className={big}>
                    <Num>{r.taken}</Num>
                  </td>
                  <td role="cell" data-as="" className={`${cell} text-right font-semibold ${r.over ? "text-bad" : ""}`}>{r.difference}</td>
                  <td role="cell" data-as="" className={`${cell} text-sm`}>{[r.hours, ...r.why].filter(Boolean).join("; ")}</td>
                </tr>
              ))}
              <tr role="row" className="border-t border-ink font-bold">
                <th role="rowheader" scope="row" className={`${cell} text-left`}>Together</th>
                <td role="cell" data-as="planned" className={`${cell} text-right`}>{told.against.planned}</td>
                <td role="cell" data-as="taken" className={big}>{told.against.taken}</td>
                <td role="cell" data-as="" className={`${cell} text-right ${told.against.over ? "text-bad" : ""}`}>{told.against.difference}</td>
                <td role="cell" />
              </tr>
            </tbody>
          </table>
          <ul className="mt-3" aria-label="Receipts and hours">
            {told.entries.map((e) => (
              <li key={e.id} className="flex flex-wrap items-baseline gap-3 border-t border-rule py-1">
                <span>{e.entry.day}</span>
                <span className="text-faint">{SECTIONS[e.entry.section]}</span>
                <b className="flex-1">{e.entry.words}</b>
                {e.entry.hours != null && <span>{e.entry.hours} h</span>}
                <b>{Number(e.entry.amount) ? String(e.entry.amount) : ""}</b>
                <Plain aria-label={`Strike out ${e.entry.words}`} onClick={() => void run(async () => (await remove(`${path}/${e.id}`), get<ActualsTold>(path)))}>
                  Strike out
                </Plain>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
