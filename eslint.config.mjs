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
    files: ['src/**/*.tsx'],
    rules: {
      // Each control is one of src/ui: the browser's own look, and ones made by hand, are different everywhere.
      'no-restricted-syntax': [
        'error',
        {
          selector: 'JSXOpeningElement[name.name=/^(select|optgroup)$/]',
          message: 'Choose with Select, Combobox or Choice of @/ui.',
        },
        {
          selector:
            'JSXAttribute[name.name="type"][value.value=/^(checkbox|radio|date|datetime-local|time|month|week|range)$/]',
          message: 'Take Checkbox, Choice, DayField, MomentField, TimeField or Slider of @/ui.',
        },
        {
          selector:
            'JSXAttribute[name.name="role"][value.value=/^(radio|checkbox|switch|slider|listbox|tab|menu|dialog)$/]',
          message: 'Radix brings this behavior: take the part of @/ui.',
        },
        {
          selector:
            'JSXOpeningElement[name.name="button"] JSXAttribute[name.name="className"] Literal[value=/(^|\\s)btn(\\s|$)/]',
          message: 'Take Button of @/ui, or Send in a form.',
        },
        {
          selector:
            'Literal[value=/(^|[\\s:])(text|leading|tracking|[mp][trblxy]?|gap|size|[wh]|(min|max)-[wh])-\\[[\\d.]+(px|rem|em|vh|vw)\\]/]',
          message: 'Sizes come from the scale of globals.css.',
        },
      ],
    },
  },
  {
    // A command has the connection of its transaction and no other: two of them each waiting for a second never end.
    files: ['src/server/commands/**/*.ts'],
    // These two hold the transaction that commands run in.
    ignores: ['src/server/commands/execute.ts', 'src/server/commands/rehearsal.ts'],
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
