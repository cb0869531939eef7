import { type FormEvent, useState } from "react";
import { post, Refused } from "../../api/client";
import type { Pasted, Problem, Verdict } from "../../api/types";
import { Plain, Strong } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { useDesk, useShownDesk } from "./state";

/** Somebody's quantities typed in, and each one beside what this job needs, in words. */
export function SecondLook() {
  const document = useDesk((s) => s.document);
  const { asked } = useShownDesk();
  const [quoted, setQuoted] = useState<Record<string, string>>({});
  const [verdicts, setVerdicts] = useState<Verdict[] | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const ask = async (event: FormEvent) => {
    event.preventDefault();
    try {
      setVerdicts(await post<Verdict[]>("/api/plan/second-look", { document, quoted }));
      setProblem(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.problem);
    }
  };
  const [text, setText] = useState("");
  const [left, setLeft] = useState<readonly string[]>([]);
  const read = async () => {
    try {
      const found = await post<Pasted>("/api/plan/second-look/read", { document, text });
      setQuoted({ ...quoted, ...found.quoted });
      setLeft(found.left);
      setProblem(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.problem);
    }
  };
  return (
    <section className="p-3">
      <details className="mb-2">
        <summary className="cursor-pointer underline underline-offset-4">Paste its lines instead</summary>
        <textarea aria-label="Lines of the quotation" rows={5} value={text} onChange={(e) => setText(e.target.value)} className="w-full border-b-2 border-ink/50 bg-lime px-1" />
        <Plain onClick={() => void read()}>Read them</Plain>
        {left.length > 0 && (
          <p role="status" className="text-sm">
            Not read, look at them yourself: {left.join("; ")}
          </p>
        )}
      </details>
      <form onSubmit={(e) => void ask(e)} className="flex flex-wrap items-end gap-3">
        <p className="w-full">What does the quotation say? Leave empty what it does not.</p>
        {asked.map(({ id: key, name }) => (
          <label key={key} className="text-sm text-faint">
            {name}
            <input
              value={quoted[key] ?? ""}
              onChange={(e) => setQuoted({ ...quoted, [key]: e.target.value })}
              className="block min-h-9 w-28 border-b-2 border-ink/50 bg-lime px-1 text-base font-semibold text-ink"
            />
          </label>
        ))}
        <Strong type="submit">Look again</Strong>
      </form>
      {problem && (
        <p role="alert" className="mt-2 border-l-4 border-bad pl-2">
          {(problem.errors ?? []).map((e) => `${e.message}. Given: ${e.given}. Allowed: ${e.allowed}.`).join(" ") || problem.detail}
        </p>
      )}
      {verdicts && (
        <table className="mt-3 w-full border-collapse" aria-label="Second look">
          <thead className="text-left text-sm text-faint">
            <tr>
              {["", "They say", "This job needs", "", ""].map((h, i) => (
                <th key={i} className="border-b border-ink px-2 font-normal">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {verdicts.map((v) => (
              <tr key={v.name} className="border-b border-rule align-top">
                <th scope="row" className="px-2 py-1 text-left font-semibold">
                  {v.name}
                </th>
                <td className="px-2 py-1 text-right text-[1.0625rem] font-bold">
                  <Num>{v.theirs}</Num>
                </td>
                <td className="px-2 py-1 text-right text-[1.0625rem] font-bold">
                  <Num>{v.ours}</Num>
                </td>
                <td className={`px-2 py-1 font-semibold ${v.agrees === "agrees" ? "" : "text-signal"}`}>{v.agrees}</td>
                <td className="px-2 py-1">
                  <Num>{v.words}</Num>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
