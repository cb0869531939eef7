import { useState } from "react";
import { Plain, Quiet } from "../../ui/controls";
import { Length, OptionalLength, Pick, PickOrNone, Tick } from "./fields";
import { Say } from "./Say";
import { useDesk, valueAt } from "./state";
import { WaysSheet } from "./WaysSheet";

const EDGES = { far: "Steps at the far edge", left: "At the left", right: "At the right" } as const;

/** Flights of a deck, one at a time: its edge, its risers and treads, what it hangs on and stands on. */
export function StepsSlip() {
  const steps = useDesk((s) => valueAt(s.document, "deck.steps")) ?? [];
  const levels = useDesk((s) => valueAt(s.document, "deck.levels")) ?? [];
  const picked = useDesk((s) => s.selected[0]);
  const [ways, setWays] = useState(false);
  const { edit, pick } = useDesk.getState();
  const found = steps.findIndex((one) => picked === one.id || picked?.startsWith(`${one.id}-`));
  const index = found < 0 ? steps.length - 1 : found;
  const flight = steps[index];
  const at = `deck.steps.${index}` as const;
  return (
    <>
      <Say>
        {(Object.keys(EDGES) as (keyof typeof EDGES)[]).map((side) => (
          <Plain key={side} onClick={() => void edit([{ do: "add_steps", side }], "Steps")}>
            {EDGES[side]}
          </Plain>
        ))}
        <Plain onClick={() => void edit([{ do: "add_steps", side: "far", full: true }], "Steps")}>Along all of the far edge</Plain>
      </Say>
      {flight && (
        <Say>
          <select
            aria-label="Flight"
            value={flight.id}
            onChange={(e) => pick(e.target.value)}
            className="min-h-7 border-b-2 border-ink/50 bg-board font-semibold"
          >
            {steps.map((one) => (
              <option key={one.id} value={one.id}>
                {one.id}
              </option>
            ))}
          </select>{" "}
          stands at <Pick path={`${at}.side`} name="Edge" />
          {levels.length > 1 && (
            <>
              {" "}
              of <Pick path={`${at}.level`} name="Level of the steps" />
            </>
          )}
          , from <Length path={`${at}.at_mm`} name="Steps start" /> on, <Length path={`${at}.width_mm`} name="Width of the steps" /> wide; its first
          tread <Pick path={`${at}.top`} name="First tread" />. Risers of at most{" "}
          <OptionalLength path={`${at}.max_riser_mm`} name="Highest riser" empty="the usual" />, going{" "}
          <OptionalLength path={`${at}.going_mm`} name="Going" empty="what whole boards make" />, noses{" "}
          <Length path={`${at}.nosing_mm`} name="Nosing" /> over. <Tick path={`${at}.closed`} words="risers closed with boards" />. Stringers of{" "}
          <PickOrNone path={`${at}.stringer`} name="Stringer" none="the size the notches ask" /> stand on{" "}
          <Pick path={`${at}.foot`} name="Foot" />, with <Pick path={`${at}.handrail`} name="Handrail" />. <Plain onClick={() => setWays(true)}>Ways to take the rise</Plain>{" "}
          <Quiet onClick={() => void edit([{ do: "remove_steps", id: flight.id }], "Steps removed")}>Take {flight.id} away</Quiet>
        </Say>
      )}
      {flight && ways && <WaysSheet path="/api/plan/compare/rises" title="Ways to take the rise" words={() => "Take this"} onClose={() => setWays(false)} />}
    </>
  );
}
