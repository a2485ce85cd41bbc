/** With a capital at its start, as a line of its own begins. */
export const capital = (text: string): string => text.replace(/^./u, (first) => first.toUpperCase());

/** What was written, ended as a sentence is: what ends as one already stays. */
export const sentence = (written: string): string => (/[.!?…]$/.test(written) ? written : `${written}.`);
