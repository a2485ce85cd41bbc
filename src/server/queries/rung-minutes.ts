import 'server-only';
import type { RungId } from '@/core/anatomy/refit-ladder';
import type { RoomMadeData } from '@/core/ledger/kinds/measured';
import type { RungMinutes } from '@/core/procedure/refits';
import type { Db } from '../database';
import type { Row } from '../tables';

/** How many of the newest speak: hands and tools change. */
const NEWEST = 100;
/** Quicker, and it was tapped afterwards; longer, and something else was done meanwhile. */
const MINUTES = { least: 1, most: 240 };

/** What each way of making room took here: from the person's last act on that job, while on its clock, to the tap. */
export async function rungMinutes(tx: Db): Promise<RungMinutes> {
  const rows = await tx.rows<Row<'entry', 'canonical'> & { minutes: number }>(
    `SELECT e.canonical, TIMESTAMPDIFF(SECOND, p.at, e.at) / 60 AS minutes
       FROM entry e
       JOIN entry p ON p.chain = e.chain AND p.seq =
            (SELECT q.seq FROM entry q
              WHERE q.chain = e.chain AND q.seq < e.seq AND q.person_id = e.person_id
                AND q.kind IN ('step.done', 'torque', 'room.made', 'clock.on', 'clock.off')
              ORDER BY q.seq DESC LIMIT 1)
      WHERE e.kind = 'room.made' AND p.kind <> 'clock.off'
        AND NOT EXISTS (SELECT 1 FROM entry v WHERE v.chain = e.chain AND v.corrects = e.id)
      ORDER BY e.received_at DESC LIMIT ?`,
    [NEWEST],
  );
  const learned: Partial<Record<RungId, number[]>> = {};
  for (const { canonical, minutes } of rows) {
    if (minutes < MINUTES.least || minutes > MINUTES.most) continue;
    const { data } = JSON.parse(canonical) as { data: RoomMadeData };
    (learned[data.rung] ??= []).push(Number(minutes));
  }
  return learned;
}
