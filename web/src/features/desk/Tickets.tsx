import { Fragment } from "react";
import type { TicketRow } from "../../api/types";
import { Num } from "../../ui/Num";

/** Every board with the pieces that come from it, to one scale; what is cut to fit is hatched. */
export function Tickets({ rows }: { rows: readonly TicketRow[] }) {
  return (
    <div className="p-2" data-tickets>
      <p className="text-sm text-faint">
        To scale, from the trimmed end on. <span className="border-b-2 border-signal">Underlined</span> pieces are cut to fit: measure their place first.
      </p>
      {rows.map((row, i) => (
        <Fragment key={i}>
          {(i === 0 || rows[i - 1].section !== row.section) && <h3 className="mt-3 font-bold">{row.section}</h3>}
          <div className="mt-1.5">
            <p className="text-[0.9375rem]">
              <b>
                <Num>{row.stock}</Num>
              </b>{" "}
              {row.boards}
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
                  <b className="block">{label}</b>
                  <Num>{length}</Num>
                </div>
              ))}
            </div>
          </div>
        </Fragment>
      ))}
    </div>
  );
}
