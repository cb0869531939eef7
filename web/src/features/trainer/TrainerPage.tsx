import { type FormEvent, useEffect, useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { get, Refused } from "../../api/client";
import type { CourseTold, Lesson, Start } from "../../api/types";
import { Masthead } from "../../app/Masthead";
import { Turned } from "../../drawing/Turned";
import { Plain, Strong } from "../../ui/controls";
import { Num } from "../../ui/Num";

const TRADES = [
  ["deck", "A deck"],
  ["fence", "A fence"],
] as const;
const STEPS: Record<string, string> = { holes: "Holes", frame: "Frame", skin: "Boards", steps: "Steps and guard", gates: "Gates" };
const BAD: Record<string, string> = { danger: "Danger", "will fail": "Will fail", "will show": "Will show" };
const another = () => Math.floor(Math.random() * 1_000_000);

/** Made-up work with faults in it: look all round it, press on what is wrong, and be told why. */
export function TrainerPage() {
  const { trade = "deck", number } = useParams();
  const go = useNavigate();
  useEffect(() => {
    if (number === undefined) void go(`/trainer/${trade}/${another()}`, { replace: true });
  }, [trade, number, go]);
  useEffect(() => {
    document.title = "Find what is wrong – Row Stake";
    return () => {
      document.title = "Row Stake";
    };
  }, []);
  const [start, setStart] = useState<Start | null>(null);
  const [region, setRegion] = useState("");
  useEffect(() => void get<Start>("/api/start").then(setStart, () => undefined), []);
  const here = region || start?.region;
  return (
    <div className="min-h-full">
      <Masthead />
      <main id="main" tabIndex={-1} className="mx-auto max-w-6xl px-4 py-3">
        <div className="flex flex-wrap items-center gap-2">
          <h1 className="mr-2 text-2xl font-bold">Find what is wrong</h1>
          {TRADES.map(([key, name]) => (
            <Plain key={key} aria-pressed={trade === key} className="aria-pressed:border-signal aria-pressed:font-semibold" onClick={() => void go(`/trainer/${key}/${another()}`)}>
              {name}
            </Plain>
          ))}
          {start && (
            <select aria-label="Region" value={here} onChange={(e) => setRegion(e.target.value)} className="min-h-9 border-b-2 border-ink/50 bg-board px-1">
              {start.regions.map((r) => (
                <option key={r.id} value={r.id}>
                  {r.name}
                </option>
              ))}
            </select>
          )}
          <Strong className="ml-auto" onClick={() => void go(`/trainer/${trade}/${another()}`)}>
            Another one
          </Strong>
        </div>
        {here && number !== undefined && <Course key={`${trade} ${number} ${here}`} address={`/api/trainer/${trade}/${number}`} region={here} number={number} />}
      </main>
    </div>
  );
}

function Course({ address, region, number }: { address: string; region: string; number: string }) {
  const [course, setCourse] = useState<CourseTold | null>(null);
  const [found, setFound] = useState<Lesson[]>([]);
  const [rest, setRest] = useState<Lesson[]>([]);
  const [missed, setMissed] = useState(0);
  const [says, say] = useState("Look all round it, and under it: drag to turn, and press on what is wrong.");
  const [picked, pick] = useState("");
  const [right, setRight] = useState(false);
  const [typed, type] = useState("");
  const query = `region=${encodeURIComponent(region)}`;
  const refused = (error: Error) => say(error instanceof Refused ? (error.problem.detail ?? error.problem.title) : error.message);
  useEffect(() => void get<CourseTold>(`${address}?${query}`).then(setCourse, refused), [address, query]);
  const lessons = [...found, ...rest];
  const shown = useMemo(() => {
    if (!course || !right) return course?.standing;
    const drawn = [...found, ...rest].map((l) => l.as_drawn);
    const mended = drawn.flatMap((s) => s.bodies.map((b) => ({ ...b, step: course.standing.steps.indexOf(s.steps[b.step]) })));
    const labels = new Set(mended.map((b) => b.label));
    return { ...course.standing, bodies: [...course.standing.bodies.filter((b) => !labels.has(b.label)), ...mended] };
  }, [course, right, found, rest]);
  const look = (label: string) => {
    pick(label);
    const known = lessons.find((l) => l.marks.includes(label));
    if (known) return say(`${known.told}.`);
    void get<{ lesson: Lesson | null }>(`${address}/look?${query}&label=${encodeURIComponent(label)}`).then(({ lesson }) => {
      if (lesson) {
        setFound((all) => (all.some((l) => l.rule === lesson.rule) ? all : [...all, lesson]));
        say(`Found: ${lesson.told}.`);
      } else {
        setMissed((n) => n + 1);
        say(`Nothing is wrong with ${label}.`);
      }
    }, refused);
  };
  const giveUp = () =>
    void get<Lesson[]>(`${address}/faults?${query}`).then((all) => {
      setRest(all.filter((l) => !found.some((f) => f.rule === l.rule)));
      say("These were left.");
    }, refused);
  const hint = () =>
    void get<Lesson[]>(`${address}/faults?${query}`).then((all) => {
      const left = all.find((l) => !lessons.some((f) => f.rule === l.rule));
      if (left) say(`Look at: ${left.where.toLowerCase()}.`);
    }, refused);
  const named = (e: FormEvent) => {
    e.preventDefault();
    const label = course?.standing.bodies.find((b) => b.label.toLowerCase() === typed.trim().toLowerCase())?.label;
    if (label) look(label);
    else say(`There is no piece called “${typed}”.`);
  };
  if (!course || !shown) return <p role="status">{says}</p>;
  const done = lessons.length === course.faults;
  return (
    <div className="mt-2 grid gap-4 lg:grid-cols-[1fr_22rem]" data-course={number}>
      <div className="min-w-0">
        <Turned found={shown} called={(step) => STEPS[step] ?? step} name={course.words} lit={picked} onPick={look} says={says} high="h-[min(68vh,42rem)]" />
        <form onSubmit={named} className="mt-1 flex items-center gap-2 text-sm">
          <label className="flex items-center gap-2">
            or name the piece
            <input list="pieces" value={typed} onChange={(e) => type(e.target.value)} className="min-h-9 w-28 border-b-2 border-ink/50 bg-board px-1" />
          </label>
          <datalist id="pieces">
            {[...new Set(shown.bodies.map((b) => b.label))].map((label) => (
              <option key={label} value={label} />
            ))}
          </datalist>
          <Plain type="submit">Look at it</Plain>
        </form>
      </div>
      <section aria-label="What was found">
        <p className="text-lg" data-found>
          <b>
            {found.length} of {course.faults} found
          </b>
          {missed > 0 && <span className="text-faint">, {missed} pressed in vain</span>}
        </p>
        <p className="text-faint">
          <Num>{course.words}</Num>
        </p>
        <p className="my-2 flex flex-wrap gap-2">
          {!done && <Plain onClick={hint}>A hint</Plain>}
          {!done && <Plain onClick={giveUp}>Show what is left</Plain>}
          {lessons.length > 0 && (
            <Plain aria-pressed={right} className="aria-pressed:border-signal aria-pressed:font-semibold" onClick={() => setRight(!right)}>
              As it should be
            </Plain>
          )}
        </p>
        <ol>
          {lessons.map((l) => (
            <li key={l.rule} data-lesson={l.rule} className={`mb-2 border-l-4 pl-2 ${found.includes(l) ? "border-timber" : "border-bad"}`}>
              <button type="button" className="text-left font-bold" onClick={() => pick(l.marks[0])}>
                <Num>{l.told}</Num>.
              </button>
              <p className={l.bad === "danger" ? "font-semibold text-bad" : ""}>
                {BAD[l.bad] ?? l.bad}: {l.why.charAt(0).toLowerCase() + l.why.slice(1)}.
              </p>
              <p>
                <b>Right:</b> {l.right.charAt(0).toLowerCase() + l.right.slice(1)}.
              </p>
              <p className="text-sm text-faint">
                The rule, {l.where.toLowerCase()}: {l.wrong.charAt(0).toLowerCase() + l.wrong.slice(1)}.
              </p>
            </li>
          ))}
        </ol>
      </section>
    </div>
  );
}
