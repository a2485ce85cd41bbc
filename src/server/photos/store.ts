import 'server-only';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { Refusal } from '@/core/refusal';
import { now } from '../clock';
import { type Db, db, transaction } from '../database';
import { sha256 } from '../entries/canonical';
import { keepFile } from '../kept-files';
import type { Row } from '../tables';

export const PICTURE_TOO_LARGE = 'A picture may be 25 MB at most: take it smaller.';
export const LARGEST_UPLOAD = 25 * 1024 * 1024;
const LONG_SIDE = 2560;
const QUALITY = 82;
const THUMBNAIL = 480;
/** More pixels than any camera here takes; a picture that claims more is not decoded. */
const MOST_PIXELS = 120_000_000;
const READ = new Set(['jpeg', 'png', 'webp']);

const unreadable = () =>
  new Refusal(
    'unreadable',
    'This is not a whole JPEG, PNG or WebP picture: take it again or choose another file.',
    'file',
  );

export interface StoredPhoto {
  photoId: string;
  width: number;
  height: number;
  /** The same picture had been uploaded before and is kept once. */
  known: boolean;
}

export const makeThumbnail = (picture: Buffer) =>
  sharp(picture).resize(THUMBNAIL, THUMBNAIL, { fit: 'inside' }).jpeg({ quality: QUALITY }).toBuffer();

async function reencode(upload: Buffer) {
  const options = { limitInputPixels: MOST_PIXELS, failOn: 'truncated' as const };
  try {
    const { format } = await sharp(upload, options).metadata();
    if (!format || !READ.has(format)) throw unreadable();
    // Turned upright by its hidden data first, since re-encoding leaves all of that off.
    const { data, info } = await sharp(upload, options)
      .rotate()
      .resize(LONG_SIDE, LONG_SIDE, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: QUALITY })
      .toBuffer({ resolveWithObject: true });
    const thumbnail = await makeThumbnail(data);
    return { data, thumbnail, width: info.width, height: info.height };
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw unreadable();
  }
}

/** Keeps a picture with its bytes and its small one. @returns whether it was not there, by its id or its upload */
export async function insertPhoto(
  tx: Db,
  photo: {
    id: string;
    uploadHash: string;
    bytes: Buffer;
    thumbnail: Buffer;
    width: number;
    height: number;
    at: Date;
  },
): Promise<boolean> {
  const hash = await keepFile(tx, photo.bytes);
  const small = await keepFile(tx, photo.thumbnail);
  const kept = await tx.run(
    `INSERT IGNORE INTO photo (id, upload_hash, sha256, width, height, thumbnail_sha256, created_at)
     VALUES (?, ?, ?, ?, ?, ?, ?)`,
    [photo.id, photo.uploadHash, hash, photo.width, photo.height, small, photo.at],
  );
  return kept.affectedRows > 0;
}

/**
 * Takes a picture in: decided by its content, re-encoded with its hidden data off, kept once by the hash of what came.
 * @throws Refusal naming `file` when it is too large or not a picture we keep
 */
export async function storePhoto(upload: Buffer): Promise<StoredPhoto> {
  if (upload.length > LARGEST_UPLOAD) {
    throw new Refusal('too-large', PICTURE_TOO_LARGE, 'file');
  }
  if (upload.length === 0) throw unreadable();
  const uploadHash = sha256(upload);
  const find = () =>
    db().row<Row<'photo', 'id' | 'width' | 'height'>>(
      'SELECT id, width, height FROM photo WHERE upload_hash = ?',
      [uploadHash],
    );
  const before = await find();
  if (before) return { photoId: before.id, width: before.width, height: before.height, known: true };
  const { data, thumbnail, width, height } = await reencode(upload);
  const photoId = randomUUID();
  const kept = await transaction((tx) =>
    insertPhoto(tx, { id: photoId, uploadHash, bytes: data, thumbnail, width, height, at: now() }),
  );
  if (!kept) {
    const other = (await find())!;
    return { photoId: other.id, width: other.width, height: other.height, known: true };
  }
  return { photoId, width, height, known: false };
}

export async function readPhoto(
  photoId: string,
  size: 'full' | 'small',
): Promise<{ bytes: Buffer; sha256: string } | null> {
  return db().row(
    `SELECT bytes, sha256 FROM photo
       JOIN kept_file ON kept_file.hash = ${size === 'full' ? 'photo.sha256' : 'thumbnail_sha256'} WHERE photo.id = ?`,
    [photoId],
  );
}
