import { useEffect, useState } from "react";
import { post } from "../../api/client";
import type { Checked, Difference, Finding } from "../../api/types";
import { Plain, Quiet } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { useDesk, useShownDesk } from "./state";
import { Weighed } from "../../ui/Weighed";
import { Worked } from "./Working";

/** What fixes would do is asked for once the hands rest, so that it never slows a change. */
const REST_MS = 400;
/** The pieces are looked at later still: it takes a second on a large job. */
const LOOK_MS = 1200;
const MOST_REMARKS = 3;

/** Beside the drawing, in sentences: what is picked, what is wrong and its ways out, what follows. */
export function Margin() {
  const desk = useShownDesk();
  const selected = useDesk((s) => s.selected);
  const stake = useDesk((s) => s.stake);
  const needs = desk.findings.length;
  const document = useDesk((s) => s.document);
  const trying = useDesk((s) => s.trying);
  const ask = useDesk((s) => s.askConsequences);
  const [at, setAt] = useState<Record<string, number>>({});
  const [turned, setTurned] = useState<Record<string, boolean>>({});
  const isOpen = (i: number) => turned[name(desk.findings[i], i)] ?? desk.findings[i].stake === stake;
  const thing = desk.things[selected[0] ?? ""];
  const alike = groups(desk.findings);
  const here = alike.filter(([i]) => desk.findings[i].stake === stake);
  const elsewhere = alike.filter(([i]) => desk.findings[i].stake !== stake);
  const shown = (own: number[]) => own[(at[name(desk.findings[own[0]], own[0])] ?? 0) % own.length];
  const asked = alike
    .filter((own) => isOpen(own[0]) && desk.findings[shown(own)].fixes.length)
    .map(shown)
    .join(" ");
  useEffect(() => {
    if (!asked || trying) return;
    const rest = setTimeout(() => void ask(asked.split(" ").map(Number)), REST_MS);
    return () => clearTimeout(rest);
  }, [asked, trying, document, ask]);
  const note = (own: number[]) => (
    <FindingNote
      key={name(desk.findings[own[0]], own[0])}
      alike={own}
      index={shown(own)}
      next={() => setAt({ ...at, [name(desk.findings[own[0]], own[0])]: own.indexOf(shown(own)) + 1 })}
      open={isOpen(own[0])}
      turn={() => setTurned({ ...turned, [name(desk.findings[own[0]], own[0])]: !isOpen(own[0]) })}
    />
  );
  return (
    <aside id="margin" tabIndex={-1} aria-label="Margin" className="flex min-h-0 flex-col border-l border-rule bg-board lg:h-full lg:overflow-hidden">
      <div className="min-h-0 px-3.5 pt-2 pb-2 lg:flex-1 lg:overflow-y-auto" tabIndex={-1}>
        {thing && (
          <section aria-label="Picked" className="mb-2 border-b border-rule pb-2">
            <h2 className="text-lg leading-tight font-bold text-signal">{thing.title}</h2>
            <dl>
              {thing.lines.map((line, i) => (
                <div key={i} className="flex justify-between gap-3 py-[1px]">
                  <dt className="text-faint">{line.name}</dt>
                  <dd className="text-right font-semibold">
                    <Worked of={line.working}>
                      <Num>{line.value}</Num>
                    </Worked>
                  </dd>
                </div>
              ))}
            </dl>
          </section>
        )}
        <section aria-label="Findings">
          <h2 className="text-lg leading-tight font-bold">{needs ? `${needs} to look at` : "Nothing stands in the way"}</h2>
          {!needs && <p>Every check this program makes is clear.</p>}
          {here.map(note)}
          {elsewhere.length > 0 && here.length > 0 && <h3 className="mt-2 text-sm text-faint">At other steps</h3>}
          {elsewhere.map(note)}
        </section>
        <Stands />
      </div>
      <section aria-label="What follows" className="shrink-0 border-t-2 border-rule px-3.5 pt-1 text-[0.9062rem] lg:max-h-[60%] lg:overflow-y-auto">
        <h2 className="font-bold">What follows</h2>
        <dl>
          {desk.figures.map((f) => (
            <div key={f.key} className="flex items-baseline justify-between gap-3 leading-[1.27]" data-figure={f.key}>
              <dt className="text-faint">{f.name}</dt>
              <dd className="text-right font-semibold">
                <Worked of={f.working}>
                  <Num>{f.text}</Num>
                </Worked>
              </dd>
            </div>
          ))}
        </dl>
        <p className="py-1 text-[0.75rem] leading-tight text-faint">
          {desk.region}. {desk.caution}
        </p>
      </section>
    </aside>
  );
}

/** Findings of one rule are one: by their places in the list, in the order they come. */
function groups(findings: Finding[]): number[][] {
  const by = new Map<string, number[]>();
  findings.forEach((f, i) => by.set(`${f.rule} ${f.stake}`, [...(by.get(`${f.rule} ${f.stake}`) ?? []), i]));
  return [...by.values()];
}

