import { useState } from "react";
import { get, Refused } from "../../api/client";
import { Sheet } from "../../ui/Sheet";
import { Num } from "../../ui/Num";
import { fromFeet } from "./closed";
import { shown } from "./shown";

interface Reading {
  mm: number;
  words: string;
}

/** Big keys for a length: millimetres, or feet, inches and a fraction; or the laser in one press. */
export function Keys(props: {
  title: string;
  words?: string;
  units: "mm" | "ft-in";
  fraction: number;
  /** What it is called above and below nought. */
  signed?: readonly string[];
  start?: string;
  laser?: "distance" | "staff";
  /** What is about to be measured, in mm. */
  near?: number;
  onClose: () => void;
  done: (mm: number) => void;
}) {
  const [figures, setFigures] = useState(props.start ?? "");
  const [inches, setInches] = useState("");
  const [on, setOn] = useState<"feet" | "inches">(props.units === "ft-in" && props.signed ? "inches" : "feet");
  const [parts, setParts] = useState(0);
  /** Which of the two ways a reading goes: said before it is kept, since the wrong one is a wrong figure. */
  const [below, setBelow] = useState<boolean | null>(null);
  const [read, setRead] = useState<Reading | null>(null);
  const [said, say] = useState("");
  const feet = props.units === "ft-in";
  const empty = !figures && !inches && !parts;
  const typed = feet ? fromFeet(Number(figures || 0), Number(inches || 0), parts, props.fraction) : Number(figures || 0);
  const mm = read ? read.mm : (below ? -1 : 1) * typed;
  const press = (key: string) => {
    setRead(null);
    const put = feet && on === "inches" ? setInches : setFigures;
    put((old) => (key === "⌫" ? old.slice(0, -1) : (old + key).slice(0, feet ? 3 : 6)));
  };
  const measure = async () => {
    say("Measuring…");
    try {
      const found = await get<Reading>(`/api/laser/${props.laser ?? "distance"}?units=${props.units}&fraction=${props.fraction}${props.near ? `&near_mm=${props.near}` : ""}`);
      setRead(found);
      say(found.words);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      say(error.problem.detail || error.problem.title);
    }
  };
  return (
    <Sheet open onClose={props.onClose} title={props.title}>
      {props.words && <p className="mb-1 text-faint">{props.words}</p>}
      <output aria-label="Reading" className="block border-b-4 border-ink py-1 text-center text-[2.75rem] leading-none font-bold">
        {empty && !read ? "…" : <Num>{shown(mm, props.units, props.fraction)}</Num>}
      </output>
      {said && (
        <p role="status" className="mt-1 text-center">
          {said}
        </p>
      )}
      {feet && (
        <div className="mt-2 grid grid-cols-2 gap-1.5" role="group" aria-label="What is typed">
          {(["feet", "inches"] as const).map((name) => (
            <button key={name} type="button" aria-pressed={on === name} onClick={() => setOn(name)} className={`min-h-11 border-2 font-semibold ${on === name ? "border-signal" : "border-rule"}`}>
              {name === "feet" ? `${figures || 0} feet` : `${inches || 0} inches`}
            </button>
          ))}
        </div>
      )}
      <div className="mt-2 grid grid-cols-3 gap-1.5">
        {["1", "2", "3", "4", "5", "6", "7", "8", "9", feet ? "" : ".", "0", "⌫"].map((key) =>
          key ? (
            <button key={key} type="button" aria-label={key === "⌫" ? "Take the last figure away" : key} onClick={() => press(key)} className="min-h-13 border border-rule bg-lime text-2xl font-bold active:bg-signal-soft">
              {key}
            </button>
          ) : (
            <span key="none" />
          ),
        )}
      </div>
      {feet && (
        <div className="mt-2 grid grid-cols-6 gap-1" role="group" aria-label="Fraction of an inch">
          {Array.from({ length: props.fraction }, (_, n) => (
            <button key={n} type="button" aria-pressed={parts === n} onClick={() => (setRead(null), setParts(n))} className={`min-h-11 border text-[0.9375rem] font-semibold ${parts === n ? "border-2 border-signal" : "border-rule"}`}>
              <Num>{n ? least(n, props.fraction) : "0"}</Num>
            </button>
          ))}
        </div>
      )}
      {props.signed && (
        <div className="mt-2 grid grid-cols-2 gap-1.5" role="group" aria-label="Which way">
          {props.signed.map((way, n) => (
            <button key={way} type="button" aria-pressed={below === (n === 1)} onClick={() => (setRead(null), setBelow(n === 1))} className={`min-h-12 border-2 font-semibold ${below === (n === 1) ? "border-signal" : "border-rule"}`}>
              {way}
            </button>
          ))}
        </div>
      )}
      <div className="mt-2 flex gap-1.5">
        {props.laser && (
          <button type="button" onClick={() => void measure()} className="min-h-13 flex-1 border-2 border-ink font-semibold">
            {props.laser === "staff" ? "Level" : "Laser"}
          </button>
        )}
        <button type="button" disabled={(empty && !read) || (Boolean(props.signed) && below === null && mm !== 0)} onClick={() => props.done(mm)} className="min-h-13 flex-[2] bg-ink text-lg font-bold text-board disabled:opacity-45">
          Keep
        </button>
      </div>
    </Sheet>
  );
}

function least(n: number, of: number): string {
  let [up, down] = [n, of];
  while (up % 2 === 0) [up, down] = [up / 2, down / 2];
  return `${up}/${down}`;
}
