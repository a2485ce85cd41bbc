import 'server-only';
import { Unzip, UnzipInflate, zipSync } from 'fflate';
import { Refusal } from '@/core/refusal';
import { canonicalJson, sha256 } from '../entries/canonical';

/** What goes out and comes in as one ZIP: files by name, and a manifest with the hash of each. */
export type Files = Map<string, Buffer>;

export interface Manifest {
  format: 'wrenchwise-export/1';
  holds: 'workorder' | 'shop';
  files: Record<string, string>;
}

export interface ZipLimits {
  /** Bytes of the ZIP itself, of one file in it, of all its files; and how many files. */
  packed: number;
  one: number;
  all: number;
  count: number;
}
const MB = 1024 * 1024;
export const ORDER_LIMITS: ZipLimits = { packed: 300 * MB, one: 32 * MB, all: 600 * MB, count: 4000 };
export const SHOP_LIMITS: ZipLimits = { packed: 1500 * MB, one: 400 * MB, all: 3000 * MB, count: 200_000 };

/** Names our own exports use: plain folders and files, nothing that climbs or starts at a root. */
const NAME = /^[a-z0-9][a-z0-9._-]*(\/[a-z0-9][a-z0-9._-]*){0,2}$/i;
export const MANIFEST = 'manifest.json';
const CHUNK = 64 * 1024;
/** The same files make the same ZIP, whenever it is made. */
export const NO_TIME = new Date('1990-01-01T12:00:00');

/** Pictures and PDFs are packed already. */
export const isPacked = (name: string) => /\.(jpg|pdf|png)$/.test(name);

/** @param hashes of each file, by its name */
export const manifestOf = (holds: Manifest['holds'], hashes: ReadonlyMap<string, string>): Manifest => ({
  format: 'wrenchwise-export/1',
  holds,
  files: Object.fromEntries([...hashes].sort(([one], [other]) => (one < other ? -1 : 1))),
});

/** Packs files with their manifest. @returns the ZIP's bytes, the same for the same files */
export function packZip(holds: Manifest['holds'], files: Files): Buffer {
  const names = [...files.keys()].sort();
  const hashes = new Map(names.map((name) => [name, sha256(files.get(name)!)]));
  const manifest = Buffer.from(canonicalJson(manifestOf(holds, hashes)));
  const entries = Object.fromEntries(
    [[MANIFEST, manifest] as const, ...names.map((name) => [name, files.get(name)!] as const)].map(
      ([name, bytes]) => [
        name,
        [new Uint8Array(bytes), { level: isPacked(name) ? 0 : 6, mtime: NO_TIME }] as const,
      ],
    ),
  );
  return Buffer.from(zipSync(entries as Parameters<typeof zipSync>[0]));
}

const refused = (code: string, message: string) => new Refusal(code, message, 'file');

/** Unpacks a ZIP file by file, counting what really comes out and stopping where it grows beyond its limits. */
function unpack(zip: Buffer, limits: ZipLimits): Files {
  const files: Files = new Map();
  let all = 0;
  let problem: Refusal | null = null;
  const stop = (why: Refusal) => {
    problem ??= why;
  };
  const reader = new Unzip((file) => {
    if (problem) return;
    if (file.name.endsWith('/')) return;
    if (!NAME.test(file.name) || file.name.split('/').includes('..'))
      return stop(refused('name', `The ZIP names a file "${file.name.slice(0, 60)}", which is not ours.`));
    if (files.has(file.name)) return stop(refused('twice', `The ZIP holds ${file.name} twice.`));
    if (files.size >= limits.count) return stop(refused('count', 'The ZIP holds too many files.'));
    const chunks: Uint8Array[] = [];
    let size = 0;
    files.set(file.name, Buffer.alloc(0));
    file.ondata = (error, chunk, final) => {
      if (error) return stop(refused('broken', `${file.name} in the ZIP is broken.`));
      size += chunk.length;
      all += chunk.length;
      if (size > limits.one || all > limits.all) {
        file.terminate();
        return stop(refused('too-large', `${file.name} in the ZIP grows beyond what an export holds.`));
      }
      chunks.push(chunk);
      if (final) files.set(file.name, Buffer.concat(chunks));
    };
    file.start();
  });
  reader.register(UnzipInflate);
  try {
    for (let at = 0; at < zip.length && !problem; at += CHUNK)
      reader.push(new Uint8Array(zip.subarray(at, at + CHUNK)), at + CHUNK >= zip.length);
  } catch {
    stop(refused('broken', 'The ZIP is broken: it may not have come through whole.'));
  }
  if (problem) throw problem as Refusal;
  return files;
}

/**
 * Opens a ZIP of ours: every name plain, every size within limits, the manifest there and true to every file.
 * @throws Refusal naming what is wrong; nothing of it has been kept
 */
export function openZip(zip: Buffer, holds: Manifest['holds'], limits: ZipLimits): Files {
  if (zip.length > limits.packed) throw refused('too-large', 'The ZIP is larger than any export.');
  if (zip.length < 22 || zip.readUInt32LE(0) !== 0x04034b50) throw refused('not-zip', 'This is not a ZIP.');
  const files = unpack(zip, limits);
  const written = files.get(MANIFEST);
  if (!written) throw refused('no-manifest', 'The ZIP has no manifest.json: it is no export of ours.');
  let manifest: Manifest;
  try {
    manifest = JSON.parse(written.toString('utf8')) as Manifest;
  } catch {
    throw refused('manifest', 'manifest.json does not read.');
  }
  if (manifest?.format !== 'wrenchwise-export/1' || typeof manifest.files !== 'object' || !manifest.files)
    throw refused('manifest', 'manifest.json is not of a kind this version reads.');
  if (manifest.holds !== holds)
    throw refused('holds', `The ZIP holds ${manifest.holds === 'shop' ? 'a whole shop' : 'a work order'}.`);
  files.delete(MANIFEST);
  for (const name of Object.keys(manifest.files))
    if (!files.has(name)) throw refused('missing', `The manifest names ${name}, and the ZIP has it not.`);
  for (const [name, bytes] of files) {
    if (!manifest.files[name])
      throw refused('unlisted', `The ZIP holds ${name}, which its manifest does not name.`);
    if (sha256(bytes) !== manifest.files[name])
      throw refused('hash', `${name} is not what the manifest says: it was changed on the way.`);
  }
  return files;
}
