import type { Entry } from '@/core/ledger/entries';
import type { Db } from '../database';
import type { Row } from '../tables';
import { sha256 } from './canonical';

/** Pictures, papers and signatures: their bytes against their hashes, and what entries name against what is kept. */

const isOf = (bytes: Buffer | null, hash: string) => bytes !== null && sha256(bytes) === hash;
const dataOf = <T>(entry: Entry) => entry.data as T;
/** What the entries of chains say, each under its name. */
type Said = ReadonlyMap<string, readonly Entry[]>;

async function brokenPictureNames(tx: Db, rows: readonly Entry[]): Promise<string | null> {
  const named = rows
    .filter(({ kind }) => kind === 'photo')
    .map((row) => ({ id: row.id, ...dataOf<{ photoId: string; sha256: string }>(row) }));
  if (!named.length) return null;
  const kept = await tx.rows<Row<'photo', 'id' | 'sha256'>>(
    `SELECT id, sha256 FROM photo WHERE id IN (${named.map(() => '?').join(', ')})`,
    named.map(({ photoId }) => photoId),
  );
  const known = new Map(kept.map((photo) => [photo.id, photo.sha256]));
  const off = named.find((one) => known.get(one.photoId) !== one.sha256);
  return off ? `entry ${off.id} names a photo ${off.photoId} that is missing or another.` : null;
}

interface SignedPaper {
  packetHash: string;
  pdfHash: string;
  signatureHash: string | null;
}

async function brokenPaperNames(tx: Db, rows: readonly Entry[]): Promise<string | null> {
  const named = rows.flatMap((row) => {
    if (row.kind === 'handoff') {
      const { packetHash, pdfHash } = dataOf<SignedPaper>(row);
      return [packetHash, pdfHash].map((hash) => ({ id: row.id, hash }));
    }
    if (row.kind !== 'run.start' && row.kind !== 'run.change') return [];
    return [{ id: row.id, hash: dataOf<{ documentHash: string }>(row).documentHash }];
  });
  if (!named.length) return null;
  const kept = await tx.rows<Row<'document', 'hash'>>(
    `SELECT hash FROM document WHERE hash IN (${named.map(() => '?').join(', ')})`,
    named.map(({ hash }) => hash),
  );
  const known = new Set(kept.map(({ hash }) => hash));
  const off = named.find(({ hash }) => !known.has(hash));
  return off ? `entry ${off.id} names a document ${off.hash} that is not there.` : null;
}

/** Does another order's handoff name this signature? The same drawing twice is kept once, under whoever drew it first. */
const namedBy = (tx: Db, chain: string, hash: string) =>
  tx.row(
    "SELECT id FROM entry WHERE chain = ? AND kind = 'handoff' AND JSON_VALUE(canonical, '$.data.signatureHash') = ?",
    [chain, hash],
  );

/** The signatures of some orders' handoffs: there, and each saying who signed. */
async function brokenSignatures(tx: Db, chains: Said): Promise<string | null> {
  const named = [...chains].flatMap(([chain, entries]) =>
    entries
      .filter(({ kind }) => kind === 'handoff')
      .map((entry) => ({ chain, id: entry.id, ...dataOf<SignedPaper>(entry) }))
      .filter((one): one is typeof one & { signatureHash: string } => Boolean(one.signatureHash)),
  );
  if (!named.length) return null;
  const marks = named.map(() => '?').join(', ');
  const signatures = new Map(
    (
      await tx.rows<Row<'signature', 'hash' | 'order_id' | 'signer_name'>>(
        `SELECT hash, order_id, signer_name FROM signature WHERE hash IN (${marks})`,
        named.map((one) => one.signatureHash),
      )
    ).map((row) => [row.hash, row]),
  );
  const papers = new Map(
    (
      await tx.rows<Row<'kept_file', 'hash' | 'bytes'>>(
        `SELECT hash, bytes FROM kept_file WHERE hash IN (${marks})`,
        named.map((one) => one.packetHash),
      )
    ).map(({ hash, bytes }) => [hash, bytes]),
  );
  const signers = new Map<string, { chain: string; hash: string; names: Set<string> }>();
  for (const { chain, id, signatureHash: hash, packetHash } of named) {
    if (!signatures.has(hash)) return `entry ${id} names a signature ${hash} that is not there.`;
    const paper = papers.get(packetHash) ?? null;
    // Looked at before it is read: what was changed may be no paper at all any more.
    if (!isOf(paper, packetHash)) return `packet document ${packetHash} was changed.`;
    const { signed } = JSON.parse(paper!.toString('utf8')) as { signed?: { by: string } | null };
    const key = `${chain} ${hash}`;
    if (!signers.has(key)) signers.set(key, { chain, hash, names: new Set() });
    if (signed) signers.get(key)!.names.add(signed.by);
  }
  for (const { chain, hash, names } of signers.values()) {
    const row = signatures.get(hash)!;
    const whole =
      row.order_id === chain
        ? !names.size || names.has(row.signer_name)
        : await namedBy(tx, row.order_id, hash);
    if (!whole) return `signature ${hash} was changed: it no longer says who signed.`;
  }
  return null;
}

