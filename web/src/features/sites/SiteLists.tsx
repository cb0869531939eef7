import type { ReactNode } from "react";
import type { SiteTogether } from "../../api/types";
import { BuyTable, CutTable } from "../../ui/ListTables";
import { Num } from "../../ui/Num";

function Row({ children }: { children: ReactNode }) {
  return <tr className="border-b border-rule align-top">{children}</tr>;
}

function Csv({ href }: { href: string }) {
  return (
    <a className="ml-2 font-normal underline underline-offset-4" href={href} download>
      as CSV
    </a>
  );
}

/** What the jobs of a site take together: for the yard, then for the saw. */
export function SiteLists({ site, number, lists, apart }: { site: string; number: number; lists: SiteTogether; apart: boolean }) {
  const csv = (list: string) => `/api/sites/${site}/lists/${number}/${list}.csv`;
  return (
    <section className="mt-6">
      <h2 className="text-lg font-bold">Bought and cut together{apart && `, ${lists.region}`}</h2>
      <p className="max-w-prose">
        <Num>{lists.timber}</Num> of timber, <Num>{lists.load}</Num> to carry in all. Labels begin with the letter of their job. What is of one section is cut from
        the same lengths, whichever job it is for.
      </p>
      <details open className="mt-2">
        <summary className="cursor-pointer font-bold">
          For the yard <Csv href={csv("buy")} />
        </summary>
        <div className="overflow-x-auto">
          <BuyTable rows={lists.buy} Row={Row} />
        </div>
      </details>
      <details className="mt-2">
        <summary className="cursor-pointer font-bold">
          For the saw <Csv href={csv("cuts")} />
        </summary>
        <div className="overflow-x-auto">
          <CutTable rows={lists.cuts} Row={Row} />
        </div>
      </details>
    </section>
  );
}
