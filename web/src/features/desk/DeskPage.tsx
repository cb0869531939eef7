import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";
import { Link, useParams } from "react-router";
import { Masthead } from "../../app/Masthead";
import { Plain, Quiet } from "../../ui/controls";
import { BuildPanel } from "./BuildPanel";
import { ConflictSheet } from "./ConflictSheet";
import { DaysPanel } from "./DaysPanel";
import { Typed } from "./fields";
import { HistorySheet } from "./HistorySheet";
import { Lists } from "./Lists";
import { LogPanel } from "./LogPanel";
import { Margin } from "./Margin";
import { Panels } from "./Panels";
import { PricePanel } from "./PricePanel";
import { Slip } from "./Slip";
import { useDesk, useShownDesk, put, valueAt } from "./state";
import { StringLine } from "./StringLine";
import { TakeAway } from "./TakeAway";
import { Tape } from "./Tape";
import { VariantsSheet } from "./VariantsSheet";

const StandingSheet = lazy(() => import("./StandingSheet").then((m) => ({ default: m.StandingSheet })));

const SAID = {
  saved: "Saved",
  saving: "Saving…",
  waiting: "Not saved yet: nobody answers. It is kept in this browser and sent again; keep working.",
  refused: "Not saved: Row Stake will not have it as it stands. It is kept in this browser.",
  conflict: "Changed in another window",
};
const UNKEPT = "This browser has no room to keep unsent changes: leave the page open until it says Saved.";

export function DeskPage() {
  const { id = "" } = useParams();
  const open = useDesk((s) => s.open);
  const ready = useDesk((s) => s.desk !== null && s.id === id);
  const failed = useDesk((s) => s.loadProblem);
  useEffect(() => void open(id), [id, open]);
  useShortcuts();
  if (failed) {
    return (
      <>
        <Masthead />
        <main id="main" tabIndex={-1} className="p-6">
          <h1 className="text-xl font-bold">{failed.title}</h1>
          <p role="alert">
            {failed.detail} {failed.status === 0 || failed.status >= 500 ? "It is asked again by itself." : ""}
          </p>
          {failed.errors?.map((e, i) => (
            <p key={i}>
              {e.message}. In the job: {e.field}, {e.given}. Allowed: {e.allowed}.
            </p>
          ))}
          <p className="mt-3 flex gap-3">
            <Plain onClick={() => void open(id)}>Try again</Plain>
            <Link to="/" className="underline">
              All jobs
            </Link>
          </p>
        </main>
      </>
    );
  }
  if (!ready) {
    return (
      <>
        <Masthead />
        <main id="main" tabIndex={-1} className="p-6">
          <p role="status">Laying the job out…</p>
        </main>
      </>
    );
  }
  return <Desk />;
}

