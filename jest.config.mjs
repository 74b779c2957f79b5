// Whatever the machine's clock; `TZ` tries another.
process.env.TZ ??= 'UTC';
const transform = {
  '^.+\\.tsx?$': [
    '<rootDir>/scripts/jest-transform.mjs',
    {
      jsc: {
        parser: { syntax: 'typescript', tsx: true },
        transform: { react: { runtime: 'automatic' } },
        target: 'es2022',
      },
      module: { type: 'es6' },
    },
  ],
};
const common = {
  // Kept from one run to the next, wherever what tests write goes.
  cacheDirectory: '<rootDir>/.cache/jest',
  transform,
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  moduleFileExtensions: ['ts', 'tsx', 'js', 'mjs', 'json'],
};
export default {
  // On a busy machine all takes several times as long; no test asserts on time.
  testTimeout: 300_000,
  // Each on a core of its own; left to itself, Jest leaves one idle.
  maxWorkers: '100%',
  projects: [
    {
      ...common,
      displayName: 'core',
      moduleNameMapper: { '^styled-components$': '<rootDir>/web/kit/styled-components.test-double.ts' },
      testEnvironment: 'node',
      testMatch: ['<rootDir>/{core,threads,api,bench,cli,stand-ins,training,web}/**/*.test.{ts,tsx}'],
      testPathIgnorePatterns: ['/node_modules/', '\\.dom\\.test\\.tsx?$'],
    },
    // Hooks and data layer of the pages, in a browser's document without the browser.
    {
      ...common,
      displayName: 'pages',
      moduleNameMapper: {
        '^styled-components$': '<rootDir>/web/kit/styled-components.test-double.ts',
        '/tap-worklet\\.ts|^@fontsource': '<rootDir>/web/worker-url.test-double.ts',
      },
      testEnvironment: 'jsdom',
      setupFilesAfterEnv: ['<rootDir>/web/test-patience.ts'],
      testMatch: ['<rootDir>/web/**/*.dom.test.{ts,tsx}'],
    },
    {
      ...common,
      displayName: 'server',
      testEnvironment: '<rootDir>/scripts/jest-server-environment.mjs',
      testMatch: ['<rootDir>/{server,demo}/**/*.test.ts'],
      // Several processes need a PostgreSQL server.
      testPathIgnorePatterns: ['/node_modules/', 'server/(processes|move)\\.test\\.ts$'],
    },
    // The whole server suite once more on the PostgreSQL server that `npm test` starts.
    ...(process.env.TEST_POSTGRES
      ? [
          {
            ...common,
            displayName: 'postgres',
            testEnvironment: 'node',
            globals: { testPostgres: process.env.TEST_POSTGRES },
            testMatch: ['<rootDir>/server/**/*.test.ts'],
            // These open an embedded database of their own in any case.
            testPathIgnorePatterns: [
              '/node_modules/',
              'server/(start|cut-off|threads|object-store|compose)\\.test\\.ts$',
            ],
          },
        ]
      : []),
  ],
};
