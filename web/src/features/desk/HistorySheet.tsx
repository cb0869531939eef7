import { useEffect, useState } from "react";
import { get } from "../../api/client";
import type { Document, Revision } from "../../api/types";
import { Quiet } from "../../ui/controls";
import { Sheet } from "../../ui/Sheet";
import { useDesk } from "./state";

/** Every revision of the job, the newest first; any of them can be gone back to. */
export function HistorySheet({ onClose }: { onClose: () => void }) {
  const id = useDesk((s) => s.id);
  const restore = useDesk((s) => s.restore);
  const [all, setAll] = useState<Revision[] | null>(null);
  const [wrong, setWrong] = useState("");
  useEffect(() => {
    void get<Revision[]>(`/api/jobs/${id}/history`).then(setAll, (e: Error) => setWrong(e.message));
  }, [id]);
  const back = async (number: number) => {
    try {
      const document = await get<Document>(`/api/jobs/${id}/revisions/${number}`);
      const problem = await restore(document, `back to revision ${number}`);
      if (problem) setWrong(`Revision ${number} cannot be gone back to: ${problem.detail || problem.title}.`);
      else onClose();
    } catch (error) {
      setWrong(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <Sheet open onClose={onClose} title="History">
      {wrong && <p role="alert">{wrong}</p>}
      {!all && !wrong && <p>Looking it up…</p>}
      <ol className="max-h-[60vh] overflow-auto">
        {all?.map((r) => (
          <li key={r.number} className="flex items-baseline gap-3 border-b border-rule py-1">
            <span className="w-8 text-right font-semibold">{r.number}</span>
            <span className="flex-1">{r.note || "changed"}</span>
            <span className="text-sm text-faint">{new Date(r.made_at).toLocaleString()}</span>
            {r.current ? <b className="text-signal">now</b> : <Quiet onClick={() => void back(r.number)}>Go back to it</Quiet>}
          </li>
        ))}
      </ol>
    </Sheet>
  );
}
