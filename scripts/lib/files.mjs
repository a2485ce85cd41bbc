import { renameSync, writeFileSync } from 'node:fs';

/** Writes a file that others may read at any moment, or that a kill may find half written: all of it, or what was there. */
export function writeWhole(file, content, mode = 0o600) {
  const beside = `${file}.${process.pid}.new`;
  writeFileSync(beside, content, { mode });
  renameSync(beside, file);
}
