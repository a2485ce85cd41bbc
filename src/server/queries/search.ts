import 'server-only';
import { gramsOf, plainPlate } from '@/core/ledger/search-words';
import type { Db } from '../database';
import type { Row } from '../tables';

export interface Hit {
  what: 'order' | 'plate' | 'customer' | 'car' | 'parts' | 'fasteners' | 'notes' | 'photos';
  orderId: string;
  number: number;
  car: string;
  plate: string;
  customer: string;
  /** The line of the record that was found, for what is more than the car itself. */
  line: string | null;
  closed: boolean;
}

interface Found {
  order_id: string;
  what: Hit['what'];
  words?: string;
}

const EACH = 12;
/** Words the index of words does not keep, being too short or too common. */
const LEAST_LETTERS = 3;
/** So many of the newest are looked through before the index of words is asked. */
const NEWEST_DOCS = 400;
const NEWEST_ORDERS = 200;

const wordsOf = (text: string) =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word.length >= LEAST_LETTERS);

/** Words as the index of words asks for them: all of them, each as a beginning. */
const asked = (words: readonly string[]) => words.map((word) => `+${word}*`).join(' ');
/** The same for text itself: the beginning of a word. Such words hold letters and digits alone. */
const beginning = (word: string) => `\\b${word}`;

/** A car's newest order stands for the car. */
const NEWEST = `(SELECT id FROM work_order WHERE work_order.vehicle_id = found.vehicle_id ORDER BY created_at DESC LIMIT 1)`;

async function byPlate(tx: Db, text: string): Promise<Found[]> {
  const plain = plainPlate(text);
  if (plain.length < 2) return [];
  const grams = gramsOf(plain);
  const start = `${text
    .trim()
    .toUpperCase()
    .replace(/[\\%_]/g, '\\$&')}%`;
  const end = `${[...text.trim().toUpperCase()]
    .reverse()
    .join('')
    .replace(/[\\%_]/g, '\\$&')}%`;
  const begun = await tx.rows<Row<'vehicle', 'id'>>(
    `SELECT id FROM vehicle WHERE plate LIKE ? LIMIT ${EACH}`,
    [start],
  );
  const scraps =
    begun.length === EACH
      ? []
      : grams.length
        ? await tx.rows<Row<'vehicle', 'id'>>(
            `SELECT vehicle_id AS id FROM plate_gram WHERE gram IN (${grams.map(() => '?').join(', ')})
              GROUP BY vehicle_id HAVING COUNT(*) = ${grams.length} LIMIT ${EACH}`,
            grams,
          )
        : await tx.rows<Row<'vehicle', 'id'>>(
            `SELECT id FROM vehicle WHERE plate_reversed LIKE ? LIMIT ${EACH}`,
            [end],
          );
  const vehicles = [...begun, ...scraps];
  return ordersOfCars(
    tx,
    vehicles.map((row) => row.id),
    'plate',
  );
}

async function ordersOfCars(tx: Db, vehicles: string[], what: Hit['what']): Promise<Found[]> {
  if (!vehicles.length) return [];
  const rows = await tx.rows<{ order_id: string }>(
    `SELECT ${NEWEST} AS order_id FROM (SELECT id AS vehicle_id FROM vehicle WHERE id IN (${vehicles.map(() => '?').join(', ')})) found`,
    vehicles,
  );
  return rows.filter((row) => row.order_id).map((row) => ({ ...row, what }));
}

type Doc = Row<'search_doc', 'order_id' | 'what' | 'words'>;

/**
 * What words are found in, the newest first. The index of words reads every document that holds a word, also one that all hold:
 * so the newest documents are looked through by themselves, and only where too few of them fit, the index is asked, for the
 * words that are seldom among those.
 */
async function docsWith(tx: Db, words: readonly string[]): Promise<Doc[]> {
  const holds = words.map((_, index) => `words REGEXP ? AS w${index}`).join(', ');
  const newest = await tx.rows<Row<'search_doc', 'order_id' | 'what' | 'at'> & Record<`w${number}`, number>>(
    // eslint-disable-next-line shop/sql-parameters -- one column for each word, named by its number
    `SELECT order_id, what, at, ${holds} FROM
       (SELECT order_id, what, at, words FROM search_doc WHERE what <> 'car' ORDER BY at DESC LIMIT ${NEWEST_DOCS}) AS newest`,
    words.map(beginning),
  );
  const has = (row: (typeof newest)[number], index: number) => row[`w${index}`] === 1;
  const fit = newest
    .filter((row) => words.every((_, index) => has(row, index)))
    .sort((one, other) => other.at.getTime() - one.at.getTime())
    .slice(0, EACH * 2);
  if (fit.length === EACH * 2) {
    return tx.rows<Doc>(
      `SELECT order_id, what, words FROM search_doc WHERE (order_id, what) IN (${fit.map(() => '(?, ?)').join(', ')})
        ORDER BY at DESC`,
      fit.flatMap((row) => [row.order_id, row.what]),
    );
  }
  const often = words.map((_, index) => newest.filter((row) => has(row, index)).length);
  const least = Math.min(...often);
  const seldom = words.filter((_, index) => often[index] === least || often[index]! < newest.length / 20);
  const rest = words.filter((word) => !seldom.includes(word));
  return tx.rows<Doc>(
    `SELECT order_id, what, words FROM search_doc
      WHERE MATCH (words) AGAINST (? IN BOOLEAN MODE) AND what <> 'car' ${rest.map(() => 'AND words REGEXP ?').join(' ')}
      ORDER BY at DESC LIMIT ${EACH * 2}`,
    [asked(seldom), ...rest.map(beginning)],
  );
}