function useShortcuts() {
  const { undo, redo } = useDesk.getState();
  useEffect(() => {
    const keys = (e: KeyboardEvent) => {
      const at = e.target;
      const typing = (at instanceof HTMLInputElement || at instanceof HTMLTextAreaElement) && at.dataset.typed !== undefined;
      if (!(e.ctrlKey || e.metaKey) || typing || e.key.toLowerCase() !== "z") return;
      e.preventDefault();
      void (e.shiftKey ? redo() : undo());
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [undo, redo]);
}

/** Steps that show tables where others have drawings. */
const WHOLE: Record<string, ReactNode> = { buy: <Lists />, price: <PricePanel />, days: <DaysPanel />, build: <BuildPanel />, log: <LogPanel /> };

const SKIPS = [
  { to: "choices", words: "To the choices" },
  { to: "drawing", words: "To the drawing or the lists" },
  { to: "margin", words: "To what is to look at" },
];

function Head() {
  const [history, setHistory] = useState(false);
  const [variants, setVariants] = useState(false);
  const [standing, setStanding] = useState(false);
  const saving = useDesk((s) => (s.pending && s.saving === "saved" ? "saving" : s.saving));
  const unkept = useDesk((s) => s.unkept && s.saving !== "saved");
  const held = useDesk((s) => s.held)!;
  const units = useDesk((s) => valueAt(s.document, "units"));
  const fraction = useDesk((s) => valueAt(s.document, "fraction"));
  const desk = useShownDesk();
  const { edit, undo, redo } = useDesk.getState();
  return (
    <Masthead
      skips={SKIPS}
      more={
        <>
      {held.site && (
        <Link to={`/site/${held.site}`} className="px-1 underline underline-offset-4">
          Site
        </Link>
      )}
      <select
        aria-label="Units"
        value={`${units} ${fraction}`}
        onChange={(e) => {
          const [u, f] = e.target.value.split(" ");
          void edit(
            [
              put("units", u),
              put("fraction", Number(f)),
            ],
            "Units",
          );
        }}
        className="min-h-9 border border-rule bg-board px-1"
      >
        {units === "mm" ? (
          <option value={`mm ${fraction}`}>millimetres</option>
        ) : (
          <option value="mm 16">millimetres</option>
        )}
        {[8, 16, 32].map((f) => (
          <option key={f} value={`ft-in ${f}`}>
            feet, inches, 1/{f}
          </option>
        ))}
      </select>
      <Plain disabled={!held.can_redo} onClick={() => void redo()} aria-keyshortcuts="Control+Shift+Z">
        Redo
      </Plain>
      <Quiet onClick={() => setStanding(true)}>Standing</Quiet>
      <Quiet onClick={() => setVariants(true)}>Side by side</Quiet>
      <Quiet onClick={() => setHistory(true)}>History</Quiet>
      <TakeAway />
        </>
      }
    >
      <h1 className="sr-only">{desk.name}</h1>
      <Typed
        value={desk.name}
        name="Job name"
        width={12}
        commit={(text) => edit([put("name", text)], "renamed")}
      />
      <Plain disabled={!held.can_undo && saving === "saved"} onClick={() => void undo()} aria-keyshortcuts="Control+Z">
        Undo
      </Plain>
      <span data-saving={saving} className={`text-sm ${saving === "waiting" || saving === "refused" || unkept ? "font-semibold text-bad" : "text-faint"}`}>
        {SAID[saving]} {unkept && UNKEPT}
      </span>
      <Said />
      {variants && <VariantsSheet onClose={() => setVariants(false)} />}
      {standing && (
        <Suspense fallback={null}>
          <StandingSheet onClose={() => setStanding(false)} />
        </Suspense>
      )}
      {history && <HistorySheet onClose={() => setHistory(false)} />}
    </Masthead>
  );
}

/** What is told aloud: what became of the work, once, and how many things are to look at when that changes. */
function Said() {
  const saving = useDesk((s) => s.saving);
  const count = useShownDesk().findings.length;
  const [settled, settle] = useState<keyof typeof SAID>("saved");
  if (saving !== "saving" && saving !== settled) settle(saving);
  return (
    <span role="status" className="sr-only">
      {SAID[settled]} {count ? `${count} to look at.` : "Nothing stands in the way."}
    </span>
  );
}

function Desk() {
  const stake = useDesk((s) => s.stake);
  const problem = useDesk((s) => s.problem);
  const [placing, setPlacing] = useState(false);
  const { dismiss } = useDesk.getState();
  const title = useShownDesk().name;
  const step = useShownDesk().stakes.find((s) => s.key === stake)?.name ?? "";
  useEffect(() => {
    document.title = `${title}, ${step} – Row Stake`;
    return () => {
      document.title = "Row Stake";
    };
  }, [title, step]);
  return (
    <div className="flex flex-col lg:h-full lg:overflow-hidden">
      <Head />
      <StringLine />
      <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_332px]">
        <div className="flex min-h-0 min-w-0 flex-col">
          <div className="max-lg:order-2">
            <Slip placing={placing} place={setPlacing} />
          </div>
          {problem && (
            <p role="alert" className="flex items-start gap-3 border-b-2 border-bad bg-board px-3 py-1.5">
              <span className="flex-1">
                <b>{problem.detail || problem.title}.</b>
                {problem.errors?.[0] && (
                  <>
                    {" "}
                    Given: {problem.errors[0].given}. Allowed: {problem.errors[0].allowed}. Nothing was changed.
                  </>
                )}
              </span>
              <Quiet onClick={dismiss}>All right</Quiet>
            </p>
          )}
          {stake in WHOLE ? (
            <div id="drawing" tabIndex={-1} className="flex min-h-0 flex-1 flex-col">
              {WHOLE[stake]}
            </div>
          ) : (
            <>
              <Panels placing={placing} />
              <Tape />
            </>
          )}
        </div>
        <Margin />
      </main>
      <ConflictSheet />
    </div>
  );
}
