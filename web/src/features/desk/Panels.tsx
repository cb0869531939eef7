import { type ReactNode, useRef, useState } from "react";
import type { Edit, Handle, Panel, Scene, Schedule, Window } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Quiet } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { CutSheet } from "./CutSheet";
import { Rehearsal } from "./Rehearsal";
import { SceneTabs } from "./SceneTabs";
import { LayerBar } from "./Layers";
import { useDesk, useShownDesk } from "./state";

/** The place of all drawings is about so many times as wide as high; the main one takes so much of its width beside the others, or of its height
 * over them. */
const PLACE = 2.4;
const BESIDE = 0.59;
const OVER = 0.575;

/** How large a drawing comes out that is so many times as wide as high. */
const scale = (wide: number, w: number, h: number) => Math.min(w / wide, h);

/** Whether the main drawing lies over the others rather than beside them: where that makes both larger, taken together. */
function liesOver(main: number | null, other: number | null): boolean {
  if (!main) return false;
  const over = scale(main, PLACE, OVER) * (other ? scale(other, PLACE, 1 - OVER) : 1);
  const beside = scale(main, PLACE * BESIDE, 1) * (other ? scale(other, PLACE * (1 - BESIDE), 1) : 1);
  return over > beside;
}

/** How many times as wide as high; none for what is not drawn. */
const aspect = (scene?: Scene) => (scene ? (scene.high[0] - scene.low[0]) / (scene.high[1] - scene.low[1]) : null);

/** What the step in hand is about: its drawing large, what belongs beside it beside or under it. */
export function Panels({ placing }: { placing: boolean }) {
  const desk = useShownDesk();
  const stake = useDesk((s) => s.stake);
  const [big, ...rest] = desk.panels[stake] ?? [];
  if (!big) return null;
  const drawn = (panel?: Panel) => aspect(desk.scenes[panel?.scenes?.[0] ?? ""]);
  const wide = liesOver(drawn(big), drawn(rest[0]));
  return (
    <div id="drawing" tabIndex={-1} className={`flex min-h-0 flex-col lg:flex-1 ${wide ? "" : "lg:flex-row"}`} data-panels={stake}>
      <PanelView key={keyOf(big)} panel={big} placing={placing} main className={wide ? "lg:flex-[1.35]" : "lg:flex-[1.45]"} />
      {rest.length > 0 && (
        <div className={`flex min-h-0 min-w-0 border-rule max-lg:flex-col lg:flex-1 ${wide ? "lg:border-t" : "lg:flex-col lg:border-l"}`}>
          {rest.map((panel, i) => (
            <PanelView key={keyOf(panel)} panel={panel} placing={placing} className={`${panel.own ? "lg:flex-[1.6]" : "lg:flex-1"} ${i ? (wide ? "lg:border-l" : "lg:border-t") : ""}`} />
          ))}
        </div>
      )}
    </div>
  );
}

/** What only one trade shows. */
const OWN: Record<string, ReactNode> = { rehearsal: <Rehearsal /> };

/** Sections and leaves change with what is picked or built; their place on the desk stays. */
const keyOf = (panel: Panel) => panel.own || panel.schedule || panel.scenes?.[0]?.replace(/^(section|leaf)_.*/, "$1");

/** One place of the desk: a drawing, one of several, or a schedule. */
function PanelView({ panel, placing, main, className }: { panel: Panel; placing: boolean; main?: boolean; className: string }) {
  const desk = useShownDesk();
  const schedule = panel.schedule ? desk.schedules.find((s) => s.title === panel.schedule) : undefined;
  return (
    <figure className={`m-0 flex min-h-0 min-w-0 flex-col border-rule ${schedule || panel.own ? "" : main ? "max-lg:h-[23rem]" : "max-lg:h-[20rem]"} ${className}`}>
      {panel.own ? OWN[panel.own] : schedule ? <ScheduleView schedule={schedule} /> : <Drawing panel={panel} placing={placing} main={Boolean(main)} />}
    </figure>
  );
}

