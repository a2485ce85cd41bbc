const shared = {
  testEnvironment: '<rootDir>/tests/support/plain-environment.cjs',
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^server-only$': '<rootDir>/tests/support/plain-environment.cjs',
  },
  modulePathIgnorePatterns: ['<rootDir>/.next', '<rootDir>/.data', '<rootDir>/.build'],
};

/** Tests that write SQL: each file has a shop of its own. */
const shop = { ...shared, testEnvironment: '<rootDir>/tests/support/shop-environment.cjs' };

/** Tests of what people touch: a document, its keys and fingers, and no browser. */
const page = {
  ...shared,
  testEnvironment: '<rootDir>/tests/support/page-environment.cjs',
  // It comes as modules alone, which a test does not load as they are.
  transform: { ...shared.transform, '/react-hotkeys-hook/.+\\.js$': '@swc/jest' },
  transformIgnorePatterns: ['/node_modules/(?!react-hotkeys-hook/)'],
  setupFilesAfterEnv: ['<rootDir>/tests/support/page.ts'],
  moduleNameMapper: {
    ...shared.moduleNameMapper,
    '^next/navigation$': '<rootDir>/tests/support/navigation.ts',
    '\\.css$': '<rootDir>/tests/support/plain-environment.cjs',
  },
};

const config = {
  testTimeout: 180_000,
  testSequencer: '<rootDir>/tests/support/by-name.cjs',
  projects: [
    { ...shared, displayName: 'unit', testMatch: ['<rootDir>/tests/unit/**/*.test.ts'] },
    { ...page, displayName: 'component', testMatch: ['<rootDir>/tests/component/**/*.test.tsx'] },
    { ...shop, displayName: 'sql', testMatch: ['<rootDir>/tests/sql/**/*.test.ts'] },
    { ...shop, displayName: 'large', testMatch: ['<rootDir>/tests/large/**/*.test.ts'] },
  ],
};

export default config;
