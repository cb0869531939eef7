import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import { Plain } from "../ui/controls";
import { currentTheme, setTheme } from "./theme";

interface Skip {
  to: string;
  words: string;
}
const MAIN: readonly Skip[] = [{ to: "main", words: "To the page" }];

/** The head of every page: ways past it from the keyboard, the way home, what the page adds, and light or dark. On a phone it is one row: the rest, with what a
 * page has `more`, opens under it. */
export function Masthead({ children, more, skips = MAIN }: { children?: ReactNode; more?: ReactNode; skips?: readonly Skip[] }) {
  const [open, setOpen] = useState(false);
  const [theme, setShown] = useState(currentTheme);
  const other = theme === "dark" ? "light" : "dark";
  return (
    <header className="no-print flex min-h-11 flex-wrap items-center gap-x-1.5 gap-y-1 border-b border-rule px-3 py-1 text-[0.9375rem] max-sm:gap-x-1 max-sm:px-2 max-sm:[&_input]:max-w-34">
      {skips.map(({ to, words }) => (
        <a
          key={to}
          href={`#${to}`}
          onClick={(e) => {
            e.preventDefault();
            document.getElementById(to)?.focus();
          }}
          className="fixed top-1 left-1 z-30 -translate-y-20 border border-ink bg-board px-3 py-1.5 font-semibold focus:translate-y-0"
        >
          {words}
        </a>
      ))}
      <Link to="/" className="flex items-center gap-2 text-lg font-bold no-underline">
        <img src="/stake.svg" alt="" width={22} height={22} />
        <span className={more ? "max-sm:sr-only" : ""}>Row Stake</span>
      </Link>
      {children}
      {more && (
        <Plain className="ml-auto sm:hidden" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Less" : "More"}
        </Plain>
      )}
      <div className={more ? `contents ${open ? "" : "max-sm:hidden"}` : "contents"}>{more}</div>
      <nav className={`ml-auto flex items-center ${more && !open ? "max-sm:hidden" : ""}`} aria-label="Pages">
        <Link to="/" className="px-1.5 py-1 whitespace-nowrap underline-offset-4 hover:underline">
          Jobs
        </Link>
        <Link to="/prices" className="px-1.5 py-1 whitespace-nowrap underline-offset-4 hover:underline">
          Prices
        </Link>
        <Link to="/answers" className="px-1.5 py-1 whitespace-nowrap underline-offset-4 hover:underline">
          Quick answers
        </Link>
        {!more && (
          <Link to="/trainer" className="px-1.5 py-1 whitespace-nowrap underline-offset-4 hover:underline max-sm:hidden">
            Trainer
          </Link>
        )}
        <Plain
          onClick={() => {
            setTheme(other);
            setShown(other);
          }}
        >
          {other === "dark" ? "Dark" : "Light"}
        </Plain>
      </nav>
    </header>
  );
}
