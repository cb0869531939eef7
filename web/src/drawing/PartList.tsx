import { memo } from "react";

const MOST_LISTED = 150;

/** The parts of a drawing as a list for those who cannot see it; picked here as on the drawing, out of the way of the tab key. */
export const PartList = memo(function PartList({ parts, label, selected, onPick }: { parts: readonly string[]; label: string; selected: readonly string[]; onPick: (of: string) => void }) {
  return (
    <ul className="sr-only" aria-label={`Parts on ${label}`}>
      {parts.slice(0, MOST_LISTED).map((of) => (
        <li key={of}>
          <button type="button" tabIndex={-1} aria-pressed={selected.includes(of)} onClick={() => onPick(of)}>
            {of}
          </button>
        </li>
      ))}
      {parts.length > MOST_LISTED && <li>and {parts.length - MOST_LISTED} more; come closer for those</li>}
    </ul>
  );
});
