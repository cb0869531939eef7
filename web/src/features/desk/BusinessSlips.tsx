import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { get } from "../../api/client";
import type { BookHeld, Path, Place } from "../../api/types";
import { Figure, Length, OptionalLength, Tick, Typed } from "./fields";
import { Plain } from "../../ui/controls";
import { OwnSheet } from "./OwnSheet";
import { Say } from "./Say";
import { put, useDesk, valueAt } from "./state";

/** What the saw takes, and what is worth keeping. */
export function CuttingSlip() {
  const [own, setOwn] = useState(false);
  return (
    <Say>
      The saw takes <Length path="cutting.kerf_mm" name="Kerf" />, both ends of a board lose <Length path="cutting.end_trim_mm" name="End trim" />; nobody handles more than{" "}
      <OptionalLength path="cutting.longest_mm" name="Longest length handled" empty="any length on sale" />. Offcuts from{" "}
      <Length path="cutting.keep_mm" name="Shortest offcut kept" /> on are kept. <Tick path="terms.rack" words="cut from the rack of offcuts first" />{" "}
      <Tick path="cutting.runs" words="what meets end to end comes from one board" />{" "}
      <Plain onClick={() => setOwn(true)}>Our own timber and hardware</Plain>
      {own && <OwnSheet onClose={() => setOwn(false)} />}
    </Say>
  );
}

/** What may be off on site before anybody asks about it. */
export function BuildSlip() {
  return (
    <Say>
      A post may be <Length path="tolerances.post_mm" name="Post may be off" /> off its mark, its hole <Length path="tolerances.depth_mm" name="Hole may be short" /> less deep, and it may lean{" "}
      <Length path="tolerances.plumb_mm_m" name="Post may lean" />; a support <Length path="tolerances.height_mm" name="Support may be off" /> high or low; two diagonals{" "}
      <Length path="tolerances.square_mm" name="Diagonals may differ" /> apart; boards <Length path="tolerances.width_mm" name="Boards may differ" /> wider or narrower than sold. What is off by more is asked about.
    </Say>
  );
}

function useBooks(): BookHeld[] {
  const [books, setBooks] = useState<BookHeld[]>([]);
  useEffect(() => void get<BookHeld[]>("/api/books").then(setBooks, () => setBooks([])), []);
  return books;
}

/** A list that is ticked together: what was ticked last counts at once, though the job comes back later. */
function useTicked<T extends string>(path: Path, now: readonly T[], words: string): [readonly T[], (id: T, on: boolean, order?: readonly T[]) => void] {
  const [wanted, want] = useState<readonly T[] | null>(null);
  const last = useRef(0);
  const { edit } = useDesk.getState();
  const turn = (id: T, on: boolean, order?: readonly T[]) => {
    const had = wanted ?? now;
    const next = on ? [...had.filter((x) => x !== id), id] : had.filter((x) => x !== id);
    const sorted = order ? order.filter((x) => next.includes(x)) : next;
    const mine = (last.current += 1);
    want(sorted);
    void edit([{ do: "set", path, value: sorted }], words).then(() => mine === last.current && want(null));
  };
  return [wanted ?? now, turn];
}

