import { type ReactNode, useEffect, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import type { SiteSheet } from "../../api/types";
import { setTheme, type Theme } from "../../app/theme";
import { Bays } from "./Bays";
import { Cuts } from "./Cuts";
import { Goods } from "./Goods";
import { Holes } from "./Holes";
import { Looks } from "./Looks";
import { Notes } from "./Notes";
import { Big } from "./parts";
import { useOnSite } from "./state";
import { True } from "./True";
import { Walk } from "./Walk";

interface Mode {
  key: string;
  name: string;
  has: (sheet: SiteSheet) => boolean;
  show: (sheet: SiteSheet, part: string) => ReactNode;
}

/** What is done on site, each one thing at a time. */
const MODES: readonly Mode[] = [
  { key: "holes", name: "Holes", has: (s) => s.site.holes.length > 0, show: (s, part) => <Holes sheet={s} part={part} /> },
  { key: "bays", name: "Bays", has: (s) => s.site.bays.length > 0, show: (s, part) => <Bays sheet={s} part={part} /> },
  { key: "cuts", name: "Cuts", has: (s) => s.saw.total > 0, show: (s, part) => <Cuts sheet={s} part={part} /> },
  { key: "looks", name: "Steps", has: () => true, show: (s, part) => <Looks sheet={s} part={part} /> },
  { key: "true", name: "True", has: () => true, show: (s) => <True sheet={s} /> },
  { key: "walk", name: "Walk", has: (s) => s.inspection.questions.length > 0, show: (s) => <Walk sheet={s} /> },
  { key: "goods", name: "Goods", has: (s) => s.arrivals.lines.length > 0, show: (s) => <Goods sheet={s} /> },
  { key: "log", name: "Log", has: () => true, show: (s) => <Notes sheet={s} /> },
];

/** Keeps the screen awake while this page is in sight, where the device can. */
function useAwake() {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    const hold = () => {
      if (document.visibilityState === "visible") void navigator.wakeLock?.request("screen").then((made) => (lock = made), () => undefined);
    };
    hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      document.removeEventListener("visibilitychange", hold);
      void lock?.release();
    };
  }, []);
}

export function OnSitePage() {
  const { id = "" } = useParams();
  const [asked] = useSearchParams();
  const [key, setKey] = useState(asked.get("at") ?? "");
  const part = asked.get("part") ?? "";
  const sheet = useOnSite((s) => s.sheet);
  const author = useOnSite((s) => s.author);
  const problem = useOnSite((s) => s.problem);
  useAwake();
  useEffect(() => {
    void useOnSite.getState().open(id);
    return () => useOnSite.getState().close();
  }, [id]);
  useEffect(() => {
    document.title = sheet ? `${sheet.name}, on site – Row Stake` : "On site – Row Stake";
  }, [sheet]);
  if (!author) return <Who />;
  if (!sheet) {
    return (
      <main id="main" className="p-4 text-lg">
        <p role="status">{problem || "Looking for the job…"}</p>
        <Link to="/" className="underline">
          All jobs
        </Link>
      </main>
    );
  }
  const modes = MODES.filter((m) => m.has(sheet));
  const mode = modes.find((m) => m.key === key) ?? modes[0];
  return (
    <div className="mx-auto flex h-dvh max-w-2xl flex-col bg-board" data-onsite={mode.key}>
      <Top sheet={sheet} />
      <main id="main" tabIndex={-1} className="flex min-h-0 flex-1 flex-col">
        <h1 className="sr-only">
          {sheet.name}: {mode.name}
        </h1>
        {mode.show(sheet, part)}
      </main>
      <nav aria-label="On site" className="grid border-t-2 border-ink" style={{ gridTemplateColumns: `repeat(${modes.length}, 1fr)` }}>
        {modes.map((m) => (
          <button
            key={m.key}
            type="button"
            aria-current={m === mode ? "page" : undefined}
            onClick={() => setKey(m.key)}
            className={`min-h-15 text-[0.9375rem] font-bold ${m === mode ? "border-t-4 border-signal text-signal" : "border-t-4 border-transparent"}`}
          >
            {m.name}
          </button>
        ))}
      </nav>
    </div>
  );
}

const THEMES: readonly Theme[] = ["light", "day", "dark"];
const CALLED: Record<Theme, string> = { light: "Light", day: "Sun", dark: "Dark" };

function Top({ sheet }: { sheet: SiteSheet }) {
  const id = useOnSite((s) => s.job);
  const waiting = useOnSite((s) => s.waiting);
  const signal = useOnSite((s) => s.signal);
  const from = useOnSite((s) => s.from);
  const problem = useOnSite((s) => s.problem);
  const [theme, show] = useState<Theme>(() => (document.documentElement.dataset.theme as Theme) ?? "light");
  const refused = waiting.filter((w) => w.why).length;
  const unsent = waiting.length - refused;
  const state = !signal ? "no signal" : unsent ? `sending ${unsent}` : "all sent";
  return (
    <header className="flex items-center gap-2 border-b border-rule px-3 py-1">
      <Link to={`/job/${id}`} className="flex min-w-0 flex-1 items-center text-lg leading-tight font-bold no-underline">
        {sheet.name}
      </Link>
      <span role="status" data-sync={!signal ? "away" : unsent ? "sending" : "sent"} className={`text-[0.9375rem] ${!signal || unsent ? "font-bold text-signal" : "text-faint"}`}>
        {state}
        {!signal && unsent > 0 && `, ${unsent} kept`}
        {refused > 0 && <b className="block text-bad">{refused} not taken: see Log</b>}
        {from !== null && <span className="block text-faint">as of {new Date(from).toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" })}</span>}
        {problem && <b className="block text-bad">{problem}</b>}
      </span>
      <button
        type="button"
        aria-label={`Colours: ${CALLED[theme]}`}
        onClick={() => {
          const next = THEMES[(THEMES.indexOf(theme) + 1) % THEMES.length];
          setTheme(next);
          show(next);
        }}
        className="min-h-11 px-1.5 font-semibold"
      >
        {CALLED[theme]}
      </button>
    </header>
  );
}

/** Who makes the entries on this device: asked once. */
function Who() {
  const [name, setName] = useState("");
  return (
    <main id="main" className="mx-auto flex h-dvh max-w-2xl flex-col justify-center gap-3 bg-board p-6">
      <h1 className="text-2xl font-bold">Who is on site?</h1>
      <p className="text-lg text-faint">Every reading carries a name and a time.</p>
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (name.trim()) useOnSite.getState().call(name.trim());
        }}
      >
        <input aria-label="Your name" value={name} onChange={(e) => setName(e.target.value)} maxLength={60} className="min-h-14 border-2 border-ink bg-board px-2 text-xl" />
        <Big strong type="submit" disabled={!name.trim()}>
          Go on site
        </Big>
      </form>
    </main>
  );
}
