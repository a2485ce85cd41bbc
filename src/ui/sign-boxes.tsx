/** Empty boxes at the end of a printed page: who did it, who checked it, when. */
export function SignBoxes({ words }: { words: readonly string[] }) {
  return (
    <div aria-hidden className="hidden grid-cols-3 gap-6 pt-6 print:grid">
      {words.map((one) => (
        <div key={one} className="break-inside-avoid">
          <div className="h-14 border border-black" />
          <p className="pt-1 text-sm">{one}</p>
        </div>
      ))}
    </div>
  );
}
