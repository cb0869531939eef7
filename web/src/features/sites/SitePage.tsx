import { useCallback, useEffect, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { Masthead } from "../../app/Masthead";
import { get, post, put, Refused, remove } from "../../api/client";
import type { Opened, Problem, SiteHeld, SiteOpened, Start } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { FileButton } from "../../ui/FileButton";
import { Num } from "../../ui/Num";
import { Plain, Strong } from "../../ui/controls";
import { NewDeck } from "../jobs/NewDeck";
import { NewSteps } from "../jobs/NewSteps";
import { NewJob } from "../jobs/NewJob";
import { SiteLists } from "./SiteLists";
import { SiteMoneyAndDays } from "./SiteMoneyAndDays";
import { Today } from "./Today";

const TOLD = [
  ["name", "Site", 120],
  ["customer", "Customer", 120],
  ["address", "Address", 400],
  ["notes", "Notes", 4000],
] as const;
type Told = (typeof TOLD)[number][0];

/** One garden: whose it is, its jobs, and what is bought and cut for them together. */
export function SitePage() {
  const { id } = useParams();
  const navigate = useNavigate();
  const [found, setFound] = useState<SiteOpened | null>(null);
  const [start, setStart] = useState<Start | null>(null);
  const [making, setMaking] = useState<"fence" | "deck" | "steps" | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);

  const run = useCallback(async (work: () => Promise<unknown>) => {
    try {
      await work();
      setProblem(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.problem);
    }
  }, []);
  const look = useCallback(
    () =>
      run(async () => {
        setStart(await get<Start>("/api/start"));
        setFound(await get<SiteOpened>(`/api/sites/${id}`));
      }),
    [id, run],
  );
  useEffect(() => void look(), [look]);
  useEffect(() => {
    document.title = `${found?.site.name ?? "Site"}: Row Stake`;
    return () => void (document.title = "Row Stake");
  }, [found?.site.name]);

  const keep = (site: SiteHeld, what: Told, text: string) =>
    run(async () => {
      const { name, customer, address, notes, version } = site;
      const kept = await put<SiteHeld>(`/api/sites/${site.id}`, { name, customer, address, notes, version, [what]: text });
      setFound((was) => was && { ...was, site: kept });
    });
  const bringIn = (file: File) =>
    run(async () => {
      const made = await post<Opened>("/api/jobs/import", { text: await file.text(), site: id });
      await navigate(`/job/${made.held.id}`);
    });

  // Where a site's jobs are, its next one is too.
  const usual = start?.regions.find((r) => found?.jobs.some((job) => job.card?.region === r.name))?.id;

  return (
    <div className="flex min-h-full flex-col">
      <Masthead />
      <main id="main" tabIndex={-1} className="mx-auto w-full max-w-5xl flex-1 px-4 py-4">
        {problem && (
          <div role="alert" className="mb-3 border-l-4 border-bad bg-board p-3">
            <b>{problem.title}.</b> {problem.errors?.map((e) => `${e.message}. Allowed: ${e.allowed}. `)}
            {!problem.errors?.length && problem.detail} <Plain onClick={() => void look()}>Look again</Plain>
          </div>
        )}
        {!found && !problem && <p>Looking for the site…</p>}
        {!found && problem && <h1 className="text-2xl font-bold">Site</h1>}
        {found && (
          <>
            <div className="flex flex-wrap items-end gap-2">
              <h1 className="mr-auto text-2xl font-bold">{found.site.name}</h1>
              <Strong onClick={() => setMaking("fence")}>New fence here</Strong>
              <Strong onClick={() => setMaking("deck")}>New deck here</Strong>
              <Strong onClick={() => setMaking("steps")}>New steps here</Strong>
              <FileButton words="Bring in a job file" accept=".json,application/json" take={(file) => void bringIn(file)} />
            </div>
            <div className="mt-3 grid gap-x-6 gap-y-2 sm:grid-cols-2">
              {TOLD.map(([what, name, most]) => (
                <Words key={`${what} ${found.site.version}`} name={name} most={most} text={found.site[what]} keep={(text) => void keep(found.site, what, text)} />
              ))}
            </div>
            <h2 className="mt-5 text-lg font-bold">Jobs here</h2>
            {found.jobs.length === 0 && (
              <p className="max-w-prose">
                None yet. Start one here, or put one that is on the go on this site from the list of jobs.{" "}
                <Plain onClick={() => void run(async () => (await remove(`/api/sites/${found.site.id}`), navigate("/")))}>Take this site away</Plain>
              </p>
            )}
            <ul>
              {found.jobs.map((job) => (
                <li key={job.id} className="flex flex-wrap items-center gap-4 border-t border-rule py-2">
                  <Link to={`/job/${job.id}`} aria-label={`Open ${job.name}`} className="h-[4.375rem] w-[8rem] bg-board">
                    {job.card && <SceneView scene={job.card.outline} label={`Line of ${job.name}`} selected={[]} plain />}
                  </Link>
                  <b className="w-6 text-center text-xl">{found.letters[job.id]}</b>
                  <div className="min-w-48 flex-1">
                    <Link to={`/job/${job.id}`} className="text-lg font-bold hover:underline">
                      {job.name}
                    </Link>
                    {job.card && (
                      <p>
                        {job.card.style}, <Num>{job.card.length}</Num>
                      </p>
                    )}
                    {found.left_out[job.id] && <p className={job.archived ? "text-faint" : "text-bad"}>In none of the lists below: {found.left_out[job.id]}.</p>}
                  </div>
                  <Plain
                    aria-label={`Take ${job.name} off this site`}
                    onClick={() => void run(() => post(`/api/jobs/${job.id}/site`, { site: null })).then(look)}
                  >
                    Take off this site
                  </Plain>
                </li>
              ))}
            </ul>
            {found.jobs.length > 0 && <Today site={found.site.id} />}
            {found.jobs.length > 0 && <SiteMoneyAndDays site={found.site.id} />}
            {found.lists.map((lists, n) => (
              <SiteLists key={lists.region} site={found.site.id} number={n + 1} lists={lists} apart={found.lists.length > 1} />
            ))}
          </>
        )}
        {making === "fence" && start && <NewJob start={start} site={id} region={usual} onClose={() => setMaking(null)} />}
        {making === "deck" && start && <NewDeck start={start} site={id} region={usual} onClose={() => setMaking(null)} />}
        {making === "steps" && start && <NewSteps start={start} site={id} region={usual} onClose={() => setMaking(null)} />}
      </main>
      <footer className="px-4 py-3 text-center text-sm text-faint">{start?.caution}</footer>
    </div>
  );
}

/** A blank that keeps what was written when it is left. */
function Words({ name, most, text, keep }: { name: string; most: number; text: string; keep: (text: string) => void }) {
  const [said, say] = useState(text);
  const long = most > 200;
  const props = {
    value: said,
    maxLength: most,
    onBlur: () => said !== text && keep(said),
    className: "w-full border-b-2 border-ink/50 bg-board px-1 py-1",
  };
  return (
    <label className="block">
      <span className="text-sm text-faint">{name}</span>
      {long ? (
        <textarea rows={2} {...props} onChange={(e) => say(e.target.value)} />
      ) : (
        <input {...props} onChange={(e) => say(e.target.value)} onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()} />
      )}
    </label>
  );
}
