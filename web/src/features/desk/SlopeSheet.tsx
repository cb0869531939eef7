import { useEffect, useState } from "react";
import { post } from "../../api/client";
import type { Side } from "../../api/types";
import { Sheet } from "../../ui/Sheet";
import { SideBySide } from "./SideBySide";
import { useDesk } from "./state";

/** Stepped, raked and contour over the same ground, one press to take one. */
export function SlopeSheet({ onClose }: { onClose: () => void }) {
  const document = useDesk((s) => s.document);
  const edit = useDesk((s) => s.edit);
  const [sides, setSides] = useState<Side[] | null>(null);
  useEffect(() => {
    void post<Side[]>("/api/plan/slopes", { document }).then(setSides);
  }, [document]);
  const take = async (side: Side) => {
    await edit(side.edits as never, `Over the ground: ${side.label}`);
    onClose();
  };
  return (
    <Sheet open onClose={onClose} title="Three ways over the ground">
      {sides ? (
        <SideBySide sides={sides} take={(s) => void take(s)} words={(s) => `Take it ${s.label}`} />
      ) : (
        <p>Laying out all three…</p>
      )}
    </Sheet>
  );
}
