import next from 'eslint-config-next';
import sqlParameters from './scripts/lint/sql-parameters.mjs';

const config = [
  {
    ignores: [
      '.next/**',
      '.build/**',
      '.data/**',
      '.dev-data/**',
      'node_modules/**',
      'next-env.d.ts',
      'test-results/**',
    ],
  },
  ...next,
  {
    rules: {
      'no-console': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    rules: {
      // The core has no clock, no chance and no files of its own: they come in as arguments.
      'no-restricted-globals': ['error', 'process', 'window', 'document', 'fetch', 'localStorage'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core is told the time.' },
        { object: 'Math', property: 'random', message: 'The core is given its draws.' },
      ],
    },
  },
  {
    files: ['src/**/*.tsx', 'src/features/**/*.ts', 'src/app/**/*.ts'],
    rules: {
      // A component made anew with each drawing forgets what was typed in it.
      'react/no-unstable-nested-components': ['error', { allowAsProps: true }],
      'no-restricted-imports': [
        'error',
        {
          paths: [
            // SQL lives in src/server alone.
            'mysql2',
            'mysql2/promise',
            { name: 'next/link', message: 'Ours fetches nothing ahead: @/ui/link.' },
          ],
        },
      ],
    },
  },
  { files: ['src/ui/link.tsx'], rules: { 'no-restricted-imports': 'off' } },
  {
    // A command has the connection of its transaction and no other: two of them each waiting for a second never end.
    files: ['src/server/commands/**/*.ts'],
    ignores: ['src/server/commands/execute.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { paths: [{ name: '../database', importNames: ['db', 'transaction', 'snapshot'] }] },
      ],
    },
  },
  {
    files: ['src/server/**/*.ts', 'src/cli/**/*.ts'],
    // The one file that passes statements on.
    ignores: ['src/server/database.ts'],
    plugins: { shop: { rules: { 'sql-parameters': sqlParameters } } },
    rules: { 'shop/sql-parameters': 'error' },
  },
];

export default config;
