import type { ReactNode } from "react";

/** A sentence with blanks in it. */
export function Say({ children }: { children: ReactNode }) {
  return <p className="flex flex-wrap items-start gap-x-1.5 gap-y-0 leading-7">{children}</p>;
}
