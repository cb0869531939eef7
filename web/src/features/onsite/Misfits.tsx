import type { SiteSheet } from "../../api/types";

/** Pieces that were cut and that nothing takes as the job stands now, each with what may be made of it. */
export function Misfits({ sheet, className = "" }: { sheet: SiteSheet; className?: string }) {
  return sheet.saw.misfits.map((m) => (
    <p key={m.entry + m.label} className={`border-l-4 border-signal pl-2 ${className}`}>
      <b>
        {m.label || m.section}, cut {m.length},
      </b>{" "}
      fits nowhere now: {m.offer}.
    </p>
  ));
}
