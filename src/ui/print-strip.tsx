const quoted = (words: string) => `"${words.replace(/[\\"]/g, '\\$&').replace(/[\n\r<]/g, ' ')}"`;

/** What stands on every sheet of a page that is printed: whose it is and what of, and which sheet of how many. */
export function PrintStrip({
  words,
  paper,
  across,
}: {
  words: string[];
  paper: 'a4' | 'letter';
  /** The sheet lies on its long side, for a wall. */
  across?: boolean;
}) {
  const line = words.filter(Boolean).join(' · ');
  return (
    <style>{`@page { size: ${paper === 'a4' ? 'A4' : 'letter'}${across ? ' landscape' : ''}; margin: 18mm 14mm 16mm;
  @top-left { content: ${quoted(line)}; font: 600 10pt Barlow, sans-serif; }
  @bottom-right { content: "page " counter(page) " of " counter(pages); font: 10pt Barlow, sans-serif; } }`}</style>
  );
}
