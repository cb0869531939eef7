import type { KeyboardEvent } from "react";
import { useDesk, useShownDesk } from "./state";
import { Num } from "../../ui/Num";
import { Worked } from "./Working";

/** The string with its stakes, in the order of the work: the way about, the progress and the summary in one. */
export function StringLine() {
  const stakes = useShownDesk().stakes;
  const current = useDesk((s) => s.stake);
  const go = useDesk((s) => s.go);
  /** One stop for the whole string: the arrows go along it. */
  const along = (e: KeyboardEvent<HTMLOListElement>) => {
    const at = stakes.findIndex((s) => s.key === current);
    const to = { ArrowRight: at + 1, ArrowLeft: at - 1, Home: 0, End: stakes.length - 1 }[e.key];
    if (to === undefined || !stakes[to] || !(e.target as HTMLElement).matches("[data-step]")) return;
    e.preventDefault();
    go(stakes[to].key);
    e.currentTarget.querySelector<HTMLElement>(`[data-stake=${stakes[to].key}] [data-step]`)?.focus();
  };
  return (
    <nav aria-label="Steps of the work" className="no-print relative overflow-x-auto border-b border-rule">
      <div className="pointer-events-none absolute inset-x-0 top-[0.9375rem] h-[2px] min-w-[47.5rem] bg-signal" aria-hidden="true" />
      <ol onKeyDown={along} className="relative flex min-w-[47.5rem] px-2">
        {stakes.map((stake) => {
          const on = stake.key === current;
          return (
            <li key={stake.key} className="flex-1 pb-1" data-stake={stake.key}>
              <button
                type="button"
                onClick={() => go(stake.key)}
                data-step
                tabIndex={on ? 0 : -1}
                aria-current={on ? "step" : undefined}
                className="flex w-full flex-col items-start px-1.5 text-left"
              >
                <span className="flex h-[2rem] items-center gap-1.5">
                  <svg width="17" height="28" viewBox="0 0 17 28" aria-hidden="true">
                    <path
                      d="M2 2h13v15l-6.5 9-6.5-9z"
                      fill={on ? "var(--signal)" : "var(--timber)"}
                      stroke="var(--ink)"
                      strokeWidth="1.3"
                    />
                  </svg>
                  <span className="bg-lime px-1 text-[0.8125rem]">
                    {stake.flag === "needs" ? (
                      <b className="whitespace-nowrap text-signal" title={stake.says}>
                        {stake.says.split(" ")[0]} ▲<span className="sr-only"> {stake.says}</span>
                      </b>
                    ) : stake.flag === "waits" ? (
                      <span className="text-faint" title={stake.says}>
                        waits<span className="sr-only"> {stake.says.replace("waits", "")}</span>
                      </span>
                    ) : (
                      <span className="text-faint" title={stake.says}>
                        ✓<span className="sr-only">{stake.says}</span>
                      </span>
                    )}
                  </span>
                </span>
                <span className={`text-[0.9375rem] leading-tight ${on ? "font-bold text-signal" : "font-semibold"}`}>{stake.name}</span>
              </button>
              <Worked of={stake.working} stop={on} className="block px-1.5 text-[0.8438rem] leading-tight">
                <Num>{stake.figure}</Num>
              </Worked>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
