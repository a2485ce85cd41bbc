/** `npm run doctor`: what is wrong with this installation, each line with the command that mends it. Changes nothing. */
import path from 'node:path';
import { root } from './lib/bundle.mjs';
import { examine } from './lib/doctor.mjs';

const dataDir = path.resolve(process.env.WRENCHWISE_DATA ?? path.join(root, '.data'));
const found = await examine({ dataDir });
for (const { name, ok, waits, words, mend } of found) {
  console.log(`${ok ? 'ok   ' : waits ? '     ' : 'WRONG'}  ${name}: ${words}`);
  if (mend) console.log(`         mend it with: ${mend}`);
}
const count = found.filter(({ ok, waits }) => !ok && !waits).length;
console.log(count ? `\n${count} of ${found.length} to mend, the first first.` : '\nNothing is wrong.');
process.exit(count ? 1 : 0);
