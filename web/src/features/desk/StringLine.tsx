import { useDesk, useShownDesk } from "./state";
import { Num } from "../../ui/Num";
import { Worked } from "./Working";

/** The string with its stakes, in the order of the work: the way about, the progress and the summary in one. */
export function StringLine() {
  const stakes = useShownDesk().stakes;
  const current = useDesk((s) => s.stake);
  const go = useDesk((s) => s.go);
  return (
    <nav aria-label="Steps of the work" className="no-print relative overflow-x-auto border-b border-rule">
      <div className="pointer-events-none absolute inset-x-0 top-[15px] h-[2px] min-w-[760px] bg-signal" aria-hidden="true" />
      <ol className="relative flex min-w-[760px] px-2">
        {stakes.map((stake) => {
          const on = stake.key === current;
          return (
            <li key={stake.key} className="flex-1 pb-1" data-stake={stake.key}>
              <button
                type="button"
                onClick={() => go(stake.key)}
                aria-current={on ? "step" : undefined}
                className="flex w-full flex-col items-start px-1.5 text-left"
              >
                <span className="flex h-[32px] items-center gap-1.5">
                  <svg width="17" height="28" viewBox="0 0 17 28" aria-hidden="true">
                    <path
                      d="M2 2h13v15l-6.5 9-6.5-9z"
                      fill={on ? "var(--signal)" : "var(--timber)"}
                      stroke="var(--ink)"
                      strokeWidth="1.3"
                    />
                  </svg>
                  <span className="bg-lime px-1 text-[13px]">
                    {stake.flag === "needs" ? (
                      <b className="text-signal">{stake.says}</b>
                    ) : stake.flag === "waits" ? (
                      <span className="text-faint">{stake.says}</span>
                    ) : (
                      <span className="text-faint" title={stake.says}>
                        ✓<span className="sr-only">{stake.says}</span>
                      </span>
                    )}
                  </span>
                </span>
                <span className={`text-[15px] leading-tight ${on ? "font-bold text-signal" : "font-semibold"}`}>{stake.name}</span>
              </button>
              <Worked of={stake.working} className="block px-1.5 text-[13.5px] leading-tight">
                <Num>{stake.figure}</Num>
              </Worked>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