/** Whose prices, and what is put on top of them. */
export function PriceSlip() {
  const [chosen, turn] = useTicked("terms.books", useDesk((s) => valueAt(s.document, "terms.books")) ?? [], "books of prices");
  const books = useBooks();
  const gone = chosen.filter((id) => books.length > 0 && !books.some((b) => b.id === id));
  const currency = books.find((b) => chosen.includes(b.id))?.currency;
  return (
    <>
      <Say>
        Prices from
        {books.map((book) => (
          <label key={book.id} className={`inline-flex min-h-8 items-center gap-1.5 pr-1 leading-7 ${currency && book.currency !== currency ? "text-faint" : ""}`}>
            <input type="checkbox" checked={chosen.includes(book.id)} onChange={(e) => turn(book.id, e.target.checked)} className="h-4 w-4 accent-[var(--signal)]" />
            {book.name} ({book.currency})
          </label>
        ))}
        {gone.map((id) => (
          <button key={id} type="button" onClick={() => turn(id, false)} className="text-bad underline">
            a book that is no longer there: leave it out
          </button>
        ))}
        {books.length === 0 && <>no book yet:</>}
        <Link to="/prices" className="underline underline-offset-4">
          books of prices
        </Link>
      </Say>
      <Say>
        On top of what it costs: <Figure path="terms.contingency_pct" name="Contingency" unit="% contingency," /> <Figure path="terms.overhead_pct" name="Overhead" unit="% overhead," />{" "}
        <Figure path="terms.profit_pct" name="Profit" unit="% profit," /> <Figure path="terms.tax_pct" name="Tax" unit="% tax" empty="the region's" />. The crew takes{" "}
        <Figure path="terms.pace_pct" name="Pace" unit="% of the usual hours," /> with <Figure path="terms.deliveries" name="Deliveries" unit="deliveries" /> and{" "}
        <Length path="terms.travel_km" name="Travel a day" /> of travel a day. <Tick path="terms.auger" words="an auger is hired" /> <Tick path="terms.saw" words="a saw is hired" /> A skip by
        the day: <OptionalLength path="terms.skip_size_m3" name="Skip hired by the day" empty="none" />.
      </Say>
    </>
  );
}

const NO_DAY = "no other day";
const WEEK = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"] as const;

/** When work begins, on which days, what comes when. */
export function DaysSlip() {
  const start = useDesk((s) => valueAt(s.document, "terms.calendar.start"));
  const [days, turn] = useTicked("terms.calendar.days", useDesk((s) => valueAt(s.document, "terms.calendar.days")) ?? [], "working days");
  const holidays = useDesk((s) => valueAt(s.document, "terms.calendar.holidays")) ?? [];
  const crew = useDesk((s) => valueAt(s.document, "terms.calendar.crew")) ?? "";
  const place = useDesk((s) => valueAt(s.document, "terms.calendar.place")) ?? "";
  const [places, setPlaces] = useState<Place[]>([]);
  useEffect(() => void get<Place[]>("/api/plan/places").then(setPlaces, () => setPlaces([])), []);
  const { edit } = useDesk.getState();
  return (
    <Say>
      Begins on{" "}
      <input
        type="date"
        aria-label="First day"
        value={start ?? ""}
        onChange={(e) => void edit([put("terms.calendar.start", e.target.value || null)], "first day")}
        className="min-h-7 border-b-2 border-ink/50 bg-board px-1 font-semibold"
      />{" "}
      {!start && "(today, while none is told)"}; work is on
      {WEEK.map((day) => (
        <label key={day} className="inline-flex min-h-8 items-center gap-1 leading-7">
          <input
            type="checkbox"
            checked={days.includes(day)}
            onChange={(e) => turn(day, e.target.checked, WEEK)}
            className="h-4 w-4 accent-[var(--signal)]"
          />
          {day}
        </label>
      ))}
      for <Figure path="terms.calendar.hours" name="Hours a day" unit="hours" />, not on{" "}
      <Typed
        name="Days kept free"
        width={10}
        value={holidays.join(", ") || NO_DAY}
        commit={(text) => edit([put("terms.calendar.holidays", text.trim() === NO_DAY ? [] : text.split(/[,;]/).map((x) => x.trim()).filter(Boolean))], "days kept free")}
      />
      , by{" "}
      <Typed name="Crew that does it" width={8} value={crew || "the crew"} commit={(text) => edit([put("terms.calendar.crew", text === "the crew" ? "" : text.trim())], "crew")} />
      . Locating of services is asked for <Figure path="terms.calendar.locate_days" name="Locating ahead" unit="working days ahead" />, an inspection{" "}
      <Figure path="terms.calendar.inspection_days" name="Inspection ahead" unit="" empty="is not asked for" />, deliveries come{" "}
      <Figure path="terms.calendar.delivery_days" name="Delivery after" unit="working days after the order" />. Weather of{" "}
      <select
        aria-label="Weather of"
        value={place}
        onChange={(e) => void edit([put("terms.calendar.place", e.target.value)], "weather")}
        className="min-h-7 border-b-2 border-ink/50 bg-board px-1 font-semibold"
      >
        <option value="">the usual months</option>
        {place && !places.some((p) => p.id === place) && <option value={place}>{place} (does not answer)</option>}
        {places.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </select>
    </Say>
  );
}
