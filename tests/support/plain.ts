/** What somebody may be told about a field: a sentence, and nothing only a programmer would know. */
export const isPlain = (message: string): boolean =>
  /^[A-Z“"\d]/.test(message) &&
  /[.?!]$/.test(message) &&
  !/[[\]{}]|\w\.\w|\b[a-z]+[A-Z]\w*|"\w+"|\bundefined\b|\bnull\b|\bobject\b|\bstring\b|\barray\b|\bboolean\b|regular expression|pattern|must be|is required|not allowed/.test(
    message.replace(/\d+\.\d+/g, '1'),
  );
