// Steps that several commands share; nothing but Node.js is needed to run them.
import { spawnSync } from 'node:child_process';
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';

export const ROOT = join(import.meta.dirname, '..');

/** Runs a program in the project's folder with its output shown; returns its exit code. */
export function run(program, args, options = {}) {
  const result = spawnSync(program, args, { cwd: ROOT, stdio: 'inherit', ...options });
  return result.status ?? 1;
}

/** Installs the locked packages where they are missing or older than the lock file; three tries. */
export function installPackages(options = {}) {
  const marker = join(ROOT, 'node_modules', '.installed-lock');
  const lock = readFileSync(join(ROOT, 'package-lock.json'), 'utf8');
  if (existsSync(marker) && readFileSync(marker, 'utf8') === lock) return;
  console.error('Installing packages …');
  for (let i = 0; i < 3; i++) {
    if (run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel', 'error'], options) === 0) {
      writeFileSync(marker, lock);
      return;
    }
    console.error('The installation failed; trying again.');
  }
  console.error('The packages could not be installed. Check the connection to the npm registry.');
  process.exit(1);
}

/** Installs one of Debian's packages; as another user than root through sudo. */
export function installDebian(name, packageName) {
  console.log(`Installing ${name} …`);
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [program, ...rest] = [...sudo, 'apt-get', ...args];
    return run(program, rest, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } });
  };
  apt('update', '-qq');
  return apt('install', '-y', '-qq', '--no-install-recommends', packageName);
}

function newestChange(folder) {
  let newest = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true, recursive: true })) {
    if (entry.isFile()) newest = Math.max(newest, statSync(join(entry.parentPath, entry.name)).mtimeMs);
  }
  return newest;
}

const newest = (folders) => Math.max(...folders.map((f) => newestChange(join(ROOT, f))));
const isNewer = (built, source) => existsSync(built) && statSync(built).mtimeMs > source;

/** Builds the web application where it is missing or older than its source. */
export function buildWeb() {
  if (isNewer(join(ROOT, 'dist', 'web', 'index.html'), newest(['web', 'core', 'api']))) return;
  console.log('Building the pages …');
  const vite = ['node_modules/vite/bin/vite.js', 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn'];
  const code = run(process.execPath, vite);
  if (code !== 0) process.exit(code);
  cpSync(join(ROOT, 'THIRD-PARTY-NOTICES.txt'), join(ROOT, 'dist', 'web', 'notices.txt'));
}

/** Folders that run under Node.js, and what of them is no code and goes along. */
const PROGRAM = ['core', 'threads', 'api', 'server', 'stand-ins', 'demo', 'cli'];
const ALONG = ['server/db/migrations', 'demo/samples'];
export const BUILT = join(ROOT, 'dist', 'program');

/** Runs a step that only one of several commands may take at a time; a lock left by a dead one counts for two minutes. */
function alone(name, step) {
  const lock = join(ROOT, 'dist', `${name}.lock`);
  mkdirSync(join(ROOT, 'dist'), { recursive: true });
  for (;;) {
    try {
      mkdirSync(lock);
      break;
    } catch {
      const since = existsSync(lock) ? Date.now() - statSync(lock).mtimeMs : 0;
      if (since > 120_000) rmSync(lock, { recursive: true, force: true });
      else Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 200);
    }
  }
  try {
    return step();
  } finally {
    rmSync(lock, { recursive: true, force: true });
  }
}

function readableByAll(folder) {
  chmodSync(folder, 0o755);
  for (const entry of readdirSync(folder, { withFileTypes: true, recursive: true }))
    chmodSync(join(entry.parentPath, entry.name), entry.isDirectory() ? 0o755 : 0o644);
}

/** Builds what runs under Node.js where it is missing or older than its source. */
export function buildProgram(options = {}) {
  const note = join(BUILT, 'built');
  // With other packages it is another program: the database that goes along is written by one of them.
  const lock = readFileSync(join(ROOT, 'package-lock.json'), 'utf8');
  const isBuilt = () => isNewer(note, newest(PROGRAM)) && readFileSync(note, 'utf8') === lock;
  if (isBuilt()) return;
  const code = alone('program', () => {
    if (isBuilt()) return 0;
    console.error('Building the program …');
    // Built beside the old one and then put in its place: a program that runs never sees half of another.
    const half = `${BUILT}.new`;
    rmSync(half, { recursive: true, force: true });
    const tsc = ['node_modules/typescript-native/bin/tsc', '-p', 'tsconfig.build.json', '--outDir', half];
    const compiled = run(process.execPath, tsc, options);
    if (compiled !== 0) return compiled;
    for (const folder of ALONG) cpSync(join(ROOT, folder), join(half, folder), { recursive: true });
    const empty = `import(${JSON.stringify(join(half, 'server', 'db', 'empty-practice.js'))}).then((m) => m.makeEmptyPractice())`;
    const made = run(process.execPath, ['--eval', empty], options);
    if (made !== 0) return made;
    // Another user than the one that builds may start the program, and copies it then.
    readableByAll(join(half, 'server', 'db', 'empty-practice'));
    writeFileSync(join(half, 'built'), lock);
    rmSync(BUILT, { recursive: true, force: true });
    renameSync(half, BUILT);
    return 0;
  });
  if (code !== 0) process.exit(code);
}

/** A module of the built program. @param path such as 'server/start' */
export const built = (path) => import(join(BUILT, `${path}.js`));

/** For commands whose standard output is their answer: installs and builds on a fresh copy, quietly. */
export function ready() {
  const quiet = { stdio: ['ignore', 2, 2] };
  installPackages(quiet);
  buildProgram(quiet);
}

/** Value of `--name value`, or true for a bare `--name`. */
export function flag(name) {
  const at = process.argv.indexOf(`--${name}`);
  if (at < 0) return undefined;
  const next = process.argv[at + 1];
  return next === undefined || next.startsWith('--') ? true : next;
}

/** Stops a running server on Ctrl-C or a polite kill, then ends this process. */
export function stopOnSignal(running) {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, () => {
      running.stop().then(
        () => process.exit(0),
        (error) => {
          console.error(error);
          process.exit(1);
        },
      );
    });
  }
}
