import { useEffect, useState } from "react";
import { post } from "../../api/client";
import type { Checked, Finding } from "../../api/types";
import { Plain } from "../../ui/controls";
import { Num } from "../../ui/Num";
import { useDesk, useShownDesk } from "./state";
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
  const trying = useDesk((s) => s.trying);
  const stake = useDesk((s) => s.stake);
  const document = useDesk((s) => s.document);
  const ask = useDesk((s) => s.askConsequences);
  const needs = desk.findings.length;
  const [turned, setTurned] = useState<Record<string, boolean>>({});
  const isOpen = (i: number) => turned[name(desk.findings[i], i)] ?? desk.findings[i].stake === stake;
  const open = [...desk.findings.keys()].filter((i) => isOpen(i) && desk.findings[i].fixes?.length);
  const asked = open.join(" ");
  useEffect(() => {
    if (!asked || trying) return;
    const rest = setTimeout(() => void ask(asked.split(" ").map(Number)), REST_MS);
    return () => clearTimeout(rest);
  }, [asked, trying, document, ask]);

  const thing = desk.things[selected[0] ?? ""];
  const order = [...desk.findings.keys()].sort((a, b) => Number(desk.findings[b].stake === stake) - Number(desk.findings[a].stake === stake));
  return (
    <aside aria-label="Margin" className="flex h-full flex-col overflow-y-auto border-l border-rule bg-board px-3.5 py-2">
      {thing && (
        <section aria-label="Picked" className="mb-3 border-b border-rule pb-2">
          <h2 className="text-lg font-bold text-signal">{thing.title}</h2>
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
        <h2 className="text-lg font-bold">{needs ? `${needs} to look at` : "Nothing stands in the way"}</h2>
        {!needs && <p>Every check this program makes is clear.</p>}
        {order.map((i) => (
          <FindingNote
            key={name(desk.findings[i], i)}
            finding={desk.findings[i]}
            index={i}
            open={isOpen(i)}
            turn={() => setTurned({ ...turned, [name(desk.findings[i], i)]: !isOpen(i) })}
          />
        ))}
      </section>
      <Stands />
      <section aria-label="What follows" className="mt-3 border-t border-rule pt-2">
        <h2 className="text-lg font-bold">What follows</h2>
        <dl>
          {desk.figures.map((f) => (
            <div key={f.key} className="flex justify-between gap-3 py-[1px]" data-figure={f.key}>
              <dt className="text-faint">{f.name}</dt>
              <dd className="text-right font-semibold">
                <Worked of={f.working}>
                  <Num>{f.text}</Num>
                </Worked>
              </dd>
            </div>
          ))}
        </dl>
      </section>
      <p className="mt-auto pt-3 text-[13px] leading-snug text-faint">
        {desk.region}. {desk.caution}
      </p>
    </aside>
  );
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
    return <p className="mt-3 text-[15px] text-faint">Too many pieces to look here whether all of them go together; the command “rowstake check” does.</p>;
  }
  const remarks = [...found.checked.apart, ...found.checked.loose];
  if (!remarks.length) return null;
  return (
    <section aria-label="Does it go together" className="mt-3 border-t border-rule pt-2">
      <h2 className="text-lg font-bold">Does not stand as drawn</h2>
      <ul className="text-[15px] leading-snug">
        {remarks.slice(0, MOST_REMARKS).map((remark) => (
          <li key={remark.words}>
            <button type="button" className="min-h-6 text-left hover:underline" onClick={() => pick(remark.where[0])}>
              <Num>{remark.words}</Num>
            </button>
          </li>
        ))}
      </ul>
      {remarks.length > MOST_REMARKS && <p className="text-[15px]">and {remarks.length - MOST_REMARKS} more.</p>}
    </section>
  );
}

const name = (finding: Finding, i: number) => `${finding.rule} ${finding.where?.[0] ?? i}`;

/** One finding: its title always; why and its ways out where it belongs to the step in hand, or when asked for. */
function FindingNote({ finding, index, open, turn }: { finding: Finding; index: number; open: boolean; turn: () => void }) {
  const consequence = useDesk((s) => s.consequences[index]);
  const trying = useDesk((s) => s.trying);
  const { tryOut, pick } = useDesk.getState();
  return (
    <article className="mt-2 border-l-4 border-signal pl-2.5" data-finding={finding.rule}>
      <h3 className="flex items-start gap-1 leading-tight font-semibold">
        {finding.where?.length ? (
          <button type="button" className="flex-1 text-left hover:underline" onClick={() => pick(finding.where![0])}>
            <Num>{finding.title}</Num>
          </button>
        ) : (
          <span className="flex-1">
            <Num>{finding.title}</Num>
          </span>
        )}
        <button type="button" aria-expanded={open} aria-label={`${open ? "less" : "ways out"}: ${finding.title}`} onClick={turn} className="min-h-6 shrink-0 px-1 text-sm font-normal underline">
          {open ? "less" : "ways out"}
        </button>
      </h3>
      {open && <p className="text-[15px] leading-snug">{finding.why}</p>}
      <ul className="mt-1 space-y-1.5">
        {(trying || !open ? [] : (finding.fixes ?? [])).map((fix, j) => (
          <li key={fix.label}>
            <Plain onClick={() => void tryOut(fix.label, fix.edits)} className="w-full text-left">
              <span className="font-semibold">
                <Num>{fix.label}</Num>
              </span>
              <span className="block text-[14px] leading-tight text-faint">
                {consequence ? <Num>{consequence[j]?.sentence ?? ""}</Num> : "working out what it does…"}
              </span>
            </Plain>
          </li>
        ))}
      </ul>
    </article>
  );
}
