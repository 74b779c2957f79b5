// `npm test`: installs what is missing, then lint, types, Jest and Playwright; closes with one line of sums.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { countProcessor } from './processor.mjs';
import { startPostgres } from './postgres.mjs';
import { BUILT, buildProgram, buildWeb, installDebian, installPackages, ROOT } from './prepare.mjs';

installPackages();

/** Debian's Chromium; the one without windows, which takes a third less of the processor, where it can be had. */
const WITHOUT_WINDOWS = '/usr/bin/chromium-headless-shell';
const chromiumPath = () =>
  [
    process.env.CHROMIUM,
    WITHOUT_WINDOWS,
    '/usr/bin/chromium',
    '/usr/bin/chromium-browser',
    '/usr/bin/google-chrome',
  ].find((p) => p && existsSync(p));
if (!process.env.CHROMIUM && !existsSync(WITHOUT_WINDOWS)) installDebian('Chromium', 'chromium-headless-shell');
if (!chromiumPath()) installDebian('Chromium', 'chromium');

const FOLDERS = ['core', 'threads', 'api', 'server', 'web', 'stand-ins', 'demo', 'cli', 'bench', 'training'];

/** What tests leave in the temporary folder goes with this one. */
const scratch = mkdtempSync(join(tmpdir(), 'maple-tests-'));
process.on('exit', () => rmSync(scratch, { recursive: true, force: true }));

let passed = 0;
let failed = 0;
const step = (name, code, secondsTaken) => {
  console.log(`${code === 0 ? 'ok    ' : 'FAILED'} ${name}${secondsTaken ? ` (${secondsTaken.toFixed(0)} s)` : ''}`);
  if (code === 0) passed += 1;
  else failed += 1;
};
const seconds = (from) => (performance.now() - from) / 1000;

/** Runs a program of node_modules beside others; what it says is shown when it has ended, in one piece. */
const beside = (name, program, ...args) =>
  new Promise((resolve) => {
    const from = performance.now();
    const child = spawn(process.execPath, [join('node_modules', program), ...args], { cwd: ROOT });
    let said = '';
    child.stdout.on('data', (d) => (said += d));
    child.stderr.on('data', (d) => (said += d));
    child.on('close', (code) => {
      process.stdout.write(said);
      step(name, code ?? 1, seconds(from));
      resolve();
    });
  });
/** What runs just now, and the database server, end with this program, also where it is ended from outside. */
let running;
let postgres;
for (const [signal, code] of [
  ['SIGINT', 130],
  ['SIGTERM', 143],
  ['SIGHUP', 129],
])
  process.once(signal, () => {
    running?.kill('SIGTERM');
    postgres?.stop();
    process.exit(code);
  });
/** Runs a program of node_modules as a part by itself, and says what it says. @returns its exit code */
const part = (args, env) =>
  new Promise((resolve) => {
    running = spawn(process.execPath, args, {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, TMPDIR: scratch, ...env },
    });
    running.on('close', (code) => resolve(code ?? 1));
  });
/** A script of ours that is checked by its exit code. */
const script = (name, ...args) => beside(name, join('..', 'scripts', args[0]), ...args.slice(1));
const cruise = (name, config) =>
  beside(name, 'dependency-cruiser/bin/dependency-cruise.mjs', '--config', config, ...FOLDERS);

const begun = performance.now();
const had = countProcessor();
/** Says how long a part took, and how much of the processor there was for it. */
const took = (name, from, share) => console.log(`${name} took ${seconds(from).toFixed(0)} s; ${share()}`);
console.log('\n— lint and types');
buildProgram();
buildWeb();
await Promise.all([
  (async () => {
    await beside('tsc', 'typescript-native/bin/tsc', '--noEmit');
    await beside('oxlint', 'oxlint/bin/oxlint', '.');
    await beside('oxfmt', 'oxfmt/bin/oxfmt', '--check', '.');
  })(),
  (async () => {
    await cruise('imports', '.dependency-cruiser.cjs');
    await cruise('folders', '.folders-cruiser.cjs');
    await script('dependencies', 'dependencies.mjs', 'check');
  })(),
]);
took('lint and types', begun, had);

console.log('\n— Jest');
const jestFrom = performance.now();
const hadByJest = countProcessor();
const jestFile = join(ROOT, '.cache', 'jest.json');
postgres = await startPostgres();
step('postgres', postgres ? 0 : 1);
const jestCode = await part(
  [
    // The embedded database is compiled quickly rather than thoroughly: it does not live long enough to gain from it.
    '--liftoff-only',
    // Room for what lives shortly: it is swept less often.
    '--max-semi-space-size=64',
    '--experimental-vm-modules',
    '--no-warnings',
    'node_modules/jest/bin/jest.js',
    '--json',
    `--outputFile=${jestFile}`,
    '--testLocationInResults=false',
  ],
  { NODE_ENV: 'test', TEST_POSTGRES: postgres?.url ?? '', MAPLE_BUILT: BUILT },
);
postgres?.stop();
postgres = undefined;
count(jestFile, jestCode, (r) => [r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites]);
took('Jest', jestFrom, hadByJest);

console.log('\n— Playwright');
const playwrightFrom = performance.now();
const hadByPlaywright = countProcessor();
const playwrightFile = join(ROOT, '.cache', 'playwright.json');
const playwrightCode = await part(
  ['node_modules/@playwright/test/cli.js', 'test', '--config', 'e2e/playwright.config.ts'],
  { CHROMIUM: chromiumPath() ?? '', PLAYWRIGHT_JSON_OUTPUT_NAME: playwrightFile },
);
count(playwrightFile, playwrightCode, (r) => [r.stats.expected, r.stats.unexpected + r.stats.flaky]);
took('Playwright', playwrightFrom, hadByPlaywright);

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

console.log(`\n${had()}`);
console.log(`${passed} passed, ${failed} failed, in ${(seconds(begun) / 60).toFixed(1)} min`);
process.exitCode = failed === 0 ? 0 : 1;
