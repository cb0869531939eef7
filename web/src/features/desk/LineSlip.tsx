import { Plain, Quiet } from "../../ui/controls";
import { Length, Pick, Typed } from "./fields";
import { Say } from "./Say";
import { useDesk, useFence, useShownDesk, valueAt } from "./state";


/** Which leg the choices of the line stand for: the one picked, else the last. */
export function useLeg(): number {
  const legs = useDesk((s) => valueAt(s.document, "fence.legs")) ?? [];
  const picked = useDesk((s) => s.selected[0]) ?? "";
  const thing = useShownDesk().things[picked];
  const leg = thing?.leg ?? Number(/^leg (\d+)$/.exec(picked)?.[1] ?? 0) - 1;
  return leg >= 0 && leg < legs.length ? leg : legs.length - 1;
}

export function LineSlip({ placing, place }: { placing: boolean; place: (on: boolean) => void }) {
  const { edit, pick } = useDesk.getState();
  const leg = useLeg();
  const legs = useDesk((s) => valueAt(s.document, "fence.legs")) ?? [];
  const way = useDesk((s) => valueAt(s.document, "fence.bays.way"));
  const corner = useFence().corners.find((c) => c.leg === leg);
  const path = `fence.legs.${leg}.length_mm` as const;
  return (
    <>
      <Say>
        <select
          aria-label="Leg"
          value={leg}
          onChange={(e) => pick(`leg ${Number(e.target.value) + 1}`)}
          className="min-h-7 border-b-2 border-ink/50 bg-board font-semibold"
        >
          {legs.map((_, i) => (
            <option key={i} value={i}>
              Leg {i + 1}
            </option>
          ))}
        </select>{" "}
        runs <Length path={path} name="Leg length" />
        {corner && (
          <>
            after a corner of{" "}
            <Typed
              value={`${corner.angle_deg}`}
              name="Corner angle"
              commit={(text) => edit([{ do: "leg", index: leg, angle_deg: text }], "Corner angle")}
            />
            ° to the{" "}
            <select
              aria-label="Corner side"
              value={corner.side}
              onChange={(e) => void edit([{ do: "leg", index: leg, side: e.target.value as "left" }], "Corner side")}
              className="min-h-7 border-b-2 border-ink/50 bg-board font-semibold"
            >
              <option value="left">left</option>
              <option value="right">right</option>
            </select>
          </>
        )}
        .
        <Plain aria-pressed={placing} onClick={() => place(!placing)}>
          {placing ? "Press where the next corner goes…" : "Carry the line on"}
        </Plain>
        <Plain onClick={() => void edit([{ do: "add_leg", length_mm: "3 m", angle_deg: 90, side: "left" }], "Leg added")}>
          Square leg
        </Plain>
        {legs.length > 1 && (
          <Quiet onClick={() => void edit([{ do: "remove_leg", index: leg }], `Leg ${leg + 1} removed`)}>Remove leg {leg + 1}</Quiet>
        )}
      </Say>
      <Say>
        Posts stand in <Pick path="fence.bays.way" name="Bays" />
        {way === "module" ? (
          <>
            of <Length path="fence.bays.module_mm" name="Module" />, the rest in one bay <Pick path="fence.bays.remainder" name="Remainder" />,
          </>
        ) : (
          <>
            of at most <Length path="fence.bays.max_mm" name="Largest spacing" />,
          </>
        )}{" "}
        measured <Pick path="fence.bays.told" name="How spacing is measured" />.
        <ObstacleWords leg={leg} />
      </Say>
    </>
  );
}

/** What no hole may be dug into: chosen by name as well as on the drawing, changed, and taken away. */
function ObstacleWords({ leg }: { leg: number }) {
  const all = useDesk((s) => valueAt(s.document, "fence.obstacles")) ?? [];
  const picked = useDesk((s) => s.selected[0]);
  const { edit, pick } = useDesk.getState();
  const index = all.findIndex((o) => o.id === picked);
  const one = all[index];
  const change = (values: Record<string, unknown>) => edit([{ do: "obstacle", id: one.id, values, snap: false }], "Obstacle changed");
  return (
    <span className="flex flex-wrap items-start gap-x-1.5">
      {all.length > 0 && (
        <select
          aria-label="Which obstacle"
          value={one?.id ?? ""}
          onChange={(e) => pick(e.target.value)}
          className="min-h-7 border-b-2 border-ink/50 bg-board px-1 font-semibold"
        >
          <option value="">{all.length === 1 ? "1 obstacle" : `${all.length} obstacles`}</option>
          {all.map((o) => (
            <option key={o.id} value={o.id}>
              {o.id}, {o.what} on leg {o.leg + 1}
            </option>
          ))}
        </select>
      )}
      {one && (
        <>
          is a <Typed value={one.what} name="Obstacle" width={12} commit={(what) => change({ what })} /> from{" "}
          <Length path={`fence.obstacles.${index}.at_mm`} name="Obstacle from" /> for{" "}
          <Length path={`fence.obstacles.${index}.width_mm`} name="Obstacle width" />
          <Quiet onClick={() => void edit([{ do: "remove_obstacle", id: one.id }], "Obstacle removed")}>Take {one.id} away</Quiet>
        </>
      )}
      <Plain onClick={() => void edit([{ do: "add_obstacle", leg, what: "tree" }], "Obstacle added")}>An obstacle</Plain>
    </span>
  );
}
