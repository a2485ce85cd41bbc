import type { Db } from '@/server/database';

interface Column {
  table_name: string;
  column_name: string;
  data_type: string;
  column_type: string;
  is_nullable: 'YES' | 'NO';
  json: number;
}

/** What the driver hands out for a column. */
function typeOf({ data_type: type, column_type: whole, json }: Column): string {
  if (json) return 'unknown';
  if (type === 'enum') return whole.slice(5, -1).replaceAll("','", "' | '");
  if (/int|decimal|double|float/.test(type)) return 'number';
  if (/^date/.test(type) || type === 'timestamp') return 'Date';
  return /blob|binary/.test(type) ? 'Buffer' : 'string';
}

/** The tables of the shop's database as types, from the database itself. */
export async function tablesAsTypes(tx: Db): Promise<string> {
  const columns = await tx.rows<Column>(
    `SELECT c.table_name AS table_name, c.column_name AS column_name, data_type, column_type, is_nullable,
       EXISTS (SELECT 1 FROM information_schema.check_constraints AS k
                WHERE k.constraint_schema = c.table_schema AND k.table_name = c.table_name
                  AND k.check_clause LIKE CONCAT('json_valid(\`', c.column_name, '\`)')) AS json
       FROM information_schema.columns AS c
      WHERE c.table_schema = DATABASE() AND c.table_name <> 'migration'
      ORDER BY c.table_name, c.column_name`,
  );
  const tables = [...new Set(columns.map((one) => one.table_name))];
  const lines = tables.flatMap((table) => [
    `  ${table}: {`,
    ...columns
      .filter((one) => one.table_name === table)
      .map((one) => {
        const type = typeOf(one);
        return `    ${one.column_name}: ${type}${one.is_nullable === 'YES' && type !== 'unknown' ? ' | null' : ''};`;
      }),
    '  };',
  ]);
  return [
    '/** The tables of the database; written from the database by `npm run tables`, and held to it by a test. */',
    'export interface Tables {',
    ...lines,
    '}',
    '',
    '/** Columns of a table as a statement reads them; of a JSON column the statement says what it holds. */',
    'export type Row<T extends keyof Tables, K extends keyof Tables[T]> = Pick<Tables[T], K>;',
    '',
    '/** The type of one column, where a statement gives it another name. */',
    'export type Cell<T extends keyof Tables, K extends keyof Tables[T]> = Tables[T][K];',
    '',
  ].join('\n');
}
