/** A figure with true fractions: 7 3/8 is set as one, the rest in tabular numerals. */
export function Num({ children }: { children: string }) {
  const parts = children.split(/(\d+\/\d+)/);
  return (
    <>
      {parts.map((part, i) =>
        i % 2 ? (
          <span key={i} className="frac">
            {part}
          </span>
        ) : (
          part
        ),
      )}
    </>
  );
}
