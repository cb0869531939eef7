import { useCallback, useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import { Masthead } from "../../app/Masthead";
import { get, post, Refused } from "../../api/client";
import type { Held, Listing, Opened, Problem, ShownPage, Start } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Plain, Quiet, Strong } from "../../ui/controls";
import { FileButton } from "../../ui/FileButton";
import { Num } from "../../ui/Num";
import { PutOnSite } from "../sites/PutOnSite";
import { NewDeck } from "./NewDeck";
import { NewSteps } from "./NewSteps";
import { NewJob } from "./NewJob";

function when(text: string): string {
  return new Date(text).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" });
}

const SORT = "rowstake-sort";
const SORTS = { changed: "last change", name: "name", customer: "customer", needs: "what is to look at" };

/** While the database or the program does not answer, it is asked again after this. */
const AGAIN_MS = 2000;
const passing = (problem: Problem | null) => problem !== null && (problem.status === 0 || problem.status >= 500);

/** All jobs, each with a small drawing; new ones, copies, files in and out. */
export function JobsPage() {
  const [found, setFound] = useState<ShownPage | null>(null);
  const [archived, setArchived] = useState(false);
  const [search, setSearch] = useState("");
  const [at, setAt] = useState(1);
  const [sort, setSort] = useState(() => localStorage.getItem(SORT) ?? "changed");
  const [start, setStart] = useState<Start | null>(null);
  const [making, setMaking] = useState<"fence" | "deck" | "steps" | null>(null);
  const [placing, setPlacing] = useState<Listing | null>(null);
  const [refused, setRefused] = useState<Problem | null>(null);
  const [unread, setUnread] = useState<Problem | null>(null);
  const [again, setAgain] = useState(0);
  const problem = unread ?? refused;
  const navigate = useNavigate();

  const look = useCallback(async () => {
    try {
      setStart(await get<Start>("/api/start"));
      setFound(await get<ShownPage>(`/api/jobs?archived=${archived}&search=${encodeURIComponent(search)}&page=${at}&sort=${sort}`));
      setUnread(null);
      setRefused((was) => (passing(was) ? null : was));
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setUnread(error.problem);
    }
  }, [archived, search, at, sort]);
  useEffect(() => void look(), [look, again]);
  const ask = passing(unread) || passing(refused);
  useEffect(() => {
    if (!ask) return;
    const soon = setTimeout(() => setAgain((n) => n + 1), AGAIN_MS);
    return () => clearTimeout(soon);
  }, [ask, again]);

  const run = async (work: () => Promise<unknown>) => {
    try {
      setRefused(null);
      await work();
      await look();
    } catch (error) {
      if (error instanceof Refused) setRefused(error.problem);
      else throw error;
    }
  };
  const bringIn = (file: File) =>
    run(async () => {
      const made = await post<Opened>("/api/jobs/import", { text: await file.text() });
      await navigate(`/job/${made.held.id}`);
    });

  return (
    <div className="flex min-h-full flex-col">
      <Masthead />
      <main id="main" tabIndex={-1} className="mx-auto w-full max-w-5xl flex-1 px-4 py-4">
        <div className="flex flex-wrap items-end gap-2">
          <h1 className="mr-auto text-2xl font-bold">{archived ? "Jobs put away" : "Jobs on the go"}</h1>
          <Strong onClick={() => setMaking("fence")}>New fence</Strong>
          <Strong onClick={() => setMaking("deck")}>New deck</Strong>
          <Strong onClick={() => setMaking("steps")}>New steps</Strong>
          <FileButton words="Bring in a job file" accept=".json,application/json" take={(file) => void bringIn(file)} />
          <Quiet onClick={() => { setArchived(!archived); setAt(1); }}>{archived ? "Show jobs on the go" : "Show jobs put away"}</Quiet>
        </div>
        {problem && (
          <div role="alert" className="mt-3 border-l-4 border-bad bg-board p-3">
            <b>{problem.title}.</b> {problem.detail}
            {problem.errors?.map((e, i) => (
              <p key={i}>
                {e.message}. Given: {e.given}. Allowed: {e.allowed}.
              </p>
            ))}
            {passing(problem) ? <Plain onClick={() => void look()}>Try again</Plain> : null}
          </div>
        )}
        {making === "fence" && start && <NewJob start={start} onClose={() => setMaking(null)} />}
        {making === "deck" && start && <NewDeck start={start} onClose={() => setMaking(null)} />}
        {making === "steps" && start && <NewSteps start={start} onClose={() => setMaking(null)} />}
        {placing && (
          <PutOnSite
            job={placing}
            onClose={() => {
              setPlacing(null);
              void look();
            }}
          />
        )}
        {found && (found.total > 1 || search) && (
          <p className="mt-3 flex flex-wrap items-center gap-x-3 gap-y-1">
          <label className="flex min-w-60 flex-1 items-center gap-2">
            Look for{" "}
            <input
              type="search"
              value={search}
              onChange={(e) => {
                setSearch(e.target.value);
                setAt(1);
              }}
              placeholder="a job, a site, a customer, an address"
              className="min-h-9 flex-1 border-b-2 border-ink/50 bg-board px-1"
            />
          </label>
          <label className="flex items-center gap-2">
            in order of{" "}
            <select
              value={sort}
              onChange={(e) => {
                localStorage.setItem(SORT, e.target.value);
                setSort(e.target.value);
                setAt(1);
              }}
              className="min-h-9 border-b-2 border-ink/50 bg-board px-1 font-semibold"
            >
              {Object.entries(SORTS).map(([key, name]) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </select>
          </label>
          </p>
        )}
        {!found && !problem && <p className="mt-6">Looking for jobs…</p>}
        {found?.total === 0 && (
          <p className="mt-6 max-w-prose text-lg">
            {search
              ? `No job, site, customer or address holds “${search}”.`
              : archived
                ? "Nothing has been put away."
                : "No jobs yet. Start a new fence from its first leg, or bring in a job file."}
          </p>
        )}
        <ul className="mt-3">
          {found?.jobs.map((card) => (
            <li key={card.id} className="flex flex-wrap items-center gap-4 border-t border-rule py-3">
              <Link to={`/job/${card.id}`} aria-label={`Open ${card.name}`} className="h-[5.75rem] w-[10.5rem] bg-board">
                {card.card && <SceneView scene={card.card.outline} label={`Line of ${card.name}`} selected={[]} plain />}
              </Link>
              <div className="min-w-56 flex-1">
                <Link to={`/job/${card.id}`} className="text-xl font-bold hover:underline">
                  {card.name}
                </Link>
                {card.card ? (
                  <p>
                    {card.card.style}, <Num>{card.card.length}</Num>
                    {card.card.figures?.map(([name, text]) => (
                      <span key={name}>
                        {"; "}
                        {name} <Num>{text}</Num>
                      </span>
                    ))}
                    {card.card.needs ? <b className="text-signal"> · {card.card.needs} to look at</b> : card.card.needs === 0 ? <span className="text-faint"> · ✓ nothing to look at</span> : null}
                  </p>
                ) : (
                  <p role="note" className="max-w-prose text-bad">
                    This Row Stake cannot read it: {card.unread}. It is kept as it is; its job file can be taken away.
                  </p>
                )}
                {card.site && (
                  <p>
                    at{" "}
                    <Link to={`/site/${card.site.id}`} className="underline underline-offset-4">
                      {card.site.name}
                    </Link>
                    {card.site.customer && `, ${card.site.customer}`}
                  </p>
                )}
                <p className="text-sm text-faint">
                  {card.card && `${card.card.region}; `}changed {when(card.changed_at)}
                </p>
              </div>
              <div className="flex flex-wrap gap-1">
                <RenameJob card={card} run={run} />
                <Plain onClick={() => setPlacing(card)}>Site</Plain>
                <Plain onClick={() => void run(() => post<Held>(`/api/jobs/${card.id}/duplicate`, {}))}>Copy</Plain>
                <a className="inline-flex min-h-9 items-center rounded-sm border border-rule bg-board px-2.5" href={`/api/jobs/${card.id}/exports/json/job`} download>
                  Job file
                </a>
                <Plain onClick={() => void run(() => post<Held>(`/api/jobs/${card.id}/archive`, { archived: !card.archived }))}>
                  {card.archived ? "Bring back" : "Put away"}
                </Plain>
              </div>
            </li>
          ))}
        </ul>
        {found && found.pages > 1 && (
          <nav aria-label="Pages of jobs" className="mt-3 flex items-center gap-3">
            <Plain disabled={at <= 1} onClick={() => setAt(at - 1)}>
              Before
            </Plain>
            <span>
              Page {found.page} of {found.pages}, {found.total} jobs
            </span>
            <Plain disabled={at >= found.pages} onClick={() => setAt(at + 1)}>
              After
            </Plain>
          </nav>
        )}
      </main>
      <footer className="px-4 py-3 text-center text-sm text-faint">
        {start?.caution} There is no sign-in yet, so Row Stake listens on this machine only.{" "}
        <a className="whitespace-nowrap underline underline-offset-4" href="/api/copy" download>
          A copy of everything in one file
        </a>
      </footer>
    </div>
  );
}

function RenameJob({ card, run }: { card: Listing; run: (work: () => Promise<unknown>) => Promise<void> }) {
  const [name, setName] = useState<string | null>(null);
  if (name === null) return <Plain onClick={() => setName(card.name)}>Rename</Plain>;
  return (
    <form
      className="flex gap-1"
      onSubmit={(e) => {
        e.preventDefault();
        void run(() => post<Held>(`/api/jobs/${card.id}/rename`, { revision: card.revision, name })).then(() => setName(null));
      }}
    >
      <input autoFocus aria-label="New name" value={name} onChange={(e) => setName(e.target.value)} className="min-h-9 border border-ink bg-board px-2" />
      <Strong type="submit">Keep</Strong>
    </form>
  );
}
