import { Fragment, type ReactNode } from "react";
import type { BuyRow, CutRow } from "../api/types";
import { Num } from "./Num";
import { useTicks } from "./useTicks";

export const cell = "px-2 py-1";
export const big = `${cell} text-right text-[1.0625rem] font-bold whitespace-nowrap`;

/** How a row stands in its table: the desk's rows can be picked, those of a site cannot. */
type RowOf = (props: { parts: readonly string[]; children: ReactNode }) => ReactNode;

export function Head({ names }: { names: string[] }) {
  return (
    <thead className="sticky top-0 bg-board text-left text-sm text-faint">
      <tr>
        {names.map((n) => (
          <th key={n} scope="col" className="border-b border-ink px-2 py-1 font-normal">
            {n}
          </th>
        ))}
      </tr>
    </thead>
  );
}

/** What to buy, group by group. */
export function BuyTable({ rows, Row, ticked }: { rows: readonly BuyRow[]; Row: RowOf; ticked?: string }) {
  const [have, turn] = useTicks(ticked ?? "");
  const name = (r: BuyRow) => `${r.item} ${r.length} ${r.unit}`;
  return (
    <table role="table" className="cards w-full min-w-[46rem] border-collapse bg-board">
      <Head names={["What", "Length", "Buy", "Unit", "Why so many", "For"]} />
      <tbody role="rowgroup">
        {rows.map((r, i) => (
          <Fragment key={i}>
            {(i === 0 || rows[i - 1].group !== r.group) && (
              <tr role="row">
                <th role="rowheader" colSpan={6} scope="rowgroup" className="px-2 pt-2 text-left text-sm font-bold text-faint">
                  {r.group}
                </th>
              </tr>
            )}
            <Row parts={r.parts}>
              <td role="cell" data-as="" className={`${cell} font-semibold ${have(name(r)) ? "text-faint line-through" : ""}`}>
                {ticked && (
                  <input
                    type="checkbox"
                    aria-label={`Have ${name(r)}`}
                    checked={have(name(r))}
                    onClick={(e) => e.stopPropagation()}
                    onChange={() => turn(name(r))}
                    className="mr-2 h-5 w-5 align-[-3px] accent-[var(--signal)]"
                  />
                )}
                {r.item}
              </td>
              <td role="cell" data-as="length" className={`${cell} whitespace-nowrap`}>
                <Num>{r.length}</Num>
              </td>
              <td role="cell" data-as="buy" className={big}>{r.count}</td>
              <td role="cell" data-as="" className={`${cell} whitespace-nowrap`}>{r.unit}</td>
              <td role="cell" data-as="why" className={`${cell} text-[0.9375rem]`}>
                <Num>{r.needed}</Num>
                {r.note && <b className="text-signal">; {r.note}</b>}
              </td>
              <td role="cell" data-as="for" className={`${cell} max-w-52 text-sm text-faint`}>{r.for_text}</td>
            </Row>
          </Fragment>
        ))}
      </tbody>
    </table>
  );
}

/** What to cut, pieces alike on one line. */
export function CutTable({ rows, Row }: { rows: readonly CutRow[]; Row: RowOf }) {
  return (
    <table role="table" className="cards w-full min-w-[46rem] border-collapse bg-board">
      <Head names={["Section", "Piece", "How many", "Cut", "Rip", "Ends", "Labels"]} />
      <tbody role="rowgroup">
        {rows.map((r, i) => (
          <Row key={i} parts={r.parts}>
            <td role="cell" data-as="" className={`${cell} font-semibold`}>{r.section}</td>
            <td role="cell" data-as="" className={cell}>{r.piece}</td>
            <td role="cell" data-as="pieces" className={big}>{r.count}</td>
            <td role="cell" data-as="cut" className={big}>
              <Num>{r.length}</Num>
            </td>
            <td role="cell" data-as="rip" className={cell}>
              <Num>{r.width}</Num>
            </td>
            <td role="cell" data-as="ends" className={`${cell} text-[0.9375rem]`}>{r.ends}</td>
            <td role="cell" data-as="labels" className={`${cell} text-sm text-faint`}>{r.labels}</td>
          </Row>
        ))}
      </tbody>
    </table>
  );
}
