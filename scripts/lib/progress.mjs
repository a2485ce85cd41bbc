/**
 * How far something long is: on one line that is written over where there is a terminal, else a line each tenth of the way.
 * @returns what is told how much is done of how much, and with what it is busy
 */
export function progress(what, stream = process.stderr) {
  let told = -1;
  let last = 0;
  return {
    at(done, of, words = '') {
      const share = of > 0 ? Math.min(1, done / of) : 0;
      const line = `${what}: ${Math.floor(share * 100)} %${words && `, ${words}`}`;
      if (stream.isTTY) {
        if (Date.now() - last < 200 && share < 1) return;
        last = Date.now();
        stream.write(`\r${line.padEnd(78).slice(0, 78)}`);
      } else if (Math.floor(share * 10) > told) {
        told = Math.floor(share * 10);
        stream.write(`${line}\n`);
      }
    },
    end() {
      if (stream.isTTY && last) stream.write(`\r${' '.repeat(78)}\r`);
    },
  };
}
