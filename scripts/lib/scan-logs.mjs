/** Holds what servers logged against every secret of a run: none may stand in it. */
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';

/** Shorter than this anything is found by chance. */
const LEAST = 8;
/** What no line may hold, whatever the run: a key in an address, a cookie, a password or a PIN by its name. */
const SHAPES = [
  [/\/c\/(?!…)[^"\s?/]/, 'the key of a customer’s page'],
  [/calendar\/(?!…)[^"\s?/]/, 'the key of a calendar'],
  [/wl_(session|device)=/, 'a cookie'],
  [/"(pin|password|secret|token)"\s*:/i, 'a secret by its name'],
];

/**
 * @param folder where the logs lie, each a `.log`
 * @param secretsFile one secret a line, as the run came by them
 * @returns how many lines were held against how many secrets, and each line that holds one
 */
export async function scanLogs(folder, secretsFile) {
  const secrets = new Set(
    (existsSync(secretsFile) ? readFileSync(secretsFile, 'utf8') : '')
      .split('\n')
      .filter((one) => one.length >= LEAST),
  );
  const found = [];
  let lines = 0;
  for (const file of readdirSync(folder).filter((name) => name.endsWith('.log')))
    for (const line of readFileSync(path.join(folder, file), 'utf8').split('\n').filter(Boolean)) {
      lines += 1;
      for (const secret of secrets)
        if (line.includes(secret)) found.push({ file, what: 'a secret of the run', line });
      for (const [shape, what] of SHAPES) if (shape.test(line)) found.push({ file, what, line });
    }
  return { lines, secrets: secrets.size, found };
}
