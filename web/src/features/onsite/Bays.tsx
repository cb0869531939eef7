import { useState } from "react";
import type { SiteSheet } from "../../api/types";
import { Keys } from "./Keys";
import { Big, Facts, Figure, OneOf } from "./parts";
import { baysWith, readAgain, ticketsWith } from "./seen";
import { Num } from "../../ui/Num";
import { useOnSite } from "./state";

/** Bay by bay: what is free between two posts, and what is cut for it. */
export function Bays({ sheet, part }: { sheet: SiteSheet; part: string }) {
  const waiting = useOnSite((s) => s.waiting);
  const { enter } = useOnSite.getState();
  const bays = baysWith(sheet, waiting);
  const [at, go] = useState(Math.max(0, part ? bays.findIndex((b) => b.label === part) : bays.findIndex((b) => !b.measured)));
  const [asking, ask] = useState(false);
  const bay = bays[Math.min(at, bays.length - 1)];
  if (!bay) return <p className="p-4 text-lg">This job has no bays.</p>;
  const own = ticketsWith(sheet, waiting).filter((t) => t.labels.some((l) => bay.pieces.includes(l)));
  const measured = (clear_mm: number) => {
    const hole = sheet.site.holes.find((h) => h.id === bay.hole);
    const told = readAgain(hole, useOnSite.getState().waiting, { drawn_mm: hole?.key_mm ?? bay.key_mm, clear_mm, after_mm: bay.after_mm });
    void enter("post", bay.hole, told.values, { answers: told.answers });
  };
  return (
    <OneOf all={bays} at={at} go={go} done={(b) => b.measured} name={(b) => b.label} id={(b) => b.label}>
      <article data-bay={bay.label}>
        <h2 className="text-2xl font-bold first-letter:uppercase">{bay.label}</h2>
        <Figure name={bay.measured ? "Free between the posts" : "Free between the posts, as drawn"}>{bay.clear}</Figure>
        <Facts rows={[["Ends at", sheet.site.holes.find((h) => h.id === bay.hole)?.label ?? ""]]} />
        {own.length > 0 && (
          <ul className="mt-2" aria-label="What is cut for it">
            {own.map((t) => (
              <li key={t.key} className="flex gap-3 border-b border-rule py-1 text-lg">
                <b className="w-28">
                  <Num>{t.length}</Num>
                </b>
                <span className="flex-1">
                  {t.kind} {t.labels.filter((l) => bay.pieces.includes(l)).slice(0, 3).join(", ")}
                </span>
                <span className={t.cut >= t.count ? "text-faint" : t.ready ? "font-bold" : "text-faint"}>{t.cut >= t.count ? "✓ cut" : t.ready ? "to cut" : "not yet"}</span>
              </li>
            ))}
          </ul>
        )}
        {bay.unsent && <p className="mt-1 text-faint">Not sent yet.</p>}
        <div className="mt-3 grid gap-2">
          <Big strong onClick={() => ask(true)}>
            Measure
          </Big>
          <Big
            onClick={() => {
              measured(bay.clear_mm);
              go(Math.min(at + 1, bays.length - 1));
            }}
          >
            It is just that
          </Big>
        </div>
        {asking && (
          <Keys
            title={`Free in ${bay.label}`}
            words={`Drawn: ${bay.clear}`}
            units={sheet.units}
            fraction={sheet.fraction}
            laser="distance"
            near={bay.clear_mm}
            onClose={() => ask(false)}
            done={(mm) => {
              ask(false);
              measured(mm);
            }}
          />
        )}
      </article>
    </OneOf>
  );
}