/** What the entries of some chains name: pictures, papers and signatures. @returns the first that is not as named, or null */
export async function brokenNames(tx: Db, chains: Said): Promise<string | null> {
  const entries = [...chains.values()].flat();
  return (
    (await brokenPictureNames(tx, entries)) ??
    (await brokenPaperNames(tx, entries)) ??
    (await brokenSignatures(tx, chains))
  );
}

/** What was looked at of a long list: the first thing wrong, how many, and after which to go on; null at the end. */
export interface Looked {
  broken: string | null;
  count: number;
  last: string | null;
}

const PICTURES_AT_ONCE = 40;
const PAPERS_AT_ONCE = 100;

/** Rehashes the pictures after one, by their ids. */
export async function rehashPictures(tx: Db, after: string): Promise<Looked> {
  const rows = await tx.rows<
    Row<'photo', 'id' | 'sha256' | 'thumbnail_sha256'> & { bytes: Buffer | null; thumbnail: Buffer | null }
  >(
    `SELECT id, sha256, thumbnail_sha256, large.bytes AS bytes, small.bytes AS thumbnail FROM photo
       LEFT JOIN kept_file AS large ON large.hash = sha256
       LEFT JOIN kept_file AS small ON small.hash = thumbnail_sha256 WHERE id > ? ORDER BY id LIMIT ?`,
    [after, PICTURES_AT_ONCE],
  );
  const last = rows.at(-1)?.id ?? null;
  const large = rows.find((row) => !isOf(row.bytes, row.sha256));
  if (large)
    return { broken: `photo ${large.id} was changed: its bytes no longer have their hash.`, count: 0, last };
  const small = rows.find((row) => !isOf(row.thumbnail, row.thumbnail_sha256));
  return {
    broken: small ? `the small picture of photo ${small.id} was changed.` : null,
    count: rows.length,
    last,
  };
}

/** Rehashes the papers after one, by their hashes. */
export async function rehashPapers(tx: Db, after: string): Promise<Looked> {
  const rows = await tx.rows<Row<'document', 'hash' | 'kind'> & { bytes: Buffer | null }>(
    `SELECT hash, kind, bytes FROM document LEFT JOIN kept_file USING (hash)
      WHERE hash > ? ORDER BY hash LIMIT ?`,
    [after, PAPERS_AT_ONCE],
  );
  const off = rows.find((row) => !isOf(row.bytes, row.hash));
  return {
    broken: off ? `${off.kind} document ${off.hash} was changed.` : null,
    count: rows.length,
    last: rows.at(-1)?.hash ?? null,
  };
}

/** Rehashes every signature. */
export async function rehashSignatures(tx: Db): Promise<string | null> {
  const rows = await tx.rows<Row<'signature', 'hash' | 'picture'>>('SELECT hash, picture FROM signature');
  const off = rows.find((row) => sha256(row.picture) !== row.hash);
  return off ? `signature ${off.hash} was changed.` : null;
}
