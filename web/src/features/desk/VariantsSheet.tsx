import { useEffect, useState } from "react";
import { post } from "../../api/client";
import type { Problem, Side } from "../../api/types";
import { Plain, Strong } from "../../ui/controls";
import { Sheet } from "../../ui/Sheet";
import { SideBySide } from "./SideBySide";
import { useDesk, valueAt } from "./state";

/** Up to three ways of doing the fence: set one aside, change the one in hand, compare, and keep one. */
export function VariantsSheet({ onClose }: { onClose: () => void }) {
  const document = useDesk((s) => s.document);
  const edit = useDesk((s) => s.edit);
  const kept = valueAt(document, "variants") ?? [];
  const [sides, setSides] = useState<Side[] | null>(null);
  const [name, setName] = useState(`Way ${kept.length + 1}`);
  const [problem, setProblem] = useState<Problem | null>(null);
  useEffect(() => {
    void post<Side[]>("/api/plan/variants", { document }).then(setSides);
  }, [document]);
  const take = async (side: Side) => {
    await edit(side.edits, `Kept ${side.label}`);
    onClose();
  };
  return (
    <Sheet open onClose={onClose} title="Side by side">
      <p>
        {kept.length < 2 ? (
          <>
            Set the one in hand aside as{" "}
            <input aria-label="Name of the variant" value={name} onChange={(e) => setName(e.target.value)} className="min-h-9 w-32 border-b-2 border-ink/50 bg-lime px-1 font-semibold" />{" "}
            <Plain onClick={() => void edit([{ do: "set_aside", name }], `Set aside: ${name}`).then(setProblem)}>Set aside</Plain> then change
            the one in hand and come back to compare.
          </>
        ) : (
          "Three ways are as many as fit beside each other."
        )}
      </p>
      {problem && (
        <p role="alert" className="text-bad">
          {problem.detail}
        </p>
      )}
      {sides ? <SideBySide sides={sides} take={(s) => void take(s)} words={(s) => `Keep ${s.label}`} /> : <p>Laying them out…</p>}
      {kept.length > 0 && (
        <p className="mt-2">
          <Strong onClick={() => void edit([{ do: "drop_variants" }], "Kept the one in hand").then(onClose)}>Keep the one in hand</Strong>
        </p>
      )}
    </Sheet>
  );
}