/** Whether the pieces go together and all of them are held, looked at once the hands rest; nothing is said where they do. */
function Stands() {
  const document = useDesk((s) => s.document);
  const trying = useDesk((s) => s.trying);
  const pick = useDesk((s) => s.pick);
  const [found, setFound] = useState<{ document: unknown; checked: Checked } | null>(null);
  useEffect(() => {
    if (!document || trying) return;
    const given = new AbortController();
    const rest = setTimeout(() => {
      post<Checked>("/api/plan/check", { document }, given.signal).then(
        (checked) => setFound({ document, checked }),
        () => undefined,
      );
    }, LOOK_MS);
    return () => {
      clearTimeout(rest);
      given.abort();
    };
  }, [document, trying]);
  if (!found || found.document !== document) return null;
  if (!found.checked.looked) {
    return <p className="mt-3 text-[0.9375rem] text-faint">Too many pieces to look here whether all of them go together; the command “rowstake check” does.</p>;
  }
  const remarks = [...found.checked.apart, ...found.checked.loose];
  if (!remarks.length) return null;
  return (
    <section aria-label="Does it go together" className="mt-3 border-t border-rule pt-2">
      <h2 className="text-lg font-bold">Does not stand as drawn</h2>
      <ul className="text-[0.9375rem] leading-snug">
        {remarks.slice(0, MOST_REMARKS).map((remark) => (
          <li key={remark.words}>
            <button type="button" className="min-h-6 text-left hover:underline" onClick={() => pick(remark.where[0])}>
              <Num>{remark.words}</Num>
            </button>
          </li>
        ))}
      </ul>
      {remarks.length > MOST_REMARKS && <p className="text-[0.9375rem]">and {remarks.length - MOST_REMARKS} more.</p>}
    </section>
  );
}

const name = (finding: Finding, i: number) => `${finding.rule} ${finding.where?.[0] ?? i}`;

/** Findings of one rule: a line each; why and the ways out of the first that is in hand where they belong to the step in hand, or
 * when asked for. */
function FindingNote({ alike, index, next, open, turn }: { alike: number[]; index: number; next: () => void; open: boolean; turn: () => void }) {
  const findings = useShownDesk().findings;
  const trying = useDesk((s) => s.trying);
  const finding = findings[index];
  const { pick } = useDesk.getState();
  const turnTo = () => {
    if (finding.where?.length) pick(finding.where[0]);
    turn();
  };
  return (
    <article className={`border-l-4 border-signal pl-2 ${open ? "mt-2" : "mt-1"}`} data-finding={finding.rule}>
      <h3 className="leading-tight">
        <button type="button" aria-expanded={open} onClick={turnTo} className={`min-h-6 w-full text-left hover:underline ${open ? "font-semibold" : "text-[0.9375rem] leading-tight"}`}>
          <Num>{finding.title}</Num>
        </button>
      </h3>
      {open && (
        <>
          <p className="text-[0.9062rem] leading-snug">{finding.why}</p>
          {!trying && <Ways index={index} finding={finding} />}
          {alike.length > 1 && (
            <p className="mt-1 text-[0.9062rem]">
              {alike.indexOf(index) + 1} of {alike.length} alike. <Quiet onClick={next}>The next</Quiet>
            </p>
          )}
        </>
      )}
    </article>
  );
}

const SHOWN = 3;

/** The ways out of a finding that settle something, each with the figures that matter to it as they are and as they would be. */
function Ways({ index, finding }: { index: number; finding: Finding }) {
  const consequence = useDesk((s) => s.consequences[index]);
  const { tryOut } = useDesk.getState();
  if (!consequence) return finding.fixes.length ? <p className="text-[0.875rem] text-faint">working out what it does…</p> : null;
  const ways = finding.fixes.map((fix, j) => ({ fix, does: consequence[j] })).filter(({ does }) => does?.settles.length);
  return (
    <ul className="mt-1 space-y-1">
      {ways.map(({ fix, does }) => (
        <li key={fix.label}>
          <Plain onClick={() => void tryOut(fix.label, fix.edits)} className="w-full text-left leading-tight">
            <span className="font-semibold">
              <Num>{fix.label}</Num>
            </span>
            {mattering(does.differences, finding.stake).map((d) => (
              <span key={d.key} className="flex justify-between gap-2 text-[0.875rem] text-faint">
                <span>{d.name}</span>
                <span className="text-right">
                  <Num>{`${d.before} → ${d.after}`}</Num>
                  <Weighed as={d.weighs}>{""}</Weighed>
                </span>
              </span>
            ))}
            {does.differences.length === 0 && <span className="block text-[0.875rem] text-faint">settles it; no headline figure changes</span>}
            {does.brings.map((title) => (
              <span key={title} className="block text-[0.875rem] font-semibold text-bad">
                but: <Num>{title}</Num>
              </span>
            ))}
          </Plain>
        </li>
      ))}
    </ul>
  );
}

function mattering(differences: Difference[], stake: string): Difference[] {
  const rank = (d: Difference) => (d.stakes?.includes(stake) ? 0 : d.weighs ? 1 : 2);
  return [...differences].sort((a, b) => rank(a) - rank(b)).slice(0, SHOWN);
}