/** Cars by the words of their label, or of their owner's name: those of the newest orders first, and all where those are too few. */
async function carsWith(tx: Db, words: readonly string[], by: 'car' | 'customer'): Promise<string[]> {
  const column = by === 'car' ? 'label' : 'name';
  const newest = await tx.rows<Row<'vehicle', 'id'>>(
    `SELECT id FROM
       (SELECT vehicle.id, label, name, number
          FROM (SELECT vehicle_id, number FROM work_order FORCE INDEX (number) ORDER BY number DESC LIMIT ${NEWEST_ORDERS}) AS late
          JOIN vehicle ON vehicle.id = late.vehicle_id
          JOIN customer_contact ON customer_contact.customer_id = vehicle.customer_id) AS newest
      WHERE ${words.map(() => `${column} REGEXP ?`).join(' AND ')}
      GROUP BY id ORDER BY MAX(number) DESC LIMIT ${EACH}`,
    words.map(beginning),
  );
  const ids = newest.map(({ id }) => id);
  if (ids.length === EACH) return ids;
  const all =
    by === 'car'
      ? await tx.rows<Row<'vehicle', 'id'>>(
          `SELECT id FROM vehicle WHERE MATCH (label) AGAINST (? IN BOOLEAN MODE) LIMIT ${EACH}`,
          [asked(words)],
        )
      : await tx.rows<Row<'vehicle', 'id'>>(
          `SELECT vehicle.id FROM customer_contact JOIN vehicle ON vehicle.customer_id = customer_contact.customer_id
            WHERE MATCH (customer_contact.name) AGAINST (? IN BOOLEAN MODE) LIMIT ${EACH}`,
          [asked(words)],
        );
  return [...new Set([...ids, ...all.map(({ id }) => id)])].slice(0, EACH);
}

async function describeBy(tx: Db, text: string): Promise<Found[]> {
  const words = [...new Set(wordsOf(text))];
  if (!words.length) return [];
  const [customers, cars, docs] = await Promise.all([
    carsWith(tx, words, 'customer'),
    carsWith(tx, words, 'car'),
    docsWith(tx, words),
  ]);
  return [
    ...(await ordersOfCars(tx, customers, 'customer')),
    ...(await ordersOfCars(tx, cars, 'car')),
    ...docs,
  ];
}

/** The line of a document that holds what was asked for. */
function lineOf(words: string | undefined, text: string): string | null {
  if (!words) return null;
  const wanted = wordsOf(text);
  const lines = words.split('\n');
  return (
    lines.find((line) => wanted.every((word) => line.toLowerCase().includes(word))) ??
    lines.find((line) => wanted.some((word) => line.toLowerCase().includes(word))) ??
    null
  );
}

/** Looks through all there is: order numbers, plates, customers, cars, parts, fasteners, notes and photo captions. */
export async function searchAll(tx: Db, text: string): Promise<Hit[]> {
  const asked_ = text.trim().slice(0, 80);
  if (asked_.length < 2) return [];
  const byNumber = /^\d{1,9}$/.test(asked_)
    ? await tx.rows<{ order_id: string }>('SELECT id AS order_id FROM work_order WHERE number = ?', [
        Number(asked_),
      ])
    : [];
  const [plates, words] = await Promise.all([byPlate(tx, asked_), describeBy(tx, asked_)]);
  const found: Found[] = [
    ...byNumber.map((row) => ({ ...row, what: 'order' as const })),
    ...plates,
    ...words,
  ];
  const seen = new Set<string>();
  const once = found.filter(({ order_id: id, what }) => {
    const key = ['order', 'plate', 'customer', 'car'].includes(what) ? id : `${id} ${what}`;
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
  if (!once.length) return [];
  const ids = [...new Set(once.map((one) => one.order_id))];
  const rows = await tx.rows<
    Row<'work_order', 'id' | 'number'> &
      Row<'vehicle', 'label' | 'plate'> &
      Row<'customer_contact', 'name'> &
      Row<'order_now', 'closed'>
  >(
    `SELECT work_order.id, number, label, plate, contact.name, closed
       FROM work_order
       JOIN order_now ON order_now.order_id = work_order.id
       JOIN vehicle ON vehicle.id = work_order.vehicle_id
       JOIN customer_contact contact ON contact.customer_id = vehicle.customer_id
      WHERE work_order.id IN (${ids.map(() => '?').join(', ')})`,
    ids,
  );
  const facts = new Map(rows.map((row) => [row.id, row]));
  return once.flatMap(({ order_id: id, what, words: doc }) => {
    const row = facts.get(id);
    if (!row) return [];
    return [
      {
        what,
        orderId: id,
        number: row.number,
        car: row.label,
        plate: row.plate,
        customer: row.name,
        line: lineOf(doc, asked_),
        closed: Boolean(row.closed),
      },
    ];
  });
}
