import type { Standing } from "../../api/types";
import { Turned } from "../../drawing/Turned";
import { Sheet } from "../../ui/Sheet";
import { useAnswer } from "../../ui/useAnswer";
import { useDesk, useShownDesk } from "./state";

/** The job as it stands. */
export function StandingSheet({ onClose }: { onClose: () => void }) {
  const document = useDesk((s) => s.document);
  const selected = useDesk((s) => s.selected);
  const { pick } = useDesk.getState();
  const desk = useShownDesk();
  const [found, wait] = useAnswer<Standing>("/api/plan/standing", document, "Standing it up…");
  const lit = found?.bodies.find((b) => selected.includes(b.label))?.label ?? "";
  return (
    <Sheet open wide onClose={onClose} title="The job standing">
      {wait}
      {found && (
        <Turned
          found={found}
          called={(step) => desk.stakes.find((s) => s.key === step)?.name ?? step}
          name={desk.name}
          lit={lit}
          onPick={pick}
          says={lit ? `${desk.things[lit]?.title ?? lit} is lit.` : "Drag to turn it; press on a piece to see what it is."}
        />
      )}
    </Sheet>
  );
}
