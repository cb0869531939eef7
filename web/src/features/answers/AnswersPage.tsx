import { type FormEvent, useEffect, useLayoutEffect, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import { Masthead } from "../../app/Masthead";
import { get, post, Refused } from "../../api/client";
import type { Answer, FormField, Listed, Problem, Start } from "../../api/types";
import { SceneView } from "../../drawing/SceneView";
import { Strong } from "../../ui/controls";
import { Num } from "../../ui/Num";

type Units = "mm" | "ft-in";
type Given = Record<string, string>;

const KEY = "rowstake-units";

function exampleOf(field: FormField): string {
  const value = field.example;
  if (value === null || value === undefined) return "";
  return Array.isArray(value) ? String(value[0]) : String(value);
}

/** Every single calculation on one page, from a phone, with no job: the last ones used on top, then in the order of the work. */
export function AnswersPage() {
  const { name } = useParams();
  const [all, setAll] = useState<Listed[] | null>(null);
  const [words, setWords] = useState<Record<string, string>>({});
  const [start, setStart] = useState<Start | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [search, setSearch] = useState("");
  const [region, setRegion] = useState(() => localStorage.getItem(REGION));
  const [units, setUnits] = useState<Units | null>(() => localStorage.getItem(KEY) as Units | null);
  const here = region ?? start?.region;
  const measured: Units = units ?? (start?.regions.find((r) => r.id === here)?.units.includes("inch") ? "ft-in" : "mm");
  const refused = (error: Error) => error instanceof Refused && setProblem(error.problem);
  useEffect(() => void get<Start>("/api/start").then(setStart, refused), []);
  useEffect(() => {
    if (!here) return;
    void Promise.all([get<Listed[]>(`/api/reckoners?units=${measured}&region=${here}`), get<Record<string, string>>("/api/reckoners/words")]).then(
      ([listed, said]) => {
        setAll(listed);
        setWords(said);
      },
      refused,
    );
  }, [measured, here]);
  const chosen = all?.find((r) => r.name === name);
  useEffect(() => {
    document.title = `${chosen ? `${chosen.title}, ` : ""}Quick answers – Row Stake`;
    if (chosen) used(chosen.name);
    return () => {
      document.title = "Row Stake";
    };
  }, [chosen]);
  const found = (all ?? []).filter((r) => `${r.title} ${r.rule} ${r.group}`.toLowerCase().includes(search.toLowerCase()));
  const last = search ? [] : recent().flatMap((key) => found.filter((r) => r.name === key));
  const groups = [...new Set(found.map((r) => r.group))].map((group) => [group, found.filter((r) => r.group === group)] as const);
  return (
    <div className="min-h-full">
      <Masthead />
      <main id="main" tabIndex={-1} className={`mx-auto grid max-w-5xl gap-5 px-4 py-4 ${chosen ? "sm:grid-cols-[15rem_1fr]" : ""}`}>
        <nav aria-label="Questions" className={chosen ? "hidden sm:block" : ""}>
          {chosen ? <p className="mb-1 text-2xl font-bold">Quick answers</p> : <h1 className="mb-1 text-2xl font-bold">Quick answers</h1>}
          <p className="text-faint">No job is needed, and nothing is kept.</p>
          {problem && <p role="alert">{problem.detail}</p>}
          <label className="mt-1 flex items-center gap-2">
            Look for{" "}
            <input type="search" value={search} onChange={(e) => setSearch(e.target.value)} className="min-h-9 min-w-0 flex-1 border-b-2 border-ink/50 bg-board px-1" />
          </label>
          {last.length > 0 && <Group name="Used last" asked={last} chosen={name} pictures={!chosen} />}
          {groups.map(([group, asked]) => (
            <Group key={group} name={group} asked={asked} chosen={name} pictures={!chosen} />
          ))}
          {all && !found.length && <p className="mt-3">No question holds “{search}”.</p>}
        </nav>
        {chosen && start && (
          <Question
            key={chosen.name}
            listed={chosen}
            words={words}
            units={measured}
            setUnits={(u) => {
              localStorage.setItem(KEY, u);
              setUnits(u);
            }}
            regions={start.regions}
            region={here!}
            setRegion={(r) => {
              localStorage.setItem(REGION, r);
              localStorage.removeItem(KEY);
              setRegion(r);
              setUnits(null);
            }}
          />
        )}
      </main>
    </div>
  );
}

const REGION = "rowstake-region";
const USED = "rowstake-used";
const MOST_USED = 3;
const recent = () => (localStorage.getItem(USED) ?? "").split(" ").filter(Boolean);
const used = (name: string) => localStorage.setItem(USED, [name, ...recent().filter((other) => other !== name)].slice(0, MOST_USED).join(" "));

/** Questions of one step of the work, each with a sentence and a small picture where there is room. */
function Group({ name, asked, chosen, pictures }: { name: string; asked: readonly Listed[]; chosen?: string; pictures: boolean }) {
  return (
    <section aria-label={name} className="mt-3">
      <h2 className="border-b border-ink text-sm font-bold">{name}</h2>
      <ul className={pictures ? "grid gap-x-5 sm:grid-cols-2" : ""}>
        {asked.map((r) => (
          <li key={r.name} className="relative flex items-center gap-3 border-b border-rule py-1.5">
            {pictures && (
              <span className="h-14 w-24 shrink-0 bg-board" aria-hidden="true">
                {r.picture && <SceneView scene={r.picture} label={r.title} selected={[]} plain />}
              </span>
            )}
            <span>
              <Link
                to={`/answers/${r.name}`}
                aria-current={r.name === chosen ? "page" : undefined}
                className={`block leading-tight after:absolute after:inset-0 hover:underline ${r.name === chosen ? "font-bold text-signal" : ""} ${pictures ? "text-lg font-bold" : ""}`}
              >
                {r.title}
              </Link>
              {pictures && <span className="block leading-tight text-faint">{r.rule}</span>}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface Asking {
  listed: Listed;
  words: Record<string, string>;
  units: Units;
  setUnits: (u: Units) => void;
  regions: Start["regions"];
  region: string;
  setRegion: (region: string) => void;
}

function Question({ listed, words, units, setUnits, regions, region, setRegion }: Asking) {
  const [typed, setTyped] = useState<Given>({}); // what is not typed is the example, in the units chosen
  const textOf = (field: FormField) => typed[field.name] ?? exampleOf(field);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);

  const foot = useRef<HTMLElement>(null);
  const ask = async (event?: FormEvent) => {
    event?.preventDefault();
    const inputs: Record<string, unknown> = {};
    for (const field of listed.fields) {
      const text = textOf(field).trim();
      if (text) inputs[field.name] = field.kind === "species" ? [text] : text;
    }
    try {
      setAnswer(await post<Answer>(`/api/reckoners/${listed.name}`, { units, inputs }));
      setProblem(null);
      if (event) requestAnimationFrame(() => foot.current?.scrollIntoView({ block: "nearest" }));
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.problem);
      setAnswer(null);
    }
  };
  useEffect(() => {
    void ask();
    // Only the units and their examples ask again by themselves; typing waits for the button.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [units, listed]);
  const faults = problem?.errors ?? [];
  return (
    <section aria-label={listed.title}>
      <p className="sm:hidden">
        <Link to="/answers" className="underline">
          All questions
        </Link>
      </p>
      <h1 className="text-2xl font-bold">{listed.title}</h1>
      <p className="text-faint">{listed.rule}</p>
      <form onSubmit={(e) => void ask(e)} className="mt-3 grid gap-x-5 gap-y-2 sm:grid-cols-2">
        {listed.fields.map((field) => {
          const fault = faults.find((f) => f.field.split(".")[0] === field.name);
          const id = `q-${field.name}`;
          const look = `min-h-11 w-full border-b-2 bg-board px-2 text-lg font-semibold ${fault ? "border-bad" : "border-ink/50"}`;
          return (
            <div key={field.name}>
              <label htmlFor={id} className="block text-[0.9375rem] text-faint">
                {field.label}
                {field.unit && `, ${field.unit}`}
                {!field.required && field.example === null && " (may be left empty)"}
              </label>
              {field.choices.length ? (
                <select id={id} value={textOf(field)} onChange={(e) => setTyped({ ...typed, [field.name]: e.target.value })} className={look}>
                  {field.choices.map((c) => (
                    <option key={c} value={c}>
                      {words[c] ?? c.replaceAll("_", " ")}
                    </option>
                  ))}
                </select>
              ) : (
                <Asked
                  id={id}
                  typed={typed[field.name]}
                  example={exampleOf(field)}
                  type={(text) => setTyped({ ...typed, [field.name]: text })}
                  faulty={Boolean(fault)}
                  figures={field.kind === "number" || (field.kind === "length" && units === "mm")}
                  className={look}
                />
              )}
              {fault && (
                <p id={`${id}-fault`} role="alert" className="text-sm text-bad">
                  {fault.message}. Allowed: {fault.allowed}.
                </p>
              )}
            </div>
          );
        })}
        <p className="flex flex-wrap items-center gap-3 sm:col-span-2">
          <Strong type="submit" className="min-h-12 px-6 text-lg">
            Work it out
          </Strong>
          <label>
            Answers in{" "}
            <select value={units} onChange={(e) => setUnits(e.target.value as Units)} className="min-h-11 border border-rule bg-board px-2">
              <option value="mm">millimetres</option>
              <option value="ft-in">feet and inches</option>
            </select>
          </label>
          <label>
            as usual in{" "}
            <select value={region} onChange={(e) => setRegion(e.target.value)} className="min-h-11 border border-rule bg-board px-2">
              {regions.map((r) => (
                <option key={r.id} value={r.id}>
                  {r.name}
                </option>
              ))}
            </select>
          </label>
        </p>
      </form>
      {problem && faults.every((f) => !listed.fields.some((x) => x.name === f.field.split(".")[0])) && (
        <p role="alert" className="mt-3 border-l-4 border-bad pl-2">
          {problem.detail}
        </p>
      )}
      {answer && (
        <section ref={foot} aria-label="Answer" aria-live="polite" className="mt-4 border-t-2 border-ink pt-3">
          <p className="text-xl font-semibold">
            <Num>{answer.sentence}</Num>
          </p>
          {answer.scene && (
            <div className="mt-2 h-56 bg-board">
              <SceneView scene={answer.scene} label={`Drawing: ${listed.title}`} selected={[]} />
            </div>
          )}
          <dl className="mt-2 max-w-xl">
            {answer.rows.map((r) => (
              <div key={r.name} className="flex justify-between gap-4 border-b border-rule py-0.5">
                <dt className="text-faint">{r.name}</dt>
                <dd className="text-right font-semibold">
                  <Num>{r.text}</Num>
                </dd>
              </div>
            ))}
          </dl>
          <p className="mt-2 text-sm text-faint">
            Local codes, manufacturers' instructions and a licensed professional come first; this is a planning aid, not an approval.
          </p>
        </section>
      )}
    </section>
  );
}

/** A blank that holds an example until something is typed. The example stays selected while the blank is in hand, also
 * when it changes with the units, so that what is typed takes its place. */
function Asked(props: { id: string; typed: string | undefined; example: string; type: (text: string) => void; faulty: boolean; figures: boolean; className: string }) {
  const { id, typed, example, type, faulty, figures, className } = props;
  const box = useRef<HTMLInputElement>(null);
  useLayoutEffect(() => {
    if (typed === undefined && document.activeElement === box.current) box.current?.select();
  }, [typed, example]);
  return (
    <input
      ref={box}
      id={id}
      value={typed ?? example}
      onChange={(e) => type(e.target.value)}
      onFocus={() => requestAnimationFrame(() => box.current?.select())} // after the tap that would put the caret somewhere
      inputMode={figures ? "decimal" : undefined}
      aria-invalid={faulty ? true : undefined}
      aria-describedby={faulty ? `${id}-fault` : undefined}
      className={className}
    />
  );
}