function Drawing({ panel, placing, main }: { panel: Panel; placing: boolean; main: boolean }) {
  const desk = useShownDesk();
  const selected = useDesk((s) => s.selected);
  const stake = useDesk((s) => s.stake);
  const [chosen, choose] = useState("");
  const [layers, setLayers] = useState<readonly string[] | null>(null);
  const [cutting, setCutting] = useState(false);
  const dragging = useDragging(panel.scenes?.[0] === "plan", placing);
  const { pick } = useDesk.getState();
  const names = (panel.scenes ?? []).filter((n) => desk.scenes[n]);
  const own = desk.things[selected[0] ?? ""]?.section ?? "";
  const elsewhere = names.includes(chosen) && !chosen.startsWith("section");
  const part = !elsewhere && names.some((n) => n.startsWith("section")) && desk.scenes[own] ? own : "";
  const name = part || (names.includes(chosen) ? chosen : names[0]);
  const scene = desk.scenes[name];
  const closer = useCloser(scene);
  if (!scene) return <p className="p-3 text-faint" role="status">Drawing it…</p>;
  const staged = name === "plan" && (scene.layers ?? []).length > 0;
  const whole = (scene.layers ?? []).some((layer) => layer.key === "joists");
  const shown = staged ? (layers ?? (whole ? LAYERS_AT[stake] : scene.layers?.map((layer) => layer.key)) ?? null) : null;
  const drawn = shown ? { ...scene, shapes: scene.shapes.filter((s) => !s.layer || shown.includes(s.layer)) } : scene;
  const caption = (
    <span className="flex min-w-0 flex-wrap items-center gap-x-3">
      {names.length > 1 && <SceneTabs names={names.map((key) => [key, TABS[key] ?? desk.scenes[key].title.split(":")[0]])} shown={name} show={choose} />}
      {staged && main && <LayerBar layers={scene.layers ?? []} shown={shown ?? []} show={setLayers} />}
      {!(staged && main) && (names.length < 2 || TABS[name]) && <figcaption className={names.length > 1 ? "text-faint" : "font-semibold"}>{scene.title}</figcaption>}
      {name === "plan" && <Quiet onClick={() => setCutting(true)}>Cut through it</Quiet>}
      {cutting && <CutSheet onClose={() => setCutting(false)} />}
    </span>
  );
  return (
    <div className="min-h-0 flex-1">
      <SceneView key={name} scene={drawn} label={LABEL[name] ?? scene.title} caption={caption} selected={selected} onPick={pick} onView={closer} {...dragging} />
    </div>
  );
}

/** Part of a large drawing is asked for again as closely as it is seen, once the hand rests. */
const CLOSER_MS = 140;
function useCloser(scene: Scene | undefined) {
  const { see } = useDesk.getState();
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  const windows = useRef<Record<string, Window>>({});
  if (!scene?.part) return undefined;
  return (window: Window | null) => {
    clearTimeout(rest.current);
    rest.current = setTimeout(() => {
      windows.current = { ...windows.current };
      if (window) windows.current[scene.name] = window;
      else delete windows.current[scene.name];
      see({ windows: windows.current });
    }, CLOSER_MS);
  };
}

const TABS: Record<string, string> = { elevation: "Section", across: "Across", load: "Loads", strings: "Setting out" };
const LABEL: Record<string, string> = { plan: "Plan", elevation: "Elevation" };

/** What a drag or a press on the plan does. */
function useDragging(plan: boolean, placing: boolean) {
  const desk = useShownDesk();
  const trying = useDesk((s) => s.trying);
  const { edit } = useDesk.getState();
  if (!plan) return {};
  return {
    onDrag: trying ? undefined : (handle: Handle, at: [number, number]) => void edit([dragged(desk.scenes.plan, handle, at)], "", { passing: true }),
    onDrop: (handle: Handle) => void edit([], `${handle.kind} ${handle.id} moved`),
    onRemove: (handle: Handle) => {
      const edits = removed(handle);
      if (edits) void edit(edits, `${handle.kind} ${handle.id} taken away`);
    },
    reads: desk.reads_mm,
    onPlace: placing
      ? (at: [number, number]) => void edit([{ do: "add_leg", x_mm: at[0], y_mm: at[1], angle_deg: 180, side: "left" }], "Line carried on")
      : undefined,
  };
}

