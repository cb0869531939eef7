import type { ReactNode } from "react";

/** Better or worse, by a sign and its word as well as by colour. */
export function Weighed({ as, children }: { as?: string; children: ReactNode }) {
  if (!as) return <>{children}</>;
  return (
    <span className={as === "worse" ? "text-bad" : "text-ink"}>
      {children} <span aria-hidden="true">{as === "worse" ? "▼" : "▲"}</span>
      <span className="sr-only">{as}</span>
    </span>
  );
}
