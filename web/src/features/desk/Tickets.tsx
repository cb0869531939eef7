import { Fragment, useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { get, post } from "../../api/client";
import type { OffcutHeld, TicketRow } from "../../api/types";
import { Plain } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { useDesk } from "./state";

/** About what a letter of a label and a figure take, and what stands on both sides, in dots. */
const LETTER_PX = 6.8, FIGURE_PX = 5.4, BESIDE_PX = 6;
/** What does not fit into its piece is told below the board, by a letter. */
const LETTERS = "abcdefghijklmnopqrstuvwxyz";

/** Every board with the pieces that come from it, to one scale; what is cut to fit is hatched. */
export function Tickets({ rows, racked }: { rows: readonly TicketRow[]; racked: () => void }) {
  const job = useDesk((s) => s.id);
  const [rack, setRack] = useState<OffcutHeld[]>([]);
  const [said, say] = useState("");
  useEffect(() => void get<OffcutHeld[]>("/api/rack").then(setRack, () => setRack([])), []);
  const list = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(900);
  useEffect(() => {
    const seen = new ResizeObserver(([entry]) => setWidth(entry.contentRect.width));
    if (list.current) seen.observe(list.current);
    return () => seen.disconnect();
  }, []);
  const fits = (wide: number, label: string, length: string) => wide * width >= Math.max(LETTER_PX * label.length, FIGURE_PX * length.length) + BESIDE_PX;
  const there = (r: TicketRow) => rack.filter((o) => o.job_id === job && o.section === r.material && Math.abs(o.length_mm - r.left_mm) < 1).length;
  const kept = rows.filter((r) => r.kept).map((r) => ({ ...r, count: Math.max(0, r.count - there(r)) })).filter((r) => r.count > 0);
  const many = kept.reduce((n, r) => n + r.count, 0);
  const keep = () =>
    post<OffcutHeld[]>("/api/rack", kept.map((r) => ({ section: r.material, length_mm: r.left_mm, count: r.count, job }))).then(
      (added) => {
        say(`${added.length} in the rack: ${added.map((o) => o.label).join(", ")}.`);
        racked();
      },
      (e: Error) => say(e.message),
    );
  const use = (label: string) => {
    const found = rack.find((o) => o.label === label);
    if (found) void post(`/api/rack/${found.id}/used`, { job }).then(() => (say(`${label} is used up by this job.`), racked()), (e: Error) => say(e.message));
  };
  return (
    <div ref={list} className="p-2" data-tickets>
      <p className="text-sm text-faint">
        To scale, from the trimmed end on. <span className="border-b-2 border-signal">Underlined</span> pieces are cut to fit: measure their place first.
      </p>
      {(many > 0 || said) && (
        <p className="flex flex-wrap items-center gap-2">
          {many > 0 && !said && (
            <Plain onClick={() => void keep()}>
              Put {many} offcut{many > 1 ? "s" : ""} into the rack
            </Plain>
          )}
          <span role="status">{said}</span>
          <Link to="/prices#rack" className="underline underline-offset-4">
            The rack
          </Link>
        </p>
      )}
      {rows.map((row, i) => (
        <Fragment key={i}>
          {(i === 0 || rows[i - 1].section !== row.section) && <h3 className="mt-3 font-bold">{row.section}</h3>}
          <div className="mt-1.5">
            <p className="text-[0.9375rem]">
              <b>
                <Num>{row.stock}</Num>
              </b>{" "}
              {row.boards}
              {row.racked && <Plain className="ml-2 min-h-7 py-0" onClick={() => use(row.racked)}>It is cut</Plain>}
              {row.left && (
                <>
                  , left <Num>{row.left}</Num>
                  {row.kept && <b>, keep it</b>}
                </>
              )}
            </p>
            <div className="relative h-9 border border-dashed border-ink/60 bg-board" style={{ width: `${row.wide * 100}%` }}>
              {row.pieces.map(([at, wide, label, length, fitted], n) => (
                <div
                  key={n}
                  title={`${label}, ${length}${fitted ? ", cut to fit" : ""}`}
                  className={`absolute inset-y-0 overflow-hidden border border-ink bg-lime px-0.5 text-center text-[0.75rem] leading-[1.05rem] whitespace-nowrap ${fitted ? "border-b-[3px] border-b-signal" : ""}`}
                  style={{ left: `${(at / row.wide) * 100}%`, width: `${(wide / row.wide) * 100}%` }}
                >
                  {fits(wide, label, length) ? (
                    <>
                      <b className="block">{label}</b>
                      <Num>{length}</Num>
                    </>
                  ) : (
                    <b className="leading-8">{LETTERS[n % LETTERS.length]}</b>
                  )}
                </div>
              ))}
            </div>
            {row.pieces.some(([, wide, label, length]) => !fits(wide, label, length)) && (
              <p className="text-[0.8125rem]">
                {row.pieces.map(([, wide, label, length], n) =>
                  fits(wide, label, length) ? null : (
                    <span key={n} className="mr-3 inline-block">
                      <b>{LETTERS[n % LETTERS.length]}</b> {label} <Num>{length}</Num>
                    </span>
                  ),
                )}
              </p>
            )}
          </div>
        </Fragment>
      ))}
    </div>
  );
}
