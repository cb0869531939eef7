import { useState } from "react";
import type { FrameTold, RowsTold, SiteSheet, SupportTold } from "../../api/types";
import { boardsLeft, cutBy, gapAt, offBy, outOfSquare, push, staffAt, trueDiagonal } from "./closed";
import { Num } from "../../ui/Num";
import { Keys } from "./Keys";
import { Big, Facts, Figure } from "./parts";
import { shown } from "./shown";
import { useOnSite } from "./state";

/** Square, parallel and level: two readings in, what to do out. Nothing of it waits for a signal. */
export function True({ sheet }: { sheet: SiteSheet }) {
  const { frames, corners, strings, rows, supports, sizes } = sheet.site;
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-4">
      {frames.map((f) => (
        <Square key={f.id} frame={f} sheet={sheet} />
      ))}
      {corners.length > 0 && (
        <section className="mt-3">
          <h2 className="text-2xl font-bold">Corners</h2>
          <ul>
            {corners.map((c) => (
              <li key={c.name} data-corner={c.name} className="border-b border-rule py-1.5 text-lg">
                <b>{c.name}</b>, {c.angle}: <Num>{c.one}</Num> on one side, <Num>{c.other}</Num> on the other,{" "}
                <b>
                  <Num>{c.apart}</Num> apart
                </b>
                .
              </li>
            ))}
          </ul>
        </section>
      )}
      {strings.length > 0 && (
        <section className="mt-5">
          <h2 className="text-2xl font-bold">Strings</h2>
          <ul>
            {strings.map((s) => (
              <li key={s.name} data-string={s.name} className="border-b border-rule py-1.5 text-lg">
                <b>{s.name}</b>: <Num>{s.where}</Num>. Batter boards <Num>{s.boards}</Num>,{" "}
                <b>
                  <Num>{s.between}</Num>
                </b>{" "}
                apart.
                <span className="block text-faint">
                  Marks <Num>{s.marks.join(", ")}</Num>
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {rows.map((r) => (
        <Creep key={r.id} rows={r} sheet={sheet} />
      ))}
      {supports.length > 0 && (
        <section className="mt-5">
          <h2 className="text-2xl font-bold">Heights</h2>
          <Level supports={supports} sheet={sheet} />
          <ul>
            {supports.map((s) => (
              <Support key={s.id} support={s} sheet={sheet} />
            ))}
          </ul>
        </section>
      )}
      <section className="mt-5">
        <h2 className="text-2xl font-bold">Sizes</h2>
        <ul>
          {sizes.map((s) => (
            <Size key={s.path} path={s.path} name={s.name} drawn={s.drawn} sheet={sheet} />
          ))}
        </ul>
      </section>
    </div>
  );
}

type Pair = [number | null, number | null];
const both = ([a, b]: Pair): [number, number] | null => (a !== null && b !== null ? [a, b] : null);

/** Two readings side by side. */
function TwoReadings({ names, pair, set, sheet }: { names: [string, string]; pair: Pair; set: (pair: Pair) => void; sheet: SiteSheet }) {
  const [asking, ask] = useState<0 | 1 | null>(null);
  return (
    <>
      <div className="mt-2 grid grid-cols-2 gap-2">
        {names.map((name, n) => (
          <Big key={name} onClick={() => ask(n as 0 | 1)}>
            <span className="block text-base font-normal text-faint">{name}</span>
            {pair[n] === null ? "…" : shown(pair[n], sheet.units, sheet.fraction)}
          </Big>
        ))}
      </div>
      {asking !== null && (
        <Keys
          title={names[asking]}
          units={sheet.units}
          fraction={sheet.fraction}
          laser="distance"
          onClose={() => ask(null)}
          done={(mm) => {
            set(asking ? [pair[0], mm] : [mm, pair[1]]);
            ask(null);
          }}
        />
      )}
    </>
  );
}

function Square({ frame, sheet }: { frame: FrameTold; sheet: SiteSheet }) {
  const [pair, set] = useState<Pair>([null, null]);
  const { enter } = useOnSite.getState();
  const print = (mm: number) => shown(mm, sheet.units, sheet.fraction);
  const read = both(pair);
  const [a, b] = read ?? [0, 0];
  const far = push(a, b, frame.long_mm);
  const off = outOfSquare(a, b);
  const isTrue = Math.abs(off) <= frame.true_mm;
  return (
    <section className="mt-3" data-square={frame.id}>
      <h2 className="text-2xl font-bold">{frame.name}</h2>
      <Facts rows={[["Both diagonals", print(trueDiagonal(frame.long_mm, frame.wide_mm))], ["Of", frame.note]]} />
      <TwoReadings names={["a, from the left", "b, from the right"]} pair={pair} set={set} sheet={sheet} />
      {read && (
        <>
          {isTrue ? (
            <p className="mt-2 text-2xl font-bold">True: {print(Math.abs(off))} apart.</p>
          ) : (
            <Figure name={`Push the far edge to the ${far > 0 ? "left" : "right"}, so that ${far > 0 ? "a" : "b"} gets shorter`}>{print(Math.abs(far))}</Figure>
          )}
          <Big strong className="mt-2 w-full" onClick={() => void enter("square", frame.id, { a_mm: a, b_mm: b }).then(() => set([null, null]))}>
            Keep, {isTrue ? "it is true" : "and measure again"}
          </Big>
        </>
      )}
    </section>
  );
}

function Creep({ rows, sheet }: { rows: RowsTold; sheet: SiteSheet }) {
  const [pair, set] = useState<Pair>([null, null]);
  const { enter } = useOnSite.getState();
  const print = (mm: number) => shown(mm, sheet.units, Math.max(sheet.fraction, 32));
  const read = both(pair);
  const [near, far] = read ?? [0, 0];
  const left = boardsLeft(near, far, rows.board_mm, rows.gap_mm);
  const gaps = [gapAt(near, left, rows.board_mm), gapAt(far, left, rows.board_mm)];
  const within = gaps.every((g) => g >= rows.least_mm && g <= rows.most_mm);
  return (
    <section className="mt-5" data-creep={rows.id}>
      <h2 className="text-2xl font-bold">{rows.name} parallel</h2>
      <Facts rows={[["Gap as drawn", print(rows.gap_mm)]]} />
      <TwoReadings names={["Left to cover, near end", "Left to cover, far end"]} pair={pair} set={set} sheet={sheet} />
      {read && (
        <>
          <p className="mt-2 text-xl font-bold">
            {left} boards: gaps of {print(gaps[0])} at the near end, {print(gaps[1])} at the far end.
          </p>
          {!within && (
            <p className="border-l-4 border-bad pl-2 text-lg font-semibold text-bad">
              Outside {print(rows.least_mm)} to {print(rows.most_mm)}: spread it over more boards, or rip one to a taper.
            </p>
          )}
          <Big strong className="mt-2 w-full" onClick={() => void enter("creep", rows.id, { near_mm: near, far_mm: far }).then(() => set([null, null]))}>
            Keep
          </Big>
        </>
      )}
    </section>
  );
}

/** The level as it is set up: what the staff reads on one support that stands as drawn, so that readings on the others tell how high they are. */
function Level({ supports, sheet }: { supports: SupportTold[]; sheet: SiteSheet }) {
  const sight = useOnSite((s) => s.sight);
  const may = supports.filter((s) => s.level_mm !== null);
  const [on, setOn] = useState(may[0]?.id ?? "");
  const [asking, ask] = useState(false);
  const known = may.find((s) => s.id === on) ?? may[0];
  if (!known) return null;
  return (
    <div className="my-1 border-l-4 border-rule pl-2 text-lg" data-level={sight ? "set" : "none"}>
      {sight ? (
        <p>
          The staff reads <b>{shown(sight.mm, sheet.units, sheet.fraction)}</b> on {sight.name}.{" "}
          <Big onClick={() => useOnSite.setState({ sight: null })}>The level was moved</Big>
        </p>
      ) : (
        <p className="flex flex-wrap items-center gap-2">
          With a level and a staff, on
          <select aria-label="What stands as drawn" value={known.id} onChange={(e) => setOn(e.target.value)} className="min-h-14 border-2 border-rule bg-board px-2 text-lg">
            {may.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </select>
          as it stands: <Big onClick={() => ask(true)}>Staff reads…</Big>
        </p>
      )}
      {asking && (
        <Keys
          title={`What the staff reads on ${known.name}`}
          words="The others are told against this one."
          units={sheet.units}
          fraction={sheet.fraction}
          laser="staff"
          onClose={() => ask(false)}
          done={(mm) => {
            ask(false);
            useOnSite.setState({ sight: { mm, level: known.level_mm ?? 0, name: known.name } });
          }}
        />
      )}
    </div>
  );
}

function Support({ support, sheet }: { support: SupportTold; sheet: SiteSheet }) {
  const waiting = useOnSite((s) => s.waiting);
  const { enter } = useOnSite.getState();
  const [asking, ask] = useState(false);
  const sight = useOnSite((s) => s.sight);
  const staff = sight && support.level_mm !== null ? { sight, level: support.level_mm } : null;
  const mine = waiting.filter((w) => w.entry.kind === "height" && w.entry.part === support.id && !w.why).at(-1);
  const cut = mine && support.drawn_mm !== null ? cutBy(support.drawn_mm, Number(mine.entry.values.off_mm)) : null;
  const does = cut !== null ? `cut the post ${shown(cut, sheet.units, sheet.fraction)}` : support.do;
  return (
    <li className="flex items-center gap-3 border-b border-rule py-1.5 text-lg" data-support={support.name}>
      <span className="flex-1">
        <b>{support.name}</b> <span className="text-faint">{support.drawn}</span>
        {does && <span className={`block font-semibold ${support.asks ? "text-bad" : ""}`}>{does}</span>}
      </span>
      <Big onClick={() => ask(true)}>Reading</Big>
      {asking && (
        <Keys
          title={staff ? `What the staff reads on ${support.name}` : `${support.name}: higher or lower than drawn`}
          words={staff ? `As drawn it reads ${shown(staffAt(staff.sight.mm, staff.sight.level, staff.level), sheet.units, sheet.fraction)}` : undefined}
          units={sheet.units}
          fraction={sheet.fraction}
          signed={staff ? undefined : ["high", "low"]}
          laser={staff ? "staff" : undefined}
          near={staff ? staffAt(staff.sight.mm, staff.sight.level, staff.level) : undefined}
          onClose={() => ask(false)}
          done={(mm) => {
            ask(false);
            const off = staff ? offBy(staff.sight.mm, staff.sight.level, staff.level, mm) : mm;
            void enter("height", support.id, { off_mm: Math.round(off * 10) / 10 }, { answers: support.entry ? [support.entry] : [] });
          }}
        />
      )}
    </li>
  );
}

function Size({ path, name, drawn, sheet }: { path: string; name: string; drawn: string; sheet: SiteSheet }) {
  const { enter } = useOnSite.getState();
  const [asking, ask] = useState(false);
  return (
    <li className="flex items-center gap-3 border-b border-rule py-1.5 text-lg" data-size={path}>
      <span className="flex-1">
        {name}{" "}
        <b>
          <Num>{drawn}</Num>
        </b>
      </span>
      <Big onClick={() => ask(true)}>Measured</Big>
      {asking && (
        <Keys
          title={name}
          words={`Now ${drawn}`}
          units={sheet.units}
          fraction={sheet.fraction}
          laser="distance"
          onClose={() => ask(false)}
          done={(mm) => {
            ask(false);
            const before = sheet.log.filter((l) => l.kind === "size" && l.part === name && l.counts).map((l) => l.id);
            void enter("size", path, { mm }, { answers: before });
          }}
        />
      )}
    </li>
  );
}
