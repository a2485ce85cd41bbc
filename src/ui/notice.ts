/** What was just done, and how it is undone where it can be. */
export interface Notice {
  words: string;
  undo?: () => void;
}

let show: ((notice: Notice) => void) | null = null;

/** Says shortly what was just done, with a way back where there is one; it goes by itself. */
export const notice = (words: string, undo?: () => void): void => show?.({ words, undo });

/** Whoever shows the notices of the page. */
export function showNotices(shower: (notice: Notice) => void): () => void {
  show = shower;
  return () => {
    show = null;
  };
}
