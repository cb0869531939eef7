import { useCallback, useEffect, useState } from "react";
import { Masthead } from "../../app/Masthead";
import { get, post, Refused, remove, send } from "../../api/client";
import type { BookHeld, BookOpened, BookRead, Problem, Yard } from "../../api/types";
import { Plain, Strong } from "../../ui/controls";
import { FileButton } from "../../ui/FileButton";
import { cell, Head } from "../../ui/ListTables";
import { Num } from "../../ui/Num";
import { Sheet } from "../../ui/Sheet";
import { Rack } from "./Rack";

/** What is looked at before it is kept: a file, or what a yard tells today. */
type Looked = { read: BookRead; keep: () => Promise<unknown>; into: string };

/** Books of prices: whose, how many, how old; in and out with a look at what changes. */
export function BooksPage() {
  const [books, setBooks] = useState<BookHeld[] | null>(null);
  const [yards, setYards] = useState<Yard[]>([]);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [looked, setLooked] = useState<Looked | null>(null);
  const [opened, setOpened] = useState<BookOpened | null>(null);
  const run = useCallback(async (what: () => Promise<unknown>) => {
    try {
      await what();
      setProblem(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.problem);
    }
  }, []);
  const look = useCallback(() => run(async () => setBooks(await get<BookHeld[]>("/api/books"))), [run]);
  useEffect(() => {
    document.title = "Prices – Row Stake";
    void look();
    get<Yard[]>("/api/yards").then(setYards, () => setYards([]));
  }, [look]);
  const file = (file: File, book?: BookHeld) =>
    run(async () => {
      const name = encodeURIComponent(file.name);
      const read = await send<BookRead>("POST", `/api/books/look?name=${name}${book ? `&into=${book.id}` : ""}`, file);
      const keep = () => (book ? send("PUT", `/api/books/${book.id}?name=${name}&version=${book.version}`, file) : send("POST", `/api/books?name=${name}`, file));
      setLooked({ read, keep, into: book?.name ?? "" });
    });
  const yard = (of: Yard) =>
    run(async () => {
      const read = await get<BookRead>(`/api/yards/${of.id}/look`);
      setLooked({ read, keep: () => post(`/api/yards/${of.id}/book`, {}), into: books?.find((b) => b.id === of.id)?.name ?? "" });
    });
  return (
    <div className="flex min-h-full flex-col">
      <Masthead />
      <main id="main" tabIndex={-1} className="mx-auto w-full max-w-5xl flex-1 px-4 py-4">
        <div className="flex flex-wrap items-end gap-2">
          <h1 className="mr-auto text-2xl font-bold">Books of prices</h1>
          <FileButton words="Bring in CSV or XLSX" accept=".csv,.xlsx" take={(f) => void file(f)} />
        </div>
        <p className="max-w-prose">Goods of a yard, and the crew's own rates: work by the hour, hire by the day. A job takes its prices from the books that it names.</p>
        {problem && (
          <div role="alert" className="mt-3 border-l-4 border-bad bg-board p-3">
            <b>{problem.title}.</b> {problem.errors?.map((e) => `${e.message}. Given: ${e.given}. Allowed: ${e.allowed}. `)}
            {!problem.errors?.length && problem.detail}
          </div>
        )}
        {books?.length === 0 && <p className="mt-3">None yet. Bring one in: its first row names item, unit, price and currency.</p>}
        <ul className="mt-3">
          {books?.map((book) => (
            <li key={book.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule py-2" data-book={book.id}>
              <div className="min-w-60 flex-1">
                <b className="text-lg">{book.name}</b>
                <p>
                  {book.items} prices in {book.currency}, {book.suppliers.join(", ") || "no supplier named"}; version {book.version} of {new Date(book.changed_at).toLocaleDateString()}
                </p>
              </div>
              <Plain onClick={() => void run(async () => setOpened(await get<BookOpened>(`/api/books/${book.id}`)))}>Look inside</Plain>
              <FileButton words="Newer prices" accept=".csv,.xlsx" take={(f) => void file(f, book)} />
              <a href={`/api/books/${book.id}/book.csv`} className="underline underline-offset-4">
                CSV
              </a>
              <a href={`/api/books/${book.id}/book.xlsx`} className="underline underline-offset-4">
                XLSX
              </a>
              <Plain aria-label={`Take ${book.name} away`} onClick={() => void run(() => remove(`/api/books/${book.id}`)).then(look)}>
                Take away
              </Plain>
            </li>
          ))}
        </ul>
        <h2 className="mt-6 text-lg font-bold">Yards that can be asked</h2>
        {yards.length === 0 && <p>No yard answers. Prices that were brought in before stay in use.</p>}
        <ul>
          {yards.map((y) => (
            <li key={y.id} className="flex flex-wrap items-center gap-4 border-t border-rule py-2" data-yard={y.id}>
              <b className="min-w-60 flex-1">
                {y.name} ({y.currency})
              </b>
              <Plain onClick={() => void yard(y)}>Ask for today's prices</Plain>
            </li>
          ))}
        </ul>
        <Rack />
      </main>
      {looked && (
        <LookSheet
          looked={looked}
          onClose={() => setLooked(null)}
          keep={() => void run(looked.keep).then(() => (setLooked(null), look()))}
        />
      )}
      {opened && <InsideSheet opened={opened} onClose={() => setOpened(null)} />}
    </div>
  );
}

/** What would be kept, what does not fit, and what changes. */
function LookSheet({ looked, keep, onClose }: { looked: Looked; keep: () => void; onClose: () => void }) {
  const { read, into } = looked;
  return (
    <Sheet open onClose={onClose} title={into ? `Newer prices for ${into}` : `A new book: ${read.name}`} wide>
      <p>
        <b>{read.items}</b> prices in {read.currency} fit.{" "}
        {read.unpriced > 0 && `${read.unpriced} rows have no price and are left out. `}
        {read.unknown.length > 0 && `Columns that no price has are not read: ${read.unknown.join(", ")}. `}
        {into && (read.changed ? `${read.changed} change.` : "None changes.")}
      </p>
      {read.left_out.length > 0 && (
        <section aria-label="Rows that do not fit" className="mt-2 border-l-4 border-bad pl-2">
          <h3 className="font-bold">{read.left_out.length} rows do not fit and are left out</h3>
          <ul className="max-h-48 overflow-auto">
            {read.left_out.map((row) => (
              <li key={row.number} className="border-t border-rule py-0.5">
                Row {row.number}: {row.words} <span className="block text-sm text-faint">{row.text}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {read.changes.length > 0 && (
        <table className="mt-2 w-full border-collapse" aria-label="What changes">
          <Head names={["Item", "Before", "Now"]} />
          <tbody>
            {read.changes.map((c, i) => (
              <tr key={i} className="border-b border-rule">
                <td className={cell}>
                  {c.words || c.item} <span className="text-sm text-faint">{c.item}</span>
                </td>
                <td className={`${cell} text-right`}>{c.before ?? "new"}</td>
                <td className={`${cell} text-right font-bold`}>{c.after ?? "no longer there"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-3 flex gap-2">
        <Strong onClick={keep}>{into ? "Take these prices" : "Keep this book"}</Strong>
        <Plain onClick={onClose}>Leave it</Plain>
      </p>
    </Sheet>
  );
}

function InsideSheet({ opened, onClose }: { opened: BookOpened; onClose: () => void }) {
  const [search, setSearch] = useState("");
  const words = search.toLowerCase().split(/\s+/);
  const found = opened.items.filter((i) => words.every((w) => `${i.item} ${i.words}`.toLowerCase().includes(w)));
  return (
    <Sheet open onClose={onClose} title={opened.book.name} wide>
      <label className="text-sm text-faint">
        Look for{" "}
        <input value={search} onChange={(e) => setSearch(e.target.value)} className="min-h-9 border-b-2 border-ink/50 bg-board px-1 text-base text-ink" />
      </label>
      <table className="mt-2 w-full border-collapse" aria-label="Prices">
        <Head names={["What", "Item", "Price", "For each", "Day", "There"]} />
        <tbody>
          {found.slice(0, 300).map((i, n) => (
            <tr key={n} className="border-b border-rule">
              <td className={`${cell} font-semibold`}>{i.words}</td>
              <td className={`${cell} text-sm text-faint`}>{i.item}</td>
              <td className={`${cell} text-right font-bold`}>
                <Num>{String(i.price)}</Num>
              </td>
              <td className={cell}>
                {i.unit} {i.length_mm ? `of ${i.length_mm} mm` : ""} {i.pack ? `of ${i.pack}` : ""}
              </td>
              <td className={cell}>{i.day ?? ""}</td>
              <td className={cell}>{i.stock ?? ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {found.length > 300 && <p className="text-faint">and {found.length - 300} more: look for a word.</p>}
    </Sheet>
  );
}
