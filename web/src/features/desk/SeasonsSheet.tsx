import { useState } from "react";
import type { Season } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Num } from "../../ui/Num";
import { Sheet } from "../../ui/Sheet";
import { useAnswer } from "../../ui/useAnswer";
import { useDesk, useShownDesk } from "./state";
import { Worked } from "./Working";

/** A slider through the year that moves the boards: the joint in every month. */
export function SeasonsSheet({ onClose }: { onClose: () => void }) {
  const { own } = useShownDesk();
  const document = useDesk((s) => s.document);
  const [seasons, wait] = useAnswer<Season[]>("/api/plan/seasons", document, "Working out the months…");
  const joint = own?.joint ?? "gap";
  const [at, setAt] = useState(0);
  const now = seasons?.[at];
  if (!seasons || !now) return <Sheet open onClose={onClose} title="The year in the boards">{wait}</Sheet>;
  return (
    <Sheet open onClose={onClose} title="The year in the boards">
      <div className="h-36 bg-lime">
        <SceneView scene={now.scene} label={`Boards in ${now.month}`} selected={[]} caption={<span />} />
      </div>
      <label className="mt-2 block">
        <b>{now.month}</b>: boards at {now.moisture} moisture, {joint}{" "}
        <b>
          <Num>{now.joint}</Num>
        </b>
        <input
          type="range"
          min={0}
          max={seasons.length - 1}
          value={at}
          onChange={(e) => setAt(Number(e.target.value))}
          aria-label="Month"
          aria-valuetext={now.month}
          className="block w-full accent-[var(--signal)]"
        />
      </label>
      <p className="mt-2">
        <Worked of="seasons">How this is worked out</Worked>
      </p>
    </Sheet>
  );
}
