/** The arrows between the parts: the core knows nobody, the server knows the core, the screens know both. */
module.exports = {
  forbidden: [
    {
      name: 'core-knows-nobody',
      comment: 'The core computes and imports nothing of the rest.',
      severity: 'error',
      from: { path: '^src/core' },
      to: { path: '^(src/(?!core)|demo|scripts)' },
    },
    {
      name: 'core-is-plain',
      comment: 'No interface, database, framework or file code in the core.',
      severity: 'error',
      from: { path: '^src/core' },
      to: { path: '(react|next|mysql2|sharp|pdfkit|radix-ui|argon2)', dependencyTypesNot: ['local'] },
    },
    {
      name: 'core-touches-no-machine',
      severity: 'error',
      from: { path: '^src/core' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'contracts-know-the-core',
      comment: 'What is said once is said for the server, the screens and a tablet alike.',
      severity: 'error',
      from: { path: '^src/contracts' },
      to: { path: '^src/(?!contracts|core)' },
    },
    {
      name: 'practice-knows-contracts-and-core',
      severity: 'error',
      from: { path: '^src/practice' },
      to: { path: '^src/(?!practice|contracts|core)' },
    },
    {
      name: 'server-knows-no-screen',
      severity: 'error',
      from: { path: '^src/server' },
      to: { path: '^src/(app|features|ui)' },
    },
    {
      name: 'only-the-server-knows-sql',
      severity: 'error',
      from: { path: '^src/(app|features|ui|workers)' },
      to: { path: 'mysql2' },
    },
    {
      name: 'design-system-knows-no-view',
      severity: 'error',
      from: { path: '^src/ui' },
      to: { path: '^src/(app|features)' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
    },
  },
};
