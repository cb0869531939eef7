import { Tabs } from "radix-ui";
import { useState } from "react";
import { Plain, Quiet } from "../../ui/controls";
import { Chosen, Figure, Length, OptionalLength, Pick, PickOrNone, Sides, Tick } from "./fields";
import { Say } from "./Say";
import { useDesk, valueAt } from "./state";
import { WaysSheet } from "./WaysSheet";

const EDGES = { far: "Steps at the far edge", left: "At the left", right: "At the right" } as const;

/** Flights of a deck, one at a time: its edge, its risers and treads, what it hangs on and stands on. */
export function StepsSlip() {
  const steps = useDesk((s) => valueAt(s.document, "deck.steps")) ?? [];
  const levels = useDesk((s) => valueAt(s.document, "deck.levels")) ?? [];
  const there = useDesk((s) => valueAt(s.document, "deck.there"));
  const guarded = useDesk((s) => valueAt(s.document, "deck.guard.edges")) !== "none";
  const picked = useDesk((s) => s.selected[0]);
  const [ways, setWays] = useState(false);
  const { edit, pick } = useDesk.getState();
  const found = steps.findIndex((one) => picked === one.id || picked?.startsWith(`${one.id}-`));
  const index = found < 0 ? steps.length - 1 : found;
  const flight = steps[index];
  const at = `deck.steps.${index}` as const;
  return (
    <Tabs.Root defaultValue="steps">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <Tabs.List aria-label="What to set" className="flex gap-1">
          <Tabs.Trigger value="steps" className={TAB}>
            Steps
          </Tabs.Trigger>
          {!there && (
            <Tabs.Trigger value="guard" className={TAB}>
              Guard
            </Tabs.Trigger>
          )}
          <Tabs.Trigger value="limits" className={TAB}>
            Limits here
          </Tabs.Trigger>
        </Tabs.List>
        <Say>
          {(Object.keys(EDGES) as (keyof typeof EDGES)[]).map((side) => (
            <Plain key={side} onClick={() => void edit([{ do: "add_steps", side }], "Steps")}>
              {EDGES[side]}
            </Plain>
          ))}
          <Plain onClick={() => void edit([{ do: "add_steps", side: "far", full: true }], "Steps")}>Along all of the far edge</Plain>
        </Say>
      </div>
      <Tabs.Content value="steps">
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
          , from <Length path={`${at}.at_mm`} name="Steps start" /> on, <Length path={`${at}.width_mm`} name="Width of the steps" /> wide, going on round the corner where they start for{" "}
          <OptionalLength path={`${at}.round_near_mm`} name="Round the corner where they start" empty="no corner" /> and where they end for{" "}
          <OptionalLength path={`${at}.round_far_mm`} name="Round the corner where they end" empty="no corner" />; its first
          tread <Pick path={`${at}.top`} name="First tread" />. Risers of at most{" "}
          <OptionalLength path={`${at}.max_riser_mm`} name="Highest riser" empty="the usual" />, going{" "}
          <OptionalLength path={`${at}.going_mm`} name="Going" empty="what whole boards make" />, noses{" "}
          <Length path={`${at}.nosing_mm`} name="Nosing" /> over. <Tick path={`${at}.closed`} words="risers closed with boards" />{" "}
          {flight.round_near_mm === null && flight.round_far_mm === null && <Tick path={`${at}.framed`} words="a mitred board at both ends of every tread" />},{" "}
          <Figure path={`${at}.lights`} name="Lights in a riser" unit="" /> lights in each. Built{" "}
          <Pick path={`${at}.build`} name="Built" />
          {flight.build === "stringers" && (
            <>
              {" "}
              of <PickOrNone path={`${at}.stringer`} name="Stringer" none="the size the notches ask" />, <Pick path={`${at}.made`} name="Stringers made" />
            </>
          )}{" "}
          on <Pick path={`${at}.foot`} name="Foot" />
          {flight.build === "boxes" && (
            <>
              , <Pick path={`${at}.boxes_way`} name="Boxes stand" />, framed from <Pick path={`${at}.boxes_of`} name="Boxes framed from" />, <Pick path={`${at}.held_by`} name="Lowest box held" />
            </>
          )}
          {flight.build === "stringers" && (
            <>
              {" "}
              with <Pick path={`${at}.foot_by`} name="Feet held by" />
              {flight.made === "cut" && flight.round_near_mm === null && flight.round_far_mm === null && (
                <>
                  {" "}
                  and <Pick path={`${at}.head_by`} name="Heads held by" />
                </>
              )}
            </>
          )}
          , where <OptionalLength path={`${at}.room_mm`} name="Free out from the edge" empty="room enough" /> is free out from the edge, <Pick path={`${at}.wall`} name="Walls beside them" />, with <Pick path={`${at}.handrail`} name="Handrail" />
          {flight.handrail !== "none" && (
            <>
              , <Tick path={`${at}.filled`} words="rails and balusters between its posts" />
            </>
          )}
          {guarded && (
            <>
              , and <Pick path={`${at}.gate`} name="Gate in the guard" />
            </>
          )}
          . <Plain onClick={() => setWays(true)}>Ways to take the rise</Plain>{" "}
          <Quiet onClick={() => void edit([{ do: "remove_steps", id: flight.id }], "Steps removed")}>Take {flight.id} away</Quiet>
        </Say>
      )}
      </Tabs.Content>
      {!there && (
        <Tabs.Content value="guard">
          <GuardSay />
        </Tabs.Content>
      )}
      <Tabs.Content value="limits">
      <Say>
        Held here to risers of at most <OptionalLength path="deck.over.riser_mm" name="Highest riser here" empty="the usual" />, goings of at least{" "}
        <OptionalLength path="deck.over.going_mm" name="Least going here" empty="the usual" />, risers alike within{" "}
        <OptionalLength path="deck.over.differ_mm" name="Risers may differ by" empty="the usual" />, a handrail from{" "}
        <Figure path="deck.over.handrail_risers" name="Handrail from" unit="risers" empty="the usual" /> <Chosen path="deck.over.handrail_risers" /> on, and no gap that{" "}
        <OptionalLength path="deck.over.open_mm" name="What must not pass" empty="the usual ball" /> passes, between tread, riser and rail none that{" "}
        <OptionalLength path="deck.over.triangle_mm" name="What must not pass below the rail" empty="the usual" /> does.
      </Say>
      </Tabs.Content>
      {flight && ways && <WaysSheet path="/api/plan/compare/rises" title="Ways to take the rise" words={() => "Take this"} onClose={() => setWays(false)} />}
    </Tabs.Root>
  );
}

