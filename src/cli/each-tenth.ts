/** Tells on the error output how far something long is, each tenth of the way once; not before `afterMs` have passed. */
export function eachTenth(say: (percent: number) => string, afterMs = 0) {
  const began = Date.now();
  let told = -1;
  return (done: number, of: number): void => {
    const tenth = Math.floor((done / of) * 10);
    if (tenth === told || Date.now() - began < afterMs) return;
    told = tenth;
    console.error(say(tenth * 10));
  };
}
