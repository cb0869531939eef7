import type { Side } from "../../api/types";
import { Sheet } from "../../ui/Sheet";
import { useAnswer } from "../../ui/useAnswer";
import { SideBySide } from "./SideBySide";
import { useDesk } from "./state";

/** Several ways of doing one thing beside each other, one press to take one. */
export function WaysSheet({ path, title, words, onClose }: { path: string; title: string; words: (way: string) => string; onClose: () => void }) {
  const document = useDesk((s) => s.document);
  const edit = useDesk((s) => s.edit);
  const [sides, wait] = useAnswer<Side[]>(path, document, "Laying out each…");
  const take = async (side: Side) => {
    await edit(side.edits, `${title}: ${side.label}`);
    onClose();
  };
  return (
    <Sheet open wide onClose={onClose} title={title}>
      {wait}
      {sides && <SideBySide sides={sides} take={(s) => void take(s)} words={(s) => words(s.label)} />}
    </Sheet>
  );
}
