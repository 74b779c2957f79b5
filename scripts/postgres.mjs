// A PostgreSQL server of its own for the tests: Debian's package, in a temporary folder, on any free port of this machine.
import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installDebian, run } from './prepare.mjs';

const HOME = '/usr/lib/postgresql';
/** PostgreSQL refuses to run as root: the user that Debian's package makes for it runs it then. */
const USER = 'postgres';

function programs() {
  if (!existsSync(HOME)) return undefined;
  const [newest] = readdirSync(HOME).sort((a, b) => Number(b) - Number(a));
  const folder = newest && join(HOME, newest, 'bin');
  return folder && existsSync(join(folder, 'initdb')) ? folder : undefined;
}

const freePort = () =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });

/** Starts the server. @returns its address and how to stop it; undefined where it cannot be had, with the reason said */
export async function startPostgres() {
  if (!programs()) installDebian('PostgreSQL', 'postgresql');
  const bin = programs();
  if (!bin) {
    console.log('PostgreSQL could not be installed.');
    return undefined;
  }
  const folder = mkdtempSync(join(tmpdir(), 'maple-postgres-'));
  const root = process.getuid?.() === 0;
  const as = (program, ...args) => {
    const command = [join(bin, program), ...args];
    const [first, ...rest] = root ? ['runuser', '-u', USER, '--', ...command] : command;
    return spawnSync(first, rest, { cwd: folder, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
  };
  if (root) {
    chmodSync(folder, 0o755);
    run('chown', [USER, folder]);
  }
  const data = join(folder, 'data');
  const port = await freePort();
  const steps = [
    () => as('initdb', '-D', data, '-U', 'maple', '-A', 'trust', '-E', 'UTF8', '--no-sync'),
    () =>
      as(
        'pg_ctl',
        ...['-D', data, '-w', '-t', '60', '-l', join(folder, 'log')],
        ...[
          '-o',
          `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c fsync=off -c max_connections=200`,
        ],
        'start',
      ),
  ];
  for (const step of steps) {
    const { status, stderr } = step();
    if (status === 0) continue;
    console.log(`PostgreSQL did not start: ${stderr}`);
    return undefined;
  }
  return {
    url: `postgres://maple@127.0.0.1:${port}/postgres`,
    stop: () => {
      as('pg_ctl', '-D', data, '-m', 'immediate', 'stop');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
