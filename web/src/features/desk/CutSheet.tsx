import { useState } from "react";
import type { Scene } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Plain } from "../../ui/controls";
import { Sheet } from "../../ui/Sheet";
import { useAnswer } from "../../ui/useAnswer";
import { useDesk, useShownDesk } from "./state";

type Place = [number, number];
interface Line {
  start: Place;
  end: Place;
}

/** A section wherever a line is drawn over the plan: dragged anew, moved and turned by buttons. */
export function CutSheet({ onClose }: { onClose: () => void }) {
  const document = useDesk((s) => s.document);
  const { scenes, reads_mm } = useShownDesk();
  const plan = scenes.plan;
  const [line, setLine] = useState<Line>(() => across(plan));
  const [cut, wait] = useAnswer<Scene>("/api/plan/cut", document, "Cutting it…", JSON.stringify(line));
  const move = (by: number) => setLine(shifted(line, by));
  return (
    <Sheet open wide onClose={onClose} title="A cut through the job">
      <p className="mb-1 flex flex-wrap items-center gap-2 text-[0.9375rem]">
        Draw the line of the cut over the plan; it is seen from the right of the line.
        <Plain onClick={() => move(reads_mm)}>Nearer</Plain>
        <Plain onClick={() => move(-reads_mm)}>Further</Plain>
        <Plain onClick={() => setLine(turned(line))}>Turn a quarter</Plain>
      </p>
      <div className="grid gap-2 lg:grid-cols-2">
        <div className="h-[min(52vh,26rem)] border border-rule">
          <SceneView scene={plan} label="Plan" selected={[]} line={line} onLine={(start, end) => setLine({ start, end })} />
        </div>
        <div className="h-[min(52vh,26rem)] border border-rule">
          {wait}
          {cut && !wait && <SceneView scene={cut} label="Cut" selected={[]} caption={<span className="font-semibold">{cut.title}</span>} />}
        </div>
      </div>
    </Sheet>
  );
}

/** Through the middle of a drawing, from its foot to its head. */
function across({ low, high }: Scene): Line {
  const middle = (low[0] + high[0]) / 2 + 1;
  return { start: [middle, low[1]], end: [middle, high[1]] };
}

/** Moved towards the eye. */
function shifted({ start, end }: Line, by: number): Line {
  const long = Math.hypot(end[0] - start[0], end[1] - start[1]) || 1;
  const [x, y] = [((end[1] - start[1]) / long) * by, (-(end[0] - start[0]) / long) * by];
  return { start: [start[0] + x, start[1] + y], end: [end[0] + x, end[1] + y] };
}

/** Turned about its middle. */
function turned({ start, end }: Line): Line {
  const [x, y] = [(start[0] + end[0]) / 2, (start[1] + end[1]) / 2];
  const round = ([a, b]: Place): Place => [x - (b - y), y + (a - x)];
  return { start: round(start), end: round(end) };
}
