import { writtenFiles } from '@/cli/reference';
import { anatomies, libraryFile, libraryIds } from '../support/library';
import { COMMAND_NAMES, contractOf } from '@/contracts/commands';
import { ENTRY_KINDS } from '@/contracts/entries';
import { calculators } from '@/core/calc';

/** The pages written from the registries hold all that is in them. */
const pages = writtenFiles({ procedures: libraryIds().map(libraryFile), anatomies });

test('each calculator, command and kind of entry has its place', () => {
  for (const name of calculators.keys()) expect(pages['docs/calculators.md']).toContain(`## ${name}`);
  for (const name of COMMAND_NAMES) {
    expect(pages['docs/commands.md']).toContain(name);
    expect(pages['docs/commands.md']).toContain(contractOf(name).title);
  }
  for (const kind of ENTRY_KINDS) expect(pages['docs/entries.md']).toContain(`\`${kind}\``);
});

test('what a tablet checks by without network is what the contracts say', () => {
  const offline = JSON.parse(pages['src/contracts/offline-inputs.json']!) as Record<
    string,
    { waits: string }
  >;
  const waiting = COMMAND_NAMES.filter((name) => contractOf(name).waits !== null);
  expect(Object.keys(offline)).toEqual(waiting);
  for (const name of waiting) expect(offline[name]!.waits).toBe(contractOf(name).waits);
});
