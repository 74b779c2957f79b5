// `npm test`: installs what is missing, then lint, types, Jest and Playwright; closes with one line of sums.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { startPostgres } from './postgres.mjs';
import { buildProgram, buildWeb, installDebian, installPackages, ROOT, run } from './prepare.mjs';

installPackages();
buildProgram();

function chromiumPath() {
  const candidates = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];
  return candidates.find((p) => p && existsSync(p));
}
if (!chromiumPath()) installDebian('Chromium', 'chromium');

const FOLDERS = ['core', 'api', 'server', 'web', 'stand-ins', 'demo', 'cli', 'bench', 'training'];

let passed = 0;
let failed = 0;
const step = (name, code) => {
  console.log(`${code === 0 ? 'ok    ' : 'FAILED'} ${name}`);
  if (code === 0) passed += 1;
  else failed += 1;
};
const node = (...args) => run(process.execPath, args);

console.log('\n— lint');
step('eslint', node('node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0'));
step('prettier', node('node_modules/prettier/bin/prettier.cjs', '--check', '.', '--log-level', 'warn'));
for (const [name, config] of [
  ['imports', '.dependency-cruiser.cjs'],
  ['folders', '.folders-cruiser.cjs'],
])
  step(name, node('node_modules/dependency-cruiser/bin/dependency-cruise.mjs', '--config', config, ...FOLDERS));
console.log('\n— types');
step('tsc', node('node_modules/typescript/bin/tsc', '--noEmit'));

console.log('\n— Jest');
const jestFile = join(ROOT, '.cache', 'jest.json');
const postgres = await startPostgres();
step('postgres', postgres ? 0 : 1);
const jestCode = run(
  process.execPath,
  [
    '--experimental-vm-modules',
    '--no-warnings',
    'node_modules/jest/bin/jest.js',
    '--json',
    `--outputFile=${jestFile}`,
    '--testLocationInResults=false',
  ],
  {
    env: { ...process.env, NODE_ENV: 'test', TEST_POSTGRES: postgres?.url ?? '' },
  },
);
postgres?.stop();
count(jestFile, jestCode, (r) => [r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites]);

console.log('\n— Playwright');
buildWeb();
const playwrightFile = join(ROOT, '.cache', 'playwright.json');
const playwrightCode = run(
  process.execPath,
  ['node_modules/@playwright/test/cli.js', 'test', '--config', 'e2e/playwright.config.ts'],
  {
    env: { ...process.env, CHROMIUM: chromiumPath() ?? '', PLAYWRIGHT_JSON_OUTPUT_NAME: playwrightFile },
  },
);
count(playwrightFile, playwrightCode, (r) => [r.stats.expected, r.stats.unexpected + r.stats.flaky]);

function count(file, code, of) {
  try {
    const [good, bad] = of(JSON.parse(readFileSync(file, 'utf8')));
    passed += good;
    failed += bad;
    if (code !== 0 && bad === 0) failed += 1;
    if (good + bad === 0) failed += 1;
  } catch {
    failed += 1;
  }
}

console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;
