import { useEffect, useState } from "react";
import { Link } from "react-router";
import { get } from "../../api/client";
import type { JobToday } from "../../api/types";

/** Who does what where today, what comes, the weather, and what is to be looked at first. */
export function Today({ site }: { site: string }) {
  const [jobs, setJobs] = useState<JobToday[] | null>(null);
  const [wrong, setWrong] = useState("");
  useEffect(() => void get<JobToday[]>(`/api/sites/${site}/today`).then(setJobs, (e: Error) => setWrong(e.message)), [site]);
  if (wrong) return <p role="alert">{wrong}</p>;
  if (!jobs?.length) return null;
  return (
    <section aria-label="Today" className="mt-5">
      <h2 className="text-lg font-bold">Today</h2>
      <ul>
        {jobs.map(({ id, letter, name, today }) => (
          <li key={id} data-today={letter} className="flex gap-3 border-t border-rule py-1.5 max-sm:flex-col max-sm:gap-1">
            <span className="min-w-64">
              <b>{letter}</b> <b>{name}</b>
              <span className="block text-faint">
                {today.who}; {today.weather}
              </span>
            </span>
            <span className="flex-1">
              {today.does.join(", ") || "Nobody is planned here today."}
              {today.brought.length > 0 && <b className="block">{today.brought.join(", ")}</b>}
              {today.next && <span className="block text-faint">Then {today.next}.</span>}
              {today.noted.length > 0 && <span className="block text-faint">{today.noted.join(", ")} noted something.</span>}
            </span>
            <span className="flex-1">
              {today.step && (
                <>
                  At “{today.step}”.{" "}
                  {today.looks.map((words) => (
                    <span key={words} className="block border-l-4 border-signal pl-2">
                      Look first: {words}
                    </span>
                  ))}
                </>
              )}
              {today.to_put_right > 0 && <span className="block font-semibold">{today.to_put_right} to put right</span>}
            </span>
            <Link to={`/job/${id}/on-site`} className="min-h-9 self-start border-2 border-ink px-2 py-1 font-semibold no-underline">
              On site
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
