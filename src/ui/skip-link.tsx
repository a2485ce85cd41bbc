/** The first thing a key reaches: past what stands on every page, to the page itself. */
export function SkipLink() {
  return (
    <a
      href="#page"
      className="sr-only focus:not-sr-only focus:absolute focus:top-1 focus:left-1 focus:z-50 focus:bg-paper focus:px-4 focus:py-3 focus:font-semibold"
    >
      Skip to the page
    </a>
  );
}
