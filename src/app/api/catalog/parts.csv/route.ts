import { writePartsCsv } from '@/core/formats/parts-csv';
import { db } from '@/server/database';
import { actorOrAnswer } from '@/server/http';
import { catalogParts } from '@/server/queries/catalog';

/** The catalog's parts as CSV, to be taken in again or read elsewhere. */
export async function GET() {
  const actor = await actorOrAnswer();
  if (actor instanceof Response) return actor;
  const parts = await catalogParts(db());
  const codeOf = new Map(parts.map((part) => [part.id, part.code]));
  const csv = writePartsCsv(
    parts.map((part) => ({
      code: part.code,
      name: part.name,
      kind: part.kind,
      end: part.end,
      set: part.set,
      cents: part.cost,
      minutes: part.minutes,
      claimed: part.claimed ?? null,
      ratedLeast: part.rated?.least ?? null,
      ratedMost: part.rated?.most ?? null,
      requires: part.requires.map((id) => codeOf.get(id)!),
      excludes: part.excludes.map((id) => codeOf.get(id)!),
      kit: part.kit ?? null,
    })),
  );
  return new Response(csv, {
    headers: {
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': 'attachment; filename="parts.csv"',
      'Cache-Control': 'no-store',
    },
  });
}
