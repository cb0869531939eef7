import { type FormEvent, type ReactNode, useState } from "react";
import { useNavigate } from "react-router";
import { Refused } from "../../api/client";
import type { Fault, Opened, Problem, Start } from "../../api/types";
import { Plain, Strong } from "../../ui/controls";
import { Sheet } from "../../ui/Sheet";

export const box = "min-h-9 border-b-2 border-ink/50 bg-lime px-1 font-semibold";

const BLANKS: Record<string, string> = { width: "Width", out: "Way out", height: "Height", angle_deg: "Corner" };

/** What is wrong, with the name of its blank in the sentence. */
function words({ field, given, allowed, message }: Fault): string {
  const leg = /legs\.(\d+)\.length/.exec(field);
  const blank = leg ? `Leg ${Number(leg[1]) + 1}` : BLANKS[field.split(".").pop()!.replace(/_mm$/, "")];
  const named = blank ? `${blank}: ${message.replace(/^[a-z ]+ should/, `${given} should`)}` : message;
  return `${named}. Allowed: ${allowed}.`;
}

interface Props {
  title: string;
  /** Sends what was said; the job it answers with is opened, and what it refuses is told here. */
  send: () => Promise<Opened>;
  children: ReactNode;
  /** Buttons between the one that starts the job and the one that does not. */
  more?: ReactNode;
  foot: string;
  onClose: () => void;
}

/** A new job of either trade: a sentence to fill in, what is wrong with it, and the way to its desk. */
export function StartSheet({ title, send, children, more, foot, onClose }: Props) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const navigate = useNavigate();
  const make = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const made = await send();
      await navigate(`/job/${made.held.id}`);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.problem);
    }
  };
  return (
    <Sheet open onClose={onClose} title={title}>
      <form onSubmit={(e) => void make(e)} className="space-y-3">
        {children}
        {problem && (
          <p role="alert" className="border-l-4 border-bad pl-2">
            {(problem.errors ?? []).map(words).join(" ") || problem.detail}
          </p>
        )}
        <p className="flex flex-wrap gap-2">
          <Strong type="submit">Lay it out</Strong>
          {more}
          <Plain onClick={onClose}>Not now</Plain>
        </p>
        <p className="text-sm text-faint">{foot}</p>
      </form>
    </Sheet>
  );
}

export function RegionBlank({ start, value, say }: { start: Start; value: string; say: (region: string) => void }) {
  return (
    <select aria-label="Region" value={value} onChange={(e) => say(e.target.value)} className={box}>
      {start.regions.map((r) => (
        <option key={r.id} value={r.id}>
          {r.name}
        </option>
      ))}
    </select>
  );
}

/** Whose own values a new job has: timber and hardware, prices and percentages, what its region asks. */
export function LikeBlank({ start, region, value, say }: { start: Start; region: string; value: string; say: (job: string) => void }) {
  const some = start.likes.filter((job) => job.region === region);
  if (!some.length) return null;
  return (
    <p className="leading-10">
      Prices, percentages, local values and our own goods as{" "}
      <select aria-label="Own values" value={some.some((job) => job.id === value) ? value : ""} onChange={(e) => say(e.target.value)} className={`${box} max-w-72`}>
        <option value="">usual here</option>
        {some.map((job) => (
          <option key={job.id} value={job.id}>
            in {job.name}
          </option>
        ))}
      </select>
      .
    </p>
  );
}

/** The job to send as the one whose values are taken over: none where it is of another region. */
export const likeOf = (start: Start, region: string, like: string) => (start.likes.some((job) => job.id === like && job.region === region) ? like : null);

interface BlankProps<T extends Record<string, string>> {
  said: T;
  say: (said: T) => void;
  of: keyof T & string;
  name: string;
  example: string;
}

/** A blank of the sentence; the first is the name, which may be left out. */
export function Blank<T extends Record<string, string>>({ said, say, of, name, example }: BlankProps<T>) {
  const naming = of === "name";
  return (
    <input
      aria-label={name}
      value={said[of]}
      placeholder={example}
      onChange={(e) => say({ ...said, [of]: e.target.value })}
      className={`${box} ${naming ? "w-60" : "w-28"}`}
      required={!naming}
      autoFocus={naming}
    />
  );
}
