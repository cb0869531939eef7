import { useState } from "react";

/** What was ticked off on this device, kept under a name so that it is still ticked when the page is opened again. */
export function useTicks(name: string): [(key: string) => boolean, (key: string) => void] {
  const at = `rowstake-ticks-${name}`;
  const [ticked, setTicked] = useState<readonly string[]>(() => JSON.parse(localStorage.getItem(at) ?? "[]") as string[]);
  const turn = (key: string) => {
    const next = ticked.includes(key) ? ticked.filter((k) => k !== key) : [...ticked, key];
    setTicked(next);
    try {
      localStorage.setItem(at, JSON.stringify(next));
    } catch {
      /* a full browser forgets its ticks, nothing else */
    }
  };
  return [(key) => ticked.includes(key), turn];
}
