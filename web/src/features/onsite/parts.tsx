import type { ButtonHTMLAttributes, ReactNode } from "react";
import { useRef, useState } from "react";
import { Num } from "../../ui/Num";
import { smaller } from "./photo";

/** A button for a thumb in a glove. */
export function Big({ strong, className = "", ...rest }: ButtonHTMLAttributes<HTMLButtonElement> & { strong?: boolean }) {
  return (
    <button
      type="button"
      className={`min-h-14 rounded-sm border-2 px-2 text-lg leading-tight font-bold disabled:opacity-45 ${strong ? "border-ink bg-ink text-board" : "border-rule bg-board"} ${className}`}
      {...rest}
    />
  );
}

/** The figure that this is about, read at arm's length. */
export function Figure({ name, children }: { name: string; children: string }) {
  return (
    <p className="my-1">
      <span className="block text-base text-faint">{name}</span>
      <strong className="block text-[3.25rem] leading-none" data-big>
        <Num>{children}</Num>
      </strong>
    </p>
  );
}

export function Facts({ rows }: { rows: readonly (readonly [string, string])[] }) {
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5 text-lg">
      {rows
        .filter(([, value]) => value)
        .map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-faint">{name}</dt>
            <dd className="font-semibold">
              <Num>{value}</Num>
            </dd>
          </div>
        ))}
    </dl>
  );
}

/** One at a time: which of them this is, and the way to the next. */
export function OneOf<T>({ all, at, go, done, name, id, children }: { all: readonly T[]; at: number; go: (n: number) => void; done: (one: T) => boolean; name: (one: T) => string; id: (one: T) => string; children: ReactNode }) {
  return (
    <>
      <ol aria-label="All of them" className="flex gap-1 overflow-x-auto px-3 pt-2 pb-1">
        {all.map((one, n) => (
          <li key={id(one)} className="shrink-0">
            <button
              type="button"
              aria-current={n === at ? "step" : undefined}
              onClick={() => go(n)}
              className={`min-h-11 min-w-11 border-b-4 px-1.5 text-[0.9375rem] font-semibold whitespace-nowrap ${n === at ? "border-signal text-signal" : done(one) ? "border-timber text-faint" : "border-transparent"}`}
            >
              {done(one) ? "✓ " : ""}
              {name(one)}
            </button>
          </li>
        ))}
      </ol>
      <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-3">{children}</div>
      <div className="grid grid-cols-2 gap-2 px-4 pb-2">
        <Big disabled={at === 0} onClick={() => go(at - 1)}>
          Back
        </Big>
        <Big disabled={at + 1 >= all.length} onClick={() => go(at + 1)}>
          Next
        </Big>
      </div>
    </>
  );
}

/** Takes pictures, and shows how many there are. */
export function Camera({ photos, add }: { photos: Blob[]; add: (photo: Blob) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [wrong, setWrong] = useState("");
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        aria-label="Photo"
        className="sr-only"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) smaller(file).then(add, () => setWrong("That is no picture that can be read."));
        }}
      />
      <Big onClick={() => input.current?.click()}>{photos.length ? `${photos.length} photo${photos.length > 1 ? "s" : ""}, one more` : "Photo"}</Big>
      {wrong && <p role="alert">{wrong}</p>}
    </>
  );
}
