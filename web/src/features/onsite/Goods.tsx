import { useState } from "react";
import type { ArrivalTold, SiteSheet } from "../../api/types";
import { Num } from "../../ui/Num";
import { Sheet } from "../../ui/Sheet";
import { Keys } from "./Keys";
import { Big, Camera } from "./parts";
import { shown } from "./shown";
import { useOnSite } from "./state";

const same = (line: ArrivalTold, entry: { part: string; values: Record<string, unknown> }) =>
  entry.part === line.part && Math.abs(Number(entry.values.length_mm ?? 0) - line.length_mm) < 1;

/** What was ordered, line by line, ticked off as it comes off the lorry; what is left to come stands first. */
export function Goods({ sheet }: { sheet: SiteSheet }) {
  const waiting = useOnSite((s) => s.waiting);
  const { enter } = useOnSite.getState();
  const [open, setOpen] = useState<ArrivalTold | null>(null);
  const unsent = (line: ArrivalTold) =>
    waiting.filter((w) => w.entry.kind === "delivery" && !w.why && same(line, w.entry)).reduce((sum, w) => sum + Number(w.entry.values.count) - Number(w.entry.values.damaged ?? 0), 0);
  const lines = sheet.arrivals.lines.map((line) => ({ line, left: Math.max(0, line.to_come - unsent(line)) }));
  const came = (line: ArrivalTold, count: number) => void enter("delivery", line.part, { count, length_mm: line.length_mm });
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-4">
      <p className="mt-3 text-lg font-semibold" data-arrivals>
        <Num>{sheet.arrivals.words}</Num>
      </p>
      <ul>
        {lines.map(({ line, left }) => (
          <li key={`${line.part} ${line.length_mm}`} data-arrival={line.part} className="border-b border-rule py-2 text-lg">
            <p className="flex items-baseline gap-2">
              <b className={`flex-1 ${left ? "" : "text-faint"}`}>
                {left ? "" : "✓ "}
                <Num>{line.item}</Num> <Num>{line.length}</Num>
              </b>
              <span className="font-semibold whitespace-nowrap">
                {left ? `${figure(left)}${left < line.ordered ? ` of ${figure(line.ordered)}` : ""} ${unit(line, left)} to come` : `${figure(line.ordered)} ${unit(line, line.ordered)} here`}
              </span>
            </p>
            {line.over > 0 && <p className="text-faint">{figure(line.over)} more than was asked for</p>}
            {line.said.map((words, n) => (
              <p key={n} className="text-faint">
                <Num>{words}</Num>
              </p>
            ))}
            <div className="mt-1 grid grid-cols-2 gap-2">
              <Big strong={left > 0} disabled={!left} onClick={() => came(line, left)}>
                {left === line.ordered || !left ? "All came" : "The rest came"}
              </Big>
              <Big onClick={() => setOpen(line)}>Otherwise…</Big>
            </div>
          </li>
        ))}
      </ul>
      {sheet.arrivals.strange.length > 0 && (
        <p className="mt-3 text-lg">Came, and nothing asks for it as the job is drawn now: see the log.</p>
      )}
      {open && <Otherwise line={open} sheet={sheet} onClose={() => setOpen(null)} />}
    </div>
  );
}

const unit = (line: ArrivalTold, n: number) => (n === 1 ? line.unit.replace(/s$/, "") : line.unit);
const figure = (n: number) => String(Math.round(n * 100) / 100);

/** Not as ordered: how many, how many broken, how moist, how wide; or the last of it taken back. */
function Otherwise({ line, sheet, onClose }: { line: ArrivalTold; sheet: SiteSheet; onClose: () => void }) {
  const { enter } = useOnSite.getState();
  const [said, say] = useState({ count: figure(line.to_come), damaged: "", moisture: "", note: "" });
  const [wide, setWide] = useState<number | null>(null);
  const [keys, setKeys] = useState(false);
  const [photos, setPhotos] = useState<Blob[]>([]);
  const number = (text: string) => (text.trim() === "" ? 0 : Number(text.replace(",", ".")));
  const [count, damaged, moisture] = [said.count, said.damaged, said.moisture].map(number);
  const wrong =
    !Number.isFinite(count) || count < 0 || count > 100000
      ? "How many: 0 to 100000"
      : !Number.isFinite(damaged) || damaged < 0 || damaged > count
        ? "Damaged: no more than came"
        : said.moisture.trim() && !(moisture >= 3 && moisture <= 120)
          ? "Moisture: 3 to 120 %"
          : "";
  const keep = () => {
    const values: Record<string, unknown> = { count, damaged, length_mm: line.length_mm, note: said.note.trim() };
    if (said.moisture.trim()) values.moisture_pct = moisture;
    if (wide !== null) values.width_mm = wide;
    void enter("delivery", line.part, values, { photos });
    onClose();
  };
  const field = (name: keyof typeof said, words: string, mode: "decimal" | "text" = "decimal") => (
    <label className="mt-2 block text-lg">
      {words}
      <input value={said[name]} inputMode={mode} maxLength={300} onChange={(e) => say({ ...said, [name]: e.target.value })} className="block min-h-12 w-full border-2 border-rule bg-board px-2 text-xl" />
    </label>
  );
  return (
    <Sheet open onClose={onClose} title={`${line.item} ${line.length}`}>
      {field("count", "How many came")}
      {field("damaged", "Of them damaged, or sent back")}
      {line.moist && field("moisture", "Moisture of one, %")}
      {line.wide && (
        <Big className="mt-3 w-full" onClick={() => setKeys(true)}>
          {wide === null ? "Width of one, measured" : <Num>{`${shown(wide, sheet.units, sheet.fraction)} wide`}</Num>}
        </Big>
      )}
      {field("note", "Note", "text")}
      <div className="mt-3 grid grid-cols-2 gap-2">
        <Camera photos={photos} add={(photo) => setPhotos([...photos, photo])} />
        <Big strong disabled={Boolean(wrong)} onClick={keep}>
          It came so
        </Big>
      </div>
      {wrong && (
        <p role="alert" className="mt-2 font-semibold text-bad">
          {wrong}
        </p>
      )}
      {line.entries.length > 0 && (
        <Big
          className="mt-3 w-full"
          onClick={() => {
            void enter("settled", line.part, { why: "it did not come so" }, { answers: [line.entries[line.entries.length - 1]] });
            onClose();
          }}
        >
          Take back: {line.said[line.said.length - 1]}
        </Big>
      )}
      {keys && (
        <Keys
          title="How wide is one?"
          words="Across three boards side by side, divided by three, tells it best."
          units={sheet.units}
          fraction={sheet.fraction}
          onClose={() => setKeys(false)}
          done={(mm) => {
            setWide(mm);
            setKeys(false);
          }}
        />
      )}
    </Sheet>
  );
}
