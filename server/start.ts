import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { pino } from 'pino';
import { ensureFeedKeys } from './routes/accounts.ts';
import { createApp } from './app.ts';
import { openPGlite, pgliteDb, serverDb, type Db } from './db/connection.ts';
import { lockFolder } from './db/lock.ts';
import { migrate } from './db/migrate.ts';

export interface StartOptions {
  /** Folder of the database, the video files and the feed keys. */
  readonly dataFolder: string;
  readonly webFolder: string;
  readonly host: string;
  /** 0 takes any free port. */
  readonly port: number;
  /** postgres://… for a PostgreSQL server instead of the embedded one. */
  readonly databaseUrl?: string;
  readonly logLevel?: string;
}

export interface Running {
  readonly address: string;
  readonly db: Db;
  readonly feedKeys: ReadonlyMap<string, string>;
  stop(): Promise<void>;
}

const listen = (server: Server, port: number, host: string): Promise<number> =>
  new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => resolve((server.address() as AddressInfo).port));
  });

/** Feed keys of the run before; none where the file is missing or spoilt. */
function keysIn(file: string): string[] {
  try {
    const { keys } = JSON.parse(readFileSync(file, 'utf8')) as { keys?: unknown };
    return Array.isArray(keys) ? keys.filter((k): k is string => typeof k === 'string') : [];
  } catch {
    return [];
  }
}

/** Opens the data, migrates it, and serves API and pages on one port. */
export async function start(options: StartOptions): Promise<Running> {
  mkdirSync(options.dataFolder, { recursive: true });
  const unlock = lockFolder(options.dataFolder);
  const log = pino({ level: options.logLevel ?? 'warn' });
  const db = options.databaseUrl
    ? serverDb(options.databaseUrl)
    : pgliteDb(await openPGlite(join(options.dataFolder, 'postgres')));
  await migrate(db);

  const feedKeys = new Map<string, string>();
  let address = '';
  const feedFile = join(options.dataFolder, 'feed.json');
  const knownKeys = keysIn(feedFile);
  const writeFeedFile = (): void => {
    writeFileSync(feedFile, JSON.stringify({ address, keys: [...feedKeys.values()] }, null, 2), { mode: 0o600 });
  };
  const { app, services } = createApp({
    db,
    log,
    mediaFolder: join(options.dataFolder, 'videos'),
    webFolder: options.webFolder,
    onFeedKey: (practiceId, key) => {
      feedKeys.set(practiceId, key);
      writeFeedFile();
    },
  });
  const server = createServer(app);
  const port = await listen(server, options.port, options.host);
  address = `http://${options.host.includes(':') ? `[${options.host}]` : options.host}:${port}`;
  await ensureFeedKeys(services, knownKeys);
  writeFeedFile();

  let stopping: Promise<void> | undefined;
  const stop = (): Promise<void> =>
    (stopping ??= (async () => {
      services.hub.closeAll();
      await new Promise<void>((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      });
      await db.close();
      unlock();
    })());
  return { address, db, feedKeys, stop };
}
