import { type KeyboardEvent, useId, useState } from "react";
import type { Path, Problem } from "../../api/types";
import { Num } from "../../ui/Num";
import { useDesk, valueAt } from "./state";

function useSet(path: Path, name: string) {
  const edit = useDesk((s) => s.edit);
  return (value: unknown) => edit([{ do: "set", path, value }], name);
}

/** A typed value in a sentence: kept on Enter or on leaving; a refusal stands below it and the text stays. */
export function Typed(props: {
  value: string;
  name: string;
  width?: number;
  /** A bare figure: a phone shows its number pad. */
  figures?: boolean;
  commit: (text: string) => Promise<Problem | null>;
}) {
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState<Problem | null>(null);
  const id = useId();
  const draft = useDesk((s) => s.draft);
  const finish = async () => {
    if (text === null || text === props.value) {
      leave();
      return;
    }
    const problem = await props.commit(text);
    setWrong(problem);
    if (problem?.errors?.length) useDesk.getState().dismiss();
    if (!problem) setText(null);
  };
  const leave = () => {
    draft(null);
    setText(null);
    setWrong(null);
  };
  const typed = (now: string) => {
    setText(now);
    draft(now === props.value ? null : () => props.commit(now));
  };
  const keys = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Enter") void finish();
    if (event.key === "Escape") leave();
  };
  const fault = wrong?.errors?.[0];
  return (
    <span className="inline-flex flex-col align-top">
      <input
        aria-label={props.name}
        aria-invalid={wrong ? true : undefined}
        aria-describedby={wrong ? id : undefined}
        value={text ?? props.value}
        onChange={(e) => typed(e.target.value)}
        onFocus={(e) => e.target.select()}
        onBlur={() => void finish()}
        onKeyDown={keys}
        data-grows
        inputMode={props.figures ? "decimal" : undefined}
        data-typed={text === null || text === props.value ? undefined : ""}
        style={{ minWidth: `${props.width ?? 4}ch` }}
        className={`min-h-7 border-b-2 bg-board px-1 font-semibold ${wrong ? "border-bad" : "border-ink/50"}`}
      />
      {wrong && (
        <span id={id} role="alert" className="max-w-72 text-sm text-bad">
          {fault ? `${fault.message}. Allowed: ${fault.allowed}.` : wrong.detail}
        </span>
      )}
    </span>
  );
}

/** A length of the document, typed in any unit. */
export function Length({ path, name }: { path: Path; name: string }) {
  const shown = useDesk((s) => s.desk?.lengths[path] ?? "");
  const commit = useSet(path, name);
  return <Typed value={shown} name={name} commit={(text) => commit(text)} />;
}

/** A length that may be left to the rules: empty means worked out. */
export function OptionalLength({ path, name, empty }: { path: Path; name: string; empty: string }) {
  const shown = useDesk((s) => s.desk?.lengths[path] ?? "");
  const commit = useSet(path, name);
  return (
    <>
      <Typed value={shown || empty} name={name} commit={(text) => commit(/\d/.test(text) ? text : null)} />
      <Chosen path={path} />
    </>
  );
}

/** A figure with its unit; with `empty`, one that may be left out. */
export function Figure({ path, name, unit, empty }: { path: Path; name: string; unit: string; empty?: string }) {
  const value = useDesk((s) => valueAt(s.document, path));
  const commit = useSet(path, name);
  return (
    <>
      <Typed
        value={String(value ?? empty ?? "")}
        name={name}
        width={empty && value == null ? 10 : 5}
        figures
        commit={(text) => commit(empty && !/\d/.test(text) ? null : text)}
      />{" "}
      {unit}
    </>
  );
}

/** What the rules chose, beside the blank that leaves it to them. */
export function Chosen({ path }: { path: Path }) {
  const words = useDesk((s) => s.desk?.chosen[path]);
  return words ? (
    <span className="ml-1 rounded-sm bg-signal-soft px-1 font-semibold whitespace-nowrap" data-chosen={path}>
      <Num>{words}</Num>
    </span>
  ) : null;
}

/** A choice in a sentence, from the catalogue. */
export function Pick({ path, name, as }: { path: Path; name: string; as?: (value: string) => Promise<unknown> }) {
  const value = useDesk((s) => valueAt(s.document, path)) as string;
  const choices = useDesk((s) => s.desk?.choices[path]) ?? [];
  const commit = useSet(path, name);
  const words = choices.find((c) => c.id === value)?.words;
  return (
    <>
    <select
      aria-label={name}
      title={words || undefined}
      value={value}
      onChange={(e) => void (as ?? commit)(e.target.value)}
      className="min-h-7 max-w-64 border-b-2 border-ink/50 bg-board px-1 font-semibold"
    >
      {choices.map((c) => (
        <option key={c.id} value={c.id}>
          {c.name}
        </option>
      ))}
    </select>
      <Chosen path={path} />
    </>
  );
}

/** A choice that may be left out: none, or one of the catalogue. */
export function PickOrNone({ path, name, none }: { path: Path; name: string; none: string }) {
  const value = useDesk((s) => valueAt(s.document, path)) as string | null;
  const choices = useDesk((s) => s.desk?.choices[path]) ?? [];
  const commit = useSet(path, name);
  return (
    <>
    <select
      aria-label={name}
      value={value ?? ""}
      onChange={(e) => void commit(e.target.value || null)}
      className="min-h-7 max-w-64 border-b-2 border-ink/50 bg-board px-1 font-semibold"
    >
      <option value="">{none}</option>
      {choices.map((c) => (
        <option key={c.id} value={c.id}>
          {c.name}
        </option>
      ))}
    </select>
      <Chosen path={path} />
    </>
  );
}

/** A yes or no in a sentence. */
export function Tick({ path, words }: { path: Path; words: string }) {
  const value = Boolean(useDesk((s) => valueAt(s.document, path)));
  const commit = useSet(path, words);
  return (
    <label className="inline-flex min-h-8 items-center gap-1.5 leading-7">
      <input type="checkbox" checked={value} onChange={(e) => void commit(e.target.checked)} className="h-4 w-4 accent-[var(--signal)]" />
      {words}
    </label>
  );
}

/** Sides that something goes along: one tick each. */
export function Sides<S extends string>({ path, what, of }: { path: Path; what: string; of: readonly S[] }) {
  const taken = useDesk((s) => valueAt(s.document, path)) as readonly S[] | undefined;
  const commit = useSet(path, `Sides of the ${what}`);
  if (!taken) return null;
  return of.map((side) => (
    <label key={side} className="inline-flex min-h-8 items-center gap-1.5 pr-1 leading-7">
      <input
        type="checkbox"
        aria-label={`${what} on the ${side} side`}
        checked={taken.includes(side)}
        onChange={(e) => void commit(e.target.checked ? [...taken, side] : taken.filter((s) => s !== side))}
        className="h-4 w-4 accent-[var(--signal)]"
      />
      {side}
    </label>
  ));
}

/** Why the choice stands as it does, in the catalogue's words. */
export function Why({ path }: { path: Path }) {
  const value = useDesk((s) => valueAt(s.document, path)) as string;
  const words = useDesk((s) => s.desk?.choices[path])?.find((c) => c.id === value)?.words;
  return words ? <span className="text-[0.875rem] text-faint"> {words}</span> : null;
}
