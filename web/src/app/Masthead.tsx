import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import { Plain } from "../ui/controls";
import { currentTheme, setTheme } from "./theme";

/** The head of every page: the way home, what the page adds, and light or dark. */
export function Masthead({ children }: { children?: ReactNode }) {
  const [theme, setShown] = useState(currentTheme);
  const other = theme === "dark" ? "light" : "dark";
  return (
    <header className="no-print flex min-h-11 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-3 py-1">
      <Link to="/" className="flex items-center gap-2 text-lg font-bold no-underline">
        <img src="/stake.svg" alt="" width={22} height={22} />
        Row Stake
      </Link>
      {children}
      <nav className="ml-auto flex items-center gap-1" aria-label="Pages">
        <Link to="/" className="px-2 py-1 underline-offset-4 hover:underline">
          Jobs
        </Link>
        <Link to="/answers" className="px-2 py-1 underline-offset-4 hover:underline">
          Quick answers
        </Link>
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
