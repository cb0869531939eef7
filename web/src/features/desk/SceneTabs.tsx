/** More than so many names of drawings are a list where there is little room. */
const FEW = 3;

/** Drawings that share one place, by name. */
export function SceneTabs({ names, shown, show }: { names: readonly (readonly [string, string])[]; shown: string; show: (key: string) => void }) {
  const many = names.length > FEW;
  return (
    <>
      {names.map(([key, name]) => (
        <button
          key={key}
          type="button"
          aria-pressed={key === shown}
          onClick={() => show(key)}
          className={`min-h-7 border-b-2 ${many ? "@max-lg:hidden" : ""} ${key === shown ? "border-signal font-semibold" : "border-transparent text-faint"}`}
        >
          {name}
        </button>
      ))}
      {many && (
        <select aria-label="Drawing" value={shown} onChange={(e) => show(e.target.value)} className="min-h-7 max-w-full border-b-2 border-ink/50 bg-board font-semibold @lg:hidden">
          {names.map(([key, name]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      )}
    </>
  );
}
