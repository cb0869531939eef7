import { useCallback, useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import { Masthead } from "../../app/Masthead";
import { get, post, Refused } from "../../api/client";
import type { Card, Held, Opened, Problem, Start } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Plain, Quiet, Strong } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { NewDeck } from "./NewDeck";
import { NewJob } from "./NewJob";

function when(text: string): string {
  return new Date(text).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" });
}

/** While the database or the program does not answer, it is asked again after this. */
const AGAIN_MS = 2000;

/** All jobs, each with a small drawing; new ones, copies, files in and out. */
export function JobsPage() {
  const [cards, setCards] = useState<Card[] | null>(null);
  const [archived, setArchived] = useState(false);
  const [start, setStart] = useState<Start | null>(null);
  const [making, setMaking] = useState<"fence" | "deck" | null>(null);
  const [refused, setRefused] = useState<Problem | null>(null);
  const [unread, setUnread] = useState<Problem | null>(null);
  const problem = refused ?? unread;
  const navigate = useNavigate();

  const look = useCallback(async () => {
    try {
      setStart(await get<Start>("/api/start"));
      setCards(await get<Card[]>(`/api/jobs?archived=${archived}`));
      setUnread(null);
    } catch (error) {
      if (error instanceof Refused) setUnread(error.problem);
      else throw error;
    }
  }, [archived]);
  useEffect(() => void look(), [look]);
  useEffect(() => {
    if (unread?.status !== 503 && unread?.status !== 0) return;
    const again = setTimeout(() => void look(), AGAIN_MS);
    return () => clearTimeout(again);
  }, [unread, look]);

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
      <main className="mx-auto w-full max-w-5xl flex-1 px-4 py-4">
        <div className="flex flex-wrap items-end gap-2">
          <h1 className="mr-auto text-2xl font-bold">{archived ? "Jobs put away" : "Jobs on the go"}</h1>
          <Strong onClick={() => setMaking("fence")}>New fence</Strong>
          <Strong onClick={() => setMaking("deck")}>New deck</Strong>
          <label className="inline-flex min-h-9 cursor-pointer items-center rounded-sm border border-rule bg-board px-2.5 focus-within:outline-3 focus-within:outline-signal hover:border-ink">
            Bring in a job file
            <input
              type="file"
              accept=".json,application/json"
              className="sr-only"
              onChange={(e) => {
                const file = e.target.files?.[0];
                e.target.value = "";
                if (file) void bringIn(file);
              }}
            />
          </label>
          <Quiet onClick={() => setArchived(!archived)}>{archived ? "Show jobs on the go" : "Show jobs put away"}</Quiet>
        </div>
        {problem && (
          <div role="alert" className="mt-3 border-l-4 border-bad bg-board p-3">
            <b>{problem.title}.</b> {problem.detail}
            {problem.errors?.map((e, i) => (
              <p key={i}>
                {e.message}. Given: {e.given}. Allowed: {e.allowed}.
              </p>
            ))}
            {problem.status === 503 || problem.status === 0 ? <Plain onClick={() => void look()}>Try again</Plain> : null}
          </div>
        )}
        {making === "fence" && start && <NewJob start={start} onClose={() => setMaking(null)} />}
        {making === "deck" && start && <NewDeck start={start} onClose={() => setMaking(null)} />}
        {!cards && !problem && <p className="mt-6">Looking for jobs…</p>}
        {cards?.length === 0 && (
          <p className="mt-6 max-w-prose text-lg">
            {archived ? "Nothing has been put away." : "No jobs yet. Start a new fence from its first leg, or bring in a job file."}
          </p>
        )}
        <ul className="mt-3">
          {cards?.map((card) => (
            <li key={card.id} className="flex flex-wrap items-center gap-4 border-t border-rule py-3">
              <Link to={`/job/${card.id}`} aria-label={`Open ${card.name}`} className="h-[92px] w-[168px] bg-board">
                <SceneView scene={card.outline} label={`Line of ${card.name}`} selected={[]} plain />
              </Link>
              <div className="min-w-56 flex-1">
                <Link to={`/job/${card.id}`} className="text-xl font-bold hover:underline">
                  {card.name}
                </Link>
                <p>
                  {card.style}, <Num>{card.length}</Num>
                </p>
                <p className="text-sm text-faint">
                  {card.region}; changed {when(card.changed_at)}
                </p>
              </div>
              <div className="flex flex-wrap gap-1">
                <RenameJob card={card} run={run} />
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
      </main>
      <footer className="px-4 py-3 text-center text-sm text-faint">
        {start?.caution} There is no sign-in yet, so Row Stake listens on this machine only.
      </footer>
    </div>
  );
}

function RenameJob({ card, run }: { card: Card; run: (work: () => Promise<unknown>) => Promise<void> }) {
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
