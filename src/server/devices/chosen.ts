import 'server-only';
import { STAND_INS, type StandIn } from '@/contracts/stand-ins';
import { Refusal } from '@/core/refusal';
import type { Db } from '../database';
import type { Row } from '../tables';

export type StandInsNow = Record<StandIn, { chosen: boolean; working: boolean }>;

/** Which stand-ins this shop has chosen, and which of them answer. */
export async function standInsNow(tx: Db): Promise<StandInsNow> {
  const rows = await tx.rows<Row<'stand_in', 'id' | 'chosen' | 'working'>>(
    'SELECT id, chosen, working FROM stand_in',
  );
  return Object.fromEntries(
    rows.map((row) => [row.id, { chosen: Boolean(row.chosen), working: Boolean(row.working) }]),
  ) as StandInsNow;
}

/** @throws Refusal where the stand-in was not chosen: what it makes up would stand in the record */
export async function mustBeChosen(tx: Db, standIn: StandIn): Promise<void> {
  if ((await standInsNow(tx))[standIn].chosen) return;
  throw new Refusal(
    'stand-in',
    `${STAND_INS[standIn][0]}: the stand-in is off. Who leads the shop turns it on under Stand-ins.`,
    'standIn',
  );
}
