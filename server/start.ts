import { readFileSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { createServer as createSecureServer, type Server as SecureServer } from 'node:https';
import { reachOf } from './http/reach.ts';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { pino } from 'pino';
import { anyInstructor } from './rows/accounts.ts';
import { codeOf } from './http/secrets.ts';
import { installationId } from './rows/content.ts';
import { ensureFeedKeys } from './routes/accounts.ts';
import { createApp } from './app.ts';
import { Backups } from './backup/keep-backups.ts';
import { contentOf } from './content/content-folder.ts';
import { moveContent } from './content/move-content.ts';
import type { Db } from './db/connection.ts';
import { DatabaseTurns, LocalTurns } from './db/turns.ts';
import type { ObjectStoreOptions } from './content/files-from.ts';
import { openData, type DataOptions } from './db/data-folder.ts';
import { databaseBus } from './live/bus.ts';
import { keepToRetention } from './readings/retention.ts';
import { tidy } from './readings/tidy.ts';
import { warmStandings } from './readings/warm.ts';
import { remembering } from './work/remember.ts';
import { pooledWork } from './work/work.ts';

export interface StartOptions extends DataOptions {
  readonly webFolder: string;
  readonly host: string;
  /** 0 takes any free port. */
  readonly port: number;
  readonly logLevel?: string;
  /** Asks for a one-time code when the first account is made. */
  readonly firstRunCode?: boolean;
  /** A proxy stands before the program. */
  readonly behindProxy?: boolean;
  /** Certificate and key (PEM) for HTTPS in this process. */
  readonly tls?: { readonly cert: string; readonly key: string };
  /** Object store for the original files instead of the data folder. */
  readonly files?: ObjectStoreOptions;
}

export interface Running {
  readonly address: string;
  readonly db: Db;
  readonly feedKeys: ReadonlyMap<string, string>;
  /** The one-time code of the first account, while there is none. */
  readonly setupCode?: string;
  /** Ends when the standings that did not hold at the start are reckoned. */
  readonly warmed: Promise<number>;
  stop(): Promise<void>;
}

const listen = (server: Server | SecureServer, port: number, host: string): Promise<number> =>
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

/** Standings are looked through this often, ms. */
const WARM_EVERY_MS = 600_000;

/** Opens the data, migrates it, and serves API and pages on one port. */
export async function start(options: StartOptions): Promise<Running> {
  const log = pino({ level: options.logLevel ?? 'warn' });
  const { db, close } = await openData(options);
  const turns = options.databaseUrl ? new DatabaseTurns(options.databaseUrl) : new LocalTurns();
  const content = await contentOf(options.dataFolder, turns, options.files);
  const moved = await moveContent(db, content);
  if (moved > 0) log.warn(`${moved} original files moved into ${content.folder}`);
  const bus = options.databaseUrl ? databaseBus(options.databaseUrl) : undefined;
  const work = remembering(pooledWork());

  const feedKeys = new Map<string, string>();
  let address = '';
  let port = options.port;
  const feedFile = join(options.dataFolder, 'feed.json');
  const knownKeys = keysIn(feedFile);
  const writeFeedFile = (): void => {
    writeFileSync(feedFile, JSON.stringify({ address, keys: [...feedKeys.values()] }, null, 2), { mode: 0o600 });
  };
  const setupCode = options.firstRunCode && !(await anyInstructor(db)) ? codeOf(await installationId(db)) : undefined;
  const backups = new Backups(db, content, options.dataFolder, turns);
  const { app, services } = createApp({
    backups,
    setupCode,
    behindProxy: options.behindProxy,
    db,
    log,
    work,
    content,
    bus,
    webFolder: options.webFolder,
    reach: () => reachOf(options.host, port, options.tls !== undefined),
    onFeedKey: (practiceId, key) => {
      feedKeys.set(practiceId, key);
      writeFeedFile();
    },
  });
  // Before anybody asks for anything: what the last run was cut off in.
  await turns.ifFree('sweep', () => tidy(services, !options.databaseUrl));
  const server = options.tls ? createSecureServer(options.tls, app) : createServer(app);
  port = await listen(server, options.port, options.host);
  address = `${options.tls ? 'https' : 'http'}://${options.host.includes(':') ? `[${options.host}]` : options.host}:${port}`;
  await ensureFeedKeys(services, knownKeys);
  writeFeedFile();

  // Told when it ends, never waited for: the program answers meanwhile.
  let isStopping = false;
  const keepTidy = (alone: boolean): Promise<unknown> =>
    tidy(services, alone)
      .then(() => keepToRetention(services))
      .catch((error: unknown) => log.error({ err: error }, 'what was left could not be tidied'));
  const keepBackups = (): Promise<unknown> =>
    backups.daily().catch((error: unknown) => log.error({ err: error }, 'the daily backup failed'));
  const warm = (): Promise<number> =>
    warmStandings(services, () => isStopping).catch((error: unknown) => {
      if (!isStopping) log.error({ err: error }, 'standings could not be reckoned ahead');
      return 0;
    });
  const warmed = turns.ifFree('warm', warm).then((n) => n ?? 0);
  // A changed setting and the end of a day take hold of every standing at once.
  let warming: Promise<unknown> = warmed;
  const again = setInterval(
    () =>
      (warming = warming
        // Of several processes one does it.
        .then(() => turns.ifFree('sweep', () => keepTidy(false).then(warm).then(keepBackups)))
        .then(() => content.tidyLocal())
        .catch((error: unknown) => log.error({ err: error }, 'what is done now and then failed'))),
    WARM_EVERY_MS,
  ).unref();

  let stopping: Promise<void> | undefined;
  const stop = (): Promise<void> =>
    (stopping ??= (async () => {
      isStopping = true;
      clearInterval(again);
      services.hub.closeAll();
      await new Promise<void>((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      });
      await warming;
      await work.close();
      await bus?.close();
      await turns.close();
      await close();
    })());
  return { address, db, feedKeys, setupCode, warmed, stop };
}
