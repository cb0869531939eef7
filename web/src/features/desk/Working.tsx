import { Popover } from "radix-ui";
import type { ReactNode } from "react";
import type { Working } from "../../api/types";
import { Num } from "../../ui/Num";
import { useShownDesk } from "./state";

/** A figure that opens its working: the rule, this job's numbers, where it comes from, what changes it. */
export function Worked({ of, own, children, className = "", stop = true }: { of?: string; own?: Working; children: ReactNode; className?: string; stop?: boolean }) {
  const known = useShownDesk().workings[of ?? ""];
  const working = own ?? known;
  if (!working) return <span className={className}>{children}</span>;
  return (
    <Popover.Root>
      <Popover.Trigger
        title={`How “${working.title}” is worked out`}
        aria-description={`${working.title}: opens how it is worked out`}
        tabIndex={stop ? undefined : -1}
        className={`min-h-6 min-w-6 [text-align:inherit] underline decoration-dotted decoration-1 underline-offset-4 hover:decoration-solid ${className}`}
      >
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label={`How “${working.title}” is worked out`}
          collisionPadding={12}
          sideOffset={6}
          className="z-20 max-h-[70vh] w-[min(26rem,92vw)] overflow-auto border border-ink bg-board p-4 shadow-lg"
        >
          <h3 className="text-lg font-bold">
            {working.title}: <Num>{working.value}</Num>
          </h3>
          <p className="mt-1">{working.rule}</p>
          <h4 className="mt-3 text-sm font-bold">With this job's numbers</h4>
          <p>
            <Num>{working.formula}</Num>
          </p>
          <h4 className="mt-3 text-sm font-bold">What would change it</h4>
          <p>{working.changes}</p>
          <p className="mt-3 text-sm text-faint">From: {working.source}.</p>
          <Popover.Arrow className="fill-ink" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
