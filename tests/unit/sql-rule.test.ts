import { execFileSync } from 'node:child_process';
import path from 'node:path';

/** Runs the rule over a piece of code, in a process of its own since it is a module as the linter takes it. */
function reported(code: string): number {
  const script = `
    import { Linter } from 'eslint';
    import ts from 'typescript-eslint';
    import rule from './scripts/lint/sql-parameters.mjs';
    const linter = new Linter();
    const config = [{ files: ['**/*.ts'], languageOptions: { parser: ts.parser },
      plugins: { shop: { rules: { sql: rule } } }, rules: { 'shop/sql': 'error' } }];
    let code = ''; for await (const chunk of process.stdin) code += chunk;
    const found = JSON.parse(code).map((one) => linter.verify(one, config, 'a.ts').filter((m) => m.ruleId === 'shop/sql').length);
    console.log(JSON.stringify(found));
  `;
  const answer = execFileSync(process.execPath, ['--input-type=module', '-e', script], {
    cwd: path.resolve(__dirname, '..', '..'),
    input: JSON.stringify([code]),
    encoding: 'utf8',
  });
  return (JSON.parse(answer) as number[])[0]!;
}

test('what somebody typed never stands in the text of a statement', () => {
  const typed = [
    'tx.rows(`SELECT id FROM person WHERE name = ${name}`);',
    "db().run('DELETE FROM tool WHERE id = ' + id);",
    'ctx.tx.row(`SELECT ${columns.map((one) => one.name).join(", ")} FROM part`, []);',
    'const order = input.order; tx.rows(`SELECT id FROM part ORDER BY ${order}`);',
    'let TABLE = "part"; tx.rows(TABLE + asked);',
  ].join('\n');
  expect(reported(typed)).toBe(5);
});

test('words of our own, rows of marks and numbers made sure of may', () => {
  const ours = [
    'tx.rows("SELECT id FROM person WHERE name = ?", [name]);',
    'const LIMIT = 20; tx.rows(`SELECT id FROM part LIMIT ${LIMIT}`);',
    'tx.rows(`SELECT id FROM part WHERE id IN (${ids.map(() => "?").join(", ")})`, ids);',
    'tx.rows(`SELECT id FROM part ${owner ? "AND owner = ?" : ""}`, owner ? [owner] : []);',
    'tx.rows(`SELECT id FROM part LIMIT 20 OFFSET ${Math.max(0, Math.trunc(page))}`);',
    'list.rows(`anything ${of} a list`);',
  ].join('\n');
  expect(reported(ours)).toBe(0);
});

test('columns are named: a star reads what nobody here knows of', () => {
  expect(reported('tx.rows("SELECT * FROM person"); tx.row(`SELECT person.* FROM person`);')).toBe(2);
  expect(reported('tx.row("SELECT COUNT(*) AS n FROM person");')).toBe(0);
});
