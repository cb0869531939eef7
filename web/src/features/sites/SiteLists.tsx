import { Fragment } from "react";
import type { SiteTogether } from "../../api/types";
import { Num } from "../../ui/Num";

const cell = "px-2 py-1";
const big = `${cell} text-right text-[17px] font-bold whitespace-nowrap`;

function Head({ names }: { names: string[] }) {
  return (
    <thead className="text-left text-sm text-faint">
      <tr>
        {names.map((n) => (
          <th key={n} className="border-b border-ink px-2 py-1 font-normal">
            {n}
          </th>
        ))}
      </tr>
    </thead>
  );
}

/** What the jobs of a site take together: for the yard, then for the saw. */
export function SiteLists({ site, number, lists, apart }: { site: string; number: number; lists: SiteTogether; apart: boolean }) {
  const csv = (list: string) => `/api/sites/${site}/lists/${number}/${list}.csv`;
  return (
    <section className="mt-6">
      <h2 className="text-lg font-bold">Bought and cut together{apart && `, ${lists.region}`}</h2>
      <p className="max-w-prose">
        <Num>{lists.timber}</Num> of timber, <Num>{lists.load}</Num> to carry in all. Labels begin with the letter of their job. What is of one section is cut from the same lengths, whichever job it
        is for.
      </p>
      <details open className="mt-2">
        <summary className="cursor-pointer font-bold">
          For the yard{" "}
          <a className="ml-2 font-normal underline underline-offset-4" href={csv("buy")} download>
            as CSV
          </a>
        </summary>
        <div className="overflow-x-auto">
          <table className="w-full min-w-[46rem] border-collapse bg-board">
            <Head names={["What", "Length", "Buy", "Unit", "Why so many", "For"]} />
            <tbody>
              {lists.buy.map((r, i) => (
                <Fragment key={i}>
                  {(i === 0 || lists.buy[i - 1].group !== r.group) && (
                    <tr>
                      <th colSpan={6} scope="rowgroup" className="px-2 pt-2 text-left text-sm font-bold text-faint">
                        {r.group}
                      </th>
                    </tr>
                  )}
                  <tr className="border-b border-rule align-top">
                    <td className={`${cell} font-semibold`}>{r.item}</td>
                    <td className={`${cell} whitespace-nowrap`}>
                      <Num>{r.length}</Num>
                    </td>
                    <td className={big}>{r.count}</td>
                    <td className={`${cell} whitespace-nowrap`}>{r.unit}</td>
                    <td className={`${cell} text-[15px]`}>
                      <Num>{r.needed}</Num>
                      {r.note && <b className="text-signal">; {r.note}</b>}
                    </td>
                    <td className={`${cell} max-w-52 text-sm text-faint`}>{r.for_text}</td>
                  </tr>
                </Fragment>
              ))}
            </tbody>
          </table>
        </div>
      </details>
      <details className="mt-2">
        <summary className="cursor-pointer font-bold">
          For the saw{" "}
          <a className="ml-2 font-normal underline underline-offset-4" href={csv("cuts")} download>
            as CSV
          </a>
        </summary>
        <div className="overflow-x-auto">
          <table className="w-full min-w-[46rem] border-collapse bg-board">
            <Head names={["Section", "Piece", "How many", "Cut", "Rip", "Ends", "Labels"]} />
            <tbody>
              {lists.cuts.map((r, i) => (
                <tr key={i} className="border-b border-rule align-top">
                  <td className={`${cell} font-semibold`}>{r.section}</td>
                  <td className={cell}>{r.piece}</td>
                  <td className={big}>{r.count}</td>
                  <td className={big}>
                    <Num>{r.length}</Num>
                  </td>
                  <td className={cell}>
                    <Num>{r.width}</Num>
                  </td>
                  <td className={`${cell} text-[15px]`}>{r.ends}</td>
                  <td className={`${cell} text-sm text-faint`}>{r.labels}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </section>
  );
}