/** A table of what is dug or hung, as on paper; a row picks what it is about. */
function ScheduleView({ schedule }: { schedule: Schedule }) {
  const selected = useDesk((s) => s.selected);
  const { pick } = useDesk.getState();
  return (
    <>
      <figcaption className="px-2 pt-1 text-sm font-semibold">{schedule.title}</figcaption>
      <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="group" aria-label={schedule.title}>
        <table className="w-full text-[0.8438rem]">
          <thead className="sticky top-0 bg-lime">
            <tr>
              {schedule.heads.map((head, i) => (
                <th key={head} scope="col" className={`px-2 py-0.5 align-bottom leading-tight font-semibold ${schedule.numbers.includes(i) ? "text-right" : "text-left"}`}>
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {schedule.rows.map((row) => (
              <tr key={row[0]} className={`border-t border-rule ${selected.includes(row[0]) ? "bg-signal-soft" : ""}`}>
                {row.map((cell, i) => (
                  <td key={i} className={`px-2 py-0.5 whitespace-nowrap ${schedule.numbers.includes(i) ? "text-right" : ""}`}>
                    {i ? (
                      <Num>{cell}</Num>
                    ) : (
                      <button type="button" className="min-h-6 font-semibold underline decoration-rule underline-offset-2" onClick={() => pick(cell)}>
                        {cell}
                      </button>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

/** What of a deck lies open at each step: the plan as it is built. */
const LAYERS_AT: Record<string, readonly string[]> = {
  site: ["house", "boards", "steps"],
  line: ["house", "boards", "steps"],
  ground: ["house", "footings", "beams"],
  holes: ["house", "footings", "beams"],
  frame: ["house", "footings", "beams", "joists", "blocks"],
  skin: ["house", "boards", "steps"],
  steps: ["house", "boards", "steps"],
};

/** The edit that takes what a handle is of away; none for what a job cannot be without. */
function removed(handle: Handle): Edit[] | null {
  if (handle.kind === "deck") return null;
  if (handle.kind === "corner") return [{ do: "remove_leg", index: Math.max(0, Number(handle.id) - 1) }];
  return [{ do: `remove_${handle.kind}`, id: handle.id } as Edit];
}

/** The edit that a drag of this handle means. Places along a leg are read against the drawing's own frame. */
function dragged(plan: Scene, handle: Handle, at: [number, number]): Edit {
  if (handle.kind === "cut" || handle.kind === "level" || handle.kind === "steps") {
    return { do: `move_${handle.kind}`, id: handle.id, x_mm: at[0], y_mm: -at[1] } as Edit;
  }
  if (handle.kind === "deck") {
    return (handle.id === "far" ? { do: "size_deck", out_mm: -at[1] } : { do: "size_deck", width_mm: at[0] }) as Edit;
  }
  if (handle.kind === "corner") {
    return { do: "move_corner", corner: Number(handle.id), x_mm: at[0], y_mm: at[1] };
  }
  const leg = plan.legs!.find((l) => l.leg === handle.leg)!;
  const along = [(leg.end[0] - leg.start[0]) / leg.length_mm, (leg.end[1] - leg.start[1]) / leg.length_mm];
  const station = (at[0] - leg.start[0]) * along[0] + (at[1] - leg.start[1]) * along[1];
  const at_mm = Math.max(0, station - (handle.offset_mm ?? 0));
  return { do: handle.kind, id: handle.id, values: { at_mm }, snap: true } as Edit;
}
