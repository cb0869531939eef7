import { useCallback, useEffect, useState } from "react";
import { get, post, remove } from "../../api/client";
import type { OffcutHeld } from "../../api/types";
import { Plain } from "../../ui/controls";
import { cell, Head } from "../../ui/ListTables";
import { Num } from "../../ui/Num";

/** Offcuts that were kept: later jobs are cut from them first. */
export function Rack() {
  const [lying, setLying] = useState<OffcutHeld[]>([]);
  const [wrong, setWrong] = useState("");
  const look = useCallback(() => get<OffcutHeld[]>("/api/rack").then(setLying, (e: Error) => setWrong(e.message)), []);
  useEffect(() => void look(), [look]);
  const then = (what: Promise<unknown>) => void what.then(look, (e: Error) => setWrong(e.message));
  return (
    <section id="rack" aria-label="Rack of offcuts" className="mt-6">
      <h2 className="text-lg font-bold">Rack of offcuts</h2>
      {wrong && <p role="alert">{wrong}</p>}
      {lying.length === 0 ? (
        <p>Nothing lies there. Offcuts are put in from a job's Buy &amp; cut, board by board.</p>
      ) : (
        <table role="table" className="cards w-full border-collapse">
          <Head names={["Label", "Section", "Length", "Left from", ""]} />
          <tbody role="rowgroup">
            {lying.map((o) => (
              <tr key={o.id} role="row" className="border-b border-rule" data-offcut={o.label}>
                <td role="cell" data-as="" className={`${cell} font-bold`}>{o.label}</td>
                <td role="cell" data-as="" className={cell}>{o.name}</td>
                <td role="cell" data-as="length" className={`${cell} text-right font-bold`}>
                  <Num>{o.told}</Num>
                </td>
                <td role="cell" data-as="left from" className={cell}>{o.job}</td>
                <td role="cell" data-as="" className={cell}>
                  {o.used_by ? (
                    <>
                      used by {o.used_by} <Plain onClick={() => then(post(`/api/rack/${o.id}/used`, { job: null }))}>It is still there</Plain>
                    </>
                  ) : (
                    <Plain aria-label={`Throw ${o.label} away`} onClick={() => then(remove(`/api/rack/${o.id}`))}>
                      Throw away
                    </Plain>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
