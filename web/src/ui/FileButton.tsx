/** A button that takes a file. */
export function FileButton({ words, accept, take }: { words: string; accept: string; take: (file: File) => void }) {
  return (
    <label className="inline-flex min-h-9 cursor-pointer items-center rounded-sm border border-rule bg-board px-2.5 focus-within:outline-3 focus-within:outline-signal hover:border-ink">
      {words}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) take(file);
        }}
      />
    </label>
  );
}
