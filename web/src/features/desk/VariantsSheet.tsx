import { useState } from "react";
import type { Edit, Problem, Side } from "../../api/types";
import { Plain, Quiet, Strong } from "../../ui/controls";
import { Sheet } from "../../ui/Sheet";
import { useAnswer } from "../../ui/useAnswer";
import { SideBySide } from "./SideBySide";
import { useDesk, valueAt } from "./state";

/** Up to three ways of doing the job: set one aside under a name, change the one in hand, compare, swap, keep one. */
export function VariantsSheet({ onClose }: { onClose: () => void }) {
  const document = useDesk((s) => s.document);
  const edit = useDesk((s) => s.edit);
  const kept = valueAt(document, "variants") ?? [];
  const [sides, wait] = useAnswer<Side[]>("/api/plan/variants", document, "Laying them out…");
  const [name, setName] = useState(`Way ${kept.length + 1}`);
  const [problem, setProblem] = useState<Problem | null>(null);
  const run = (edits: Edit[], words: string) => edit(edits, words).then(setProblem);
  const take = async (side: Side) => {
    await edit(side.edits, `Kept ${side.label}`);
    onClose();
  };
  return (
    <Sheet open wide onClose={onClose} title="Side by side">
      <p>
        {kept.length < 2 ? (
          <>
            Set the one in hand aside as{" "}
            <input aria-label="Name of the variant" value={name} onChange={(e) => setName(e.target.value)} className="min-h-9 w-32 border-b-2 border-ink/50 bg-lime px-1 font-semibold" />{" "}
            <Plain onClick={() => void run([{ do: "set_aside", name }], `Set aside: ${name}`)}>Set aside</Plain> then change the one in hand and
            come back to compare.
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
      {wait}
      {sides && (
        <SideBySide
          sides={sides}
          take={(s) => void take(s)}
          words={(s) => `Keep ${s.label} alone`}
          more={(s) => kept.some((v) => v.name === s.label) && <OneKept name={s.label} run={run} />}
        />
      )}
      {kept.length > 0 && (
        <p className="mt-2">
          <Strong onClick={() => void edit([{ do: "drop_variants" }], "Kept the one in hand").then(onClose)}>Keep the one in hand alone</Strong>
        </p>
      )}
    </Sheet>
  );
}

/** What may be done with a way that was set aside, beside keeping it alone. */
function OneKept({ name, run }: { name: string; run: (edits: Edit[], words: string) => Promise<unknown> }) {
  const [to, setTo] = useState<string | null>(null);
  if (to !== null) {
    return (
      <form
        className="mt-1 flex justify-end gap-1"
        onSubmit={(e) => {
          e.preventDefault();
          void run([{ do: "rename_variant", name, to }], `${name} is now ${to}`);
        }}
      >
        <input autoFocus aria-label={`New name of ${name}`} value={to} onChange={(e) => setTo(e.target.value)} className="min-h-9 w-28 border-b-2 border-ink/50 bg-lime px-1" />
        <Plain type="submit">Keep</Plain>
      </form>
    );
  }
  return (
    <span className="mt-1 block">
      <Quiet aria-label={`Swap ${name} with the one in hand`} onClick={() => void run([{ do: "take_variant", name, only: false }], `Swapped with ${name}`)}>
        Swap
      </Quiet>{" "}
      <Quiet aria-label={`Rename ${name}`} onClick={() => setTo(name)}>
        Rename
      </Quiet>{" "}
      <Quiet aria-label={`Throw ${name} away`} onClick={() => void run([{ do: "drop_variants", name }], `${name} thrown away`)}>
        Throw away
      </Quiet>
    </span>
  );
}
