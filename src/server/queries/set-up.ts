import 'server-only';
import type { Db } from '../database';

/** How far a new shop has been set up: each thing a first job needs, counted. */
export interface SetUp {
  people: number;
  places: number;
  wrenches: number;
  tools: number;
  parts: number;
  orders: number;
  hoursSet: boolean;
  /** Name, paper, labor rate and tax were looked at and kept. */
  detailsSet: boolean;
}

export async function readSetUp(tx: Db): Promise<SetUp> {
  const row = await tx.row<Omit<SetUp, 'hoursSet' | 'detailsSet'> & { hours: number; details: number }>(
    `SELECT (SELECT COUNT(*) FROM person WHERE active) AS people,
            (SELECT COUNT(*) FROM shop_place WHERE active) AS places,
            (SELECT COUNT(*) FROM wrench WHERE active) AS wrenches,
            (SELECT COUNT(*) FROM shop_tool WHERE active) AS tools,
            (SELECT COUNT(*) FROM part WHERE active) AS parts,
            (SELECT MAX(number) FROM work_order) AS orders,
            (SELECT COUNT(*) FROM entry WHERE chain = 'shop' AND kind = 'shop.change' AND canonical LIKE '%"what":"hours"%') AS hours,
            (SELECT COUNT(*) FROM entry WHERE chain = 'shop' AND kind = 'shop.change' AND canonical LIKE '%"what":"details"%') AS details`,
  );
  return { ...row!, orders: row!.orders ?? 0, hoursSet: row!.hours > 0, detailsSet: row!.details > 0 };
}
