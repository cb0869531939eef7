import { useEffect, useState } from "react";
import { get } from "../../api/client";
import type { DaysTold, SitePrices } from "../../api/types";
import { Num } from "../../ui/Num";
import { DaysString } from "../desk/DaysPanel";

/** What the jobs of a site cost together, and all of their days on one string. */
export function SiteMoneyAndDays({ site }: { site: string }) {
  const [prices, setPrices] = useState<SitePrices | null>(null);
  const [days, setDays] = useState<DaysTold | null>(null);
  const [wrong, setWrong] = useState("");
  useEffect(() => {
    get<SitePrices>(`/api/sites/${site}/prices`).then(setPrices, (e: Error) => setWrong(e.message));
    get<DaysTold | null>(`/api/sites/${site}/days`).then(setDays, (e: Error) => setWrong(e.message));
  }, [site]);
  return (
    <>
      {wrong && <p role="alert">{wrong}</p>}
      {prices && (
        <section aria-label="What the jobs cost" className="mt-5">
          <h2 className="text-lg font-bold">What they cost</h2>
          <ul>
            {prices.jobs.map((job) => (
              <li key={job.letter} className="flex gap-3 border-t border-rule py-1">
                <b className="w-6 text-center">{job.letter}</b>
                <span className="flex-1">{job.name}</span>
                {job.unpriced > 0 && <span className="text-bad">without {job.unpriced} that have no price</span>}
                <b>
                  <Num>{job.total}</Num>
                </b>
              </li>
            ))}
            <li className="flex justify-between border-t border-ink py-1 font-bold">
              <span>Together</span>
              <span>{prices.total || "in different currencies"}</span>
            </li>
          </ul>
          {prices.together.map((words) => (
            <p key={words} className="mt-2 max-w-prose">
              <Num>{words}</Num>
            </p>
          ))}
        </section>
      )}
      {days && (
        <section aria-label="Days of all jobs" className="mt-5 bg-board py-2">
          <h2 className="px-3 text-lg font-bold">{days.total}</h2>
          <p className="px-3 text-sm text-faint">{days.note}</p>
          <DaysString told={days} />
        </section>
      )}
    </>
  );
}