const TAB = "min-h-8 border-b-4 border-transparent px-1.5 font-semibold text-muted data-[state=active]:border-signal data-[state=active]:text-ink max-sm:min-h-11";

const SIDES = ["left", "far", "right", "house"] as const;

/** The guard: where it runs, how its posts stand, what fills it. */
function GuardSay() {
  const guard = useDesk((s) => valueAt(s.document, "deck.guard"));
  if (!guard) return null;
  return (
    <Say>
      The deck has <Pick path="deck.guard.edges" name="Guard" />
      {guard.edges === "chosen" && <Sides path="deck.guard.sides" what="Guard" of={SIDES} />}
      {guard.edges !== "none" && (
        <>
          , <OptionalLength path="deck.guard.high_mm" name="Height of the guard" empty="the usual height" />, on posts of{" "}
          <PickOrNone path="deck.guard.post" name="Guard post" none="the usual size" /> <Pick path="deck.guard.mount" name="How posts are held" />, at most{" "}
          <OptionalLength path="deck.guard.most_mm" name="Widest bay" empty="the usual way" /> apart. It is filled with{" "}
          <Pick path="deck.guard.infill" name="Filled with" />
          {guard.infill !== "glass" && (
            <>
              , gaps at most <OptionalLength path="deck.guard.gap_mm" name="Largest gap" empty="what is allowed" />
            </>
          )}
          {guard.infill === "balusters" && (
            <>
              , their connectors taking <Length path="deck.guard.socket_mm" name="Socket of a connector" /> at each end
            </>
          )}
          , the lower rail{" "}
          <Length path="deck.guard.under_mm" name="Under the lower rail" /> over the boards, rails held by <Pick path="deck.guard.rails_by" name="Rails held by" />.{" "}
          <Tick path="deck.guard.sleeves" words="sleeves over the posts" /> <Tick path="deck.guard.cap" words="a cap over posts and rails" />{" "}
          {!guard.cap && <Tick path="deck.guard.post_caps" words="a cap on every post" />}
        </>
      )}
      .
    </Say>
  );
}
