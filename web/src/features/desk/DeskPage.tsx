import { useEffect, useState } from "react";
import { Link, useParams } from "react-router";
import { Masthead } from "../../app/Masthead";
import type { Edit, Handle } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Plain, Quiet } from "../../ui/controls";
import { ConflictSheet } from "./ConflictSheet";
import { Typed } from "./fields";
import { HistorySheet } from "./HistorySheet";
import { Lists } from "./Lists";
import { Margin } from "./Margin";
import { Slip } from "./Slip";
import { useDesk, useShownDesk, put, valueAt } from "./state";
import { StringLine } from "./StringLine";
import { TakeAway } from "./TakeAway";
import { Tape } from "./Tape";
import { VariantsSheet } from "./VariantsSheet";

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
        <main className="p-6">
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
        <p className="p-6">Laying the job out…</p>
      </>
    );
  }
  return <Desk />;
}

function useShortcuts() {
  const { undo, redo } = useDesk.getState();
  useEffect(() => {
    const keys = (e: KeyboardEvent) => {
      const typing = e.target instanceof HTMLInputElement && !["checkbox", "radio", "range"].includes(e.target.type);
      if (!(e.ctrlKey || e.metaKey) || typing || e.key.toLowerCase() !== "z") return;
      e.preventDefault();
      void (e.shiftKey ? redo() : undo());
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [undo, redo]);
}

function Head() {
  const [history, setHistory] = useState(false);
  const [variants, setVariants] = useState(false);
  const saving = useDesk((s) => (s.pending && s.saving === "saved" ? "saving" : s.saving));
  const unkept = useDesk((s) => s.unkept && s.saving !== "saved");
  const held = useDesk((s) => s.held)!;
  const units = useDesk((s) => valueAt(s.document, "units"));
  const fraction = useDesk((s) => valueAt(s.document, "fraction"));
  const desk = useShownDesk();
  const { edit, undo, redo } = useDesk.getState();
  return (
    <Masthead>
      <h1 className="sr-only">{desk.name}</h1>
      <Typed
        value={desk.name}
        name="Job name"
        width={12}
        commit={(text) => edit([put("name", text)], "renamed")}
      />
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
      <Plain disabled={!held.can_undo && saving === "saved"} onClick={() => void undo()} aria-keyshortcuts="Control+Z">
        Undo
      </Plain>
      <Plain disabled={!held.can_redo} onClick={() => void redo()} aria-keyshortcuts="Control+Shift+Z">
        Redo
      </Plain>
      <Quiet onClick={() => setVariants(true)}>Side by side</Quiet>
      <Quiet onClick={() => setHistory(true)}>History</Quiet>
      <TakeAway />
      <span role="status" data-saving={saving} className={`text-sm ${saving === "waiting" || saving === "refused" || unkept ? "font-semibold text-bad" : "text-faint"}`}>
        {SAID[saving]} {unkept && UNKEPT}
      </span>
      {variants && <VariantsSheet onClose={() => setVariants(false)} />}
      {history && <HistorySheet onClose={() => setHistory(false)} />}
    </Masthead>
  );
}

function Desk() {
  const desk = useShownDesk();
  const stake = useDesk((s) => s.stake);
  const selected = useDesk((s) => s.selected);
  const problem = useDesk((s) => s.problem);
  const trying = useDesk((s) => s.trying);
  const [placing, setPlacing] = useState(false);
  const { pick, edit, dismiss } = useDesk.getState();
  const thing = desk.things[selected[0] ?? ""];
  const [layers, setLayers] = useState<readonly string[] | null>(null);
  const shown = desk.trade === "fence" ? null : (layers ?? LAYERS_AT[stake] ?? null);
  const plan = shown ? { ...desk.scenes.plan, shapes: desk.scenes.plan.shapes.filter((s) => !s.layer || shown.includes(s.layer)) } : desk.scenes.plan;
  const [lower, setLower] = useState("elevation");
  const low = desk.scenes[lower] ?? desk.scenes.elevation;
  const sideways = !["site", "line", "gates"].includes(stake);
  const drawn = Object.values(desk.scenes);
  const leaf = stake === "gates" ? drawn.find((s) => s.name.startsWith("leaf_")) : undefined;
  const section = desk.scenes[thing?.section ?? ""] ?? leaf ?? drawn.find((s) => s.name.startsWith("section"));
  const inset = section && (
    <figure className={`m-0 hidden shrink-0 flex-col border-rule sm:flex ${desk.trade === "fence" ? "w-[236px] border-l" : "h-[46%] border-t"}`}>
      <figcaption className="px-2 pt-1 text-sm font-semibold">{section.title}</figcaption>
      <div className="min-h-0 flex-1">
        <SceneView scene={section} label={section.title} selected={selected} onPick={pick} />
      </div>
    </figure>
  );
  const drag = (handle: Handle, at: [number, number]) => void edit([dragged(desk, handle, at)], "", { passing: true });
  const drop = (handle: Handle) => void edit([], `${handle.kind} ${handle.id} moved`);
  const place = (at: [number, number]) => {
    void edit([{ do: "add_leg", x_mm: at[0], y_mm: at[1], angle_deg: 180, side: "left" }], "Line carried on");
  };
  return (
    <div className="flex flex-col lg:h-full lg:overflow-hidden">
      <Head />
      <StringLine />
      <main className="grid min-h-0 flex-1 lg:grid-cols-[minmax(0,1fr)_332px]">
        <div className="flex min-h-0 min-w-0 flex-col max-lg:[&_figure]:h-[230px]">
          <Slip placing={placing} place={setPlacing} />
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
          {stake === "buy" ? (
            <>
              <div className="h-[190px] shrink-0 border-b border-rule">
                <SceneView scene={desk.scenes.elevation} label="Elevation" selected={selected} onPick={pick} />
              </div>
              <Lists />
            </>
          ) : (
            <>
              <div className={desk.trade === "fence" ? "contents" : "flex min-h-0 flex-col lg:flex-1 lg:flex-row"}>
                <div className={desk.trade === "fence" ? `flex h-[340px] border-b border-rule lg:h-auto lg:min-h-[150px] ${sideways ? "lg:flex-1" : "lg:flex-[1.7]"}` : "flex h-[340px] min-w-0 lg:h-auto lg:flex-[1.15]"}>
                  <div className="flex min-w-0 flex-1 flex-col">
                    {shown && <LayerBar layers={desk.scenes.plan.layers ?? []} shown={shown} show={setLayers} />}
                    <div className="relative min-h-0 flex-1">
                      <SceneView
                        scene={plan}
                        label="Plan"
                        selected={selected}
                        onPick={pick}
                        onDrag={trying ? undefined : drag}
                        onDrop={drop}
                        onPlace={placing ? place : undefined}
                      />
                    </div>
                  </div>
                  {desk.trade === "fence" && inset}
                </div>
                <div className={desk.trade === "fence" ? "contents" : "flex min-h-0 min-w-0 flex-col border-l border-rule lg:flex-1"}>
                  <figure className={`m-0 flex flex-col lg:min-h-[150px] ${sideways ? "lg:flex-[1.25]" : "lg:flex-1"}`}>
                    <figcaption className="flex flex-wrap items-center gap-x-3 px-3 pt-1 text-sm">
                      {desk.trade !== "fence" &&
                        LOWER.filter(([key]) => desk.scenes[key]).map(([key, name]) => (
                          <button
                            key={key}
                            type="button"
                            aria-pressed={low.name === key}
                            onClick={() => setLower(key)}
                            className={`min-h-6 border-b-2 ${low.name === key ? "border-signal font-semibold" : "border-transparent text-faint"}`}
                          >
                            {name}
                          </button>
                        ))}
                      <span>{low.title}</span>
                    </figcaption>
                    <div className="min-h-0 flex-1">
                      <SceneView scene={low} label={low.name === "elevation" ? "Elevation" : low.title} selected={selected} onPick={pick} />
                    </div>
                  </figure>
                  {desk.trade !== "fence" && stake === "holes" && inset}
                </div>
              </div>
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

const LOWER = [
  ["elevation", "Section"],
  ["across", "Across"],
  ["ledger", "Ledger"],
  ["load", "Loads"],
] as const;

/** What of a deck lies open at each step: the plan as it is built. */
const LAYERS_AT: Record<string, readonly string[]> = {
  site: ["house", "boards"],
  line: ["house", "boards"],
  ground: ["house", "footings", "beams"],
  holes: ["house", "footings", "beams"],
  frame: ["house", "footings", "beams", "joists", "blocks"],
  skin: ["house", "boards"],
};

/** Layers of the plan in the order they are built: each can be shown alone, or the deck built up step by step. */
function LayerBar({ layers, shown, show }: { layers: { key: string; name: string }[]; shown: readonly string[]; show: (keys: readonly string[] | null) => void }) {
  const upTo = layers.filter((l) => shown.includes(l.key)).length;
  const build = () => show(layers.slice(0, upTo >= layers.length ? 2 : upTo + 1).map((l) => l.key));
  return (
    <div className="flex flex-wrap items-center gap-x-2.5 px-3 pt-1 text-sm" role="group" aria-label="Layers">
      {layers.map((l) => (
        <label key={l.key} className="inline-flex min-h-7 items-center gap-1.5 pr-1">
          <input
            type="checkbox"
            checked={shown.includes(l.key)}
            onChange={(e) => show(e.target.checked ? [...shown, l.key] : shown.filter((k) => k !== l.key))}
            className="h-4 w-4 accent-[var(--signal)]"
          />
          {l.name}
        </label>
      ))}
      <Quiet onClick={build}>Build the next</Quiet>
    </div>
  );
}

/** The edit that a drag of this handle means. Places along a leg are read against the drawing's own frame. */
function dragged(desk: ReturnType<typeof useShownDesk>, handle: Handle, at: [number, number]): Edit {
  if (handle.kind === "cut" || handle.kind === "level") {
    return { do: `move_${handle.kind}`, id: handle.id, x_mm: at[0], y_mm: -at[1] } as Edit;
  }
  if (handle.kind === "deck") {
    return (handle.id === "far" ? { do: "size_deck", out_mm: -at[1] } : { do: "size_deck", width_mm: at[0] }) as Edit;
  }
  if (handle.kind === "corner") {
    return { do: "move_corner", corner: Number(handle.id), x_mm: at[0], y_mm: at[1] };
  }
  const leg = desk.scenes.plan.legs!.find((l) => l.leg === handle.leg)!;
  const along = [(leg.end[0] - leg.start[0]) / leg.length_mm, (leg.end[1] - leg.start[1]) / leg.length_mm];
  const station = (at[0] - leg.start[0]) * along[0] + (at[1] - leg.start[1]) * along[1];
  const at_mm = Math.max(0, station - (handle.offset_mm ?? 0));
  return { do: handle.kind, id: handle.id, values: { at_mm }, snap: true } as Edit;
}
