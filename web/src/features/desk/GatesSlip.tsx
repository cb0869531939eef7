import { useState } from "react";
import { Plain, Quiet } from "../../ui/controls";
import { Length, Pick, Tick, Typed } from "./fields";
import { useLeg } from "./LineSlip";
import { Say } from "./Say";
import { useDesk, useFence, valueAt } from "./state";

/** The gate in hand: where it is, measured from what stays; how it opens; its frame. */
export function GatesSlip() {
  const gates = useDesk((s) => valueAt(s.document, "fence.gates")) ?? [];
  const picked = useDesk((s) => s.selected[0]);
  const leg = useLeg();
  const { edit, pick } = useDesk.getState();
  const along = useFence().along;
  const bars = useDesk((s) => valueAt(s.document, "fence.gate_frame.bars_mm")) ?? 0;
  const found = gates.findIndex((g) => `gate ${g.id}` === picked);
  const index = found < 0 ? 0 : found;
  const gate = gates[index];
  const legs = useDesk((s) => valueAt(s.document, "fence.legs")) ?? [];
  const [after, setAfter] = useState("");
  const places = useFence().from_posts[gate?.id] ?? [];
  const from = places.find((p) => p.post === after) ?? places[0];
  const change = (values: Record<string, unknown>, words: string) => edit([{ do: "gate", id: gate.id, values, snap: false }], words);
  return (
    <>
      <Say>
        {gate ? (
          <>
            <select
              aria-label="Gate"
              value={gate.id}
              onChange={(e) => pick(`gate ${e.target.value}`)}
              className="min-h-7 border-b-2 border-ink/50 bg-board font-semibold"
            >
              {gates.map((g) => (
                <option key={g.id} value={g.id}>
                  Gate {g.id}
                </option>
              ))}
            </select>{" "}
            on{" "}
            <select
              aria-label="Gate's leg"
              value={gate.leg}
              onChange={(e) => void change({ leg: Number(e.target.value) }, "Gate's leg")}
              className="min-h-7 border-b-2 border-ink/50 bg-board font-semibold"
            >
              {legs.map((_, i) => (
                <option key={i} value={i}>
                  leg {i + 1}
                </option>
              ))}
            </select>{" "}
            opens <Length path={`fence.gates.${index}.opening_mm`} name="Gate opening" /> clear,{" "}
            <Typed
              value={from.length}
              name="Gate from"
              commit={(at) => edit([{ do: "gate", id: gate.id, values: { at_mm: at }, snap: false, after: from.post }], "Gate moved")}
            />{" "}
            {from.back ? "before" : "from"}{" "}
            <select
              aria-label="Gate measured from"
              value={from.post}
              onChange={(e) => setAfter(e.target.value)}
              className="min-h-7 border-b-2 border-ink/50 bg-board font-semibold"
            >
              {places.map(({ post }) => (
                <option key={post} value={post}>
                  the middle of {post}
                </option>
              ))}
            </select>
            , as{" "}
            <select
              aria-label="Leaves"
              value={gate.leaves}
              onChange={(e) => void change({ leaves: Number(e.target.value) }, "Gate leaves")}
              className="min-h-7 border-b-2 border-ink/50 bg-board font-semibold"
            >
              <option value={1}>one leaf</option>
              <option value={2}>two leaves</option>
            </select>
            {gate.leaves === 1 && (
              <>
                hung at{" "}
                <select
                  aria-label="Hinge side"
                  value={gate.hinge}
                  onChange={(e) => void change({ hinge: e.target.value }, "Hinge side")}
                  className="min-h-7 border-b-2 border-ink/50 bg-board font-semibold"
                >
                  <option value="start">the near post</option>
                  <option value="end">the far post</option>
                </select>
              </>
            )}
            swinging{" "}
            <select
              aria-label="Swing"
              value={gate.swing}
              onChange={(e) => void change({ swing: e.target.value }, "Gate swing")}
              className="min-h-7 border-b-2 border-ink/50 bg-board font-semibold"
            >
              <option value="left">to the left</option>
              <option value="right">to the right</option>
            </select>
            . <Tick path={`fence.gates.${index}.wheel`} words="wheel" /> <Tick path={`fence.gates.${index}.stop`} words="ground stop" />
          </>
        ) : (
          "There is no gate yet."
        )}
        <Plain onClick={() => void edit([{ do: "add_gate", leg }], "Gate added")}>Hang a gate on leg {leg + 1}</Plain>
        {gate && <Quiet onClick={() => void edit([{ do: "remove_gate", id: gate.id }], "Gate removed")}>Take {gate.id} away</Quiet>}
      </Say>
      {gate && (
        <Say>
          Frames of <Pick path="fence.gate_frame.frame" name="Gate frame" /> with <Length path="fence.gate_frame.hinge_gap_mm" name="Hinge gap" />{" "}
          at the hinges and <Length path="fence.gate_frame.latch_gap_mm" name="Latch gap" /> at the latch or between leaves. An
          opening&apos;s width out, the ground is higher by <Length path={`fence.gates.${index}.rise_left_mm`} name="Rise to the left" /> on the
          left, <Length path={`fence.gates.${index}.rise_right_mm`} name="Rise to the right" /> on the right.
          Its rails lie <Pick path="fence.gate_frame.joint" name="Gate joint" />;{" "}
          {!along && <Tick path="fence.gate_frame.through" words="the fence's boards run on over it" />} At its top{" "}
          <Length path="fence.gate_frame.bars_mm" name="Height of the bars" /> of bars
          {bars > 0 && (
            <>
              {" "}
              of <Length path="fence.gate_frame.bar_mm" name="Bar" />, <Pick path="fence.gate_frame.bars_on" name="Bars" />, at most{" "}
              <Length path="fence.gate_frame.bar_gap_mm" name="Gap of the bars" /> apart, less{" "}
              <Length path="fence.gate_frame.connector_mm" name="Connector" /> for each connector
            </>
          )}
          .
        </Say>
      )}
    </>
  );
}
