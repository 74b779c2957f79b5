// Starts the server in this process, with the options both commands share.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { built, flag, ROOT, stopOnSignal } from './prepare.mjs';

/** Certificate and key that were given with --cert and --key; both or neither. */
function certificate() {
  const [cert, key] = [flag('cert'), flag('key')];
  if (cert === undefined && key === undefined) return undefined;
  if (typeof cert !== 'string' || typeof key !== 'string') {
    console.error('HTTPS needs both: --cert FILE and --key FILE (PEM).');
    process.exit(1);
  }
  try {
    return { cert: readFileSync(cert, 'utf8'), key: readFileSync(key, 'utf8') };
  } catch (error) {
    console.error(`The certificate or its key could not be read: ${error.message}`);
    process.exit(1);
  }
}

/** Starts the application on a data folder and stops it on Ctrl-C. */
export async function serve(defaultFolder, defaultPort, more = {}) {
  const { start } = await built('server/start');
  const port = Number(flag('port') ?? process.env.PORT ?? defaultPort);
  const host = String(flag('host') ?? process.env.HOST ?? '127.0.0.1');
  const dataFolder = String(flag('data') ?? process.env.MAPLE_DATA ?? join(ROOT, 'data', defaultFolder));
  const options = {
    dataFolder,
    webFolder: join(ROOT, 'dist', 'web'),
    host,
    databaseUrl: process.env.DATABASE_URL,
    tls: certificate(),
    behindProxy: flag('behind-proxy') === true,
    firstRunCode: true,
  };
  let running;
  try {
    const { filesFrom } = await built('server/content/files-from');
    running = await start({ ...options, files: filesFrom(process.env), ...more, port });
  } catch (error) {
    console.error(
      error.code === 'EADDRINUSE' ? `Port ${port} is taken. Choose another with -- --port 4321.` : error.message,
    );
    process.exit(1);
  }
  stopOnSignal(running);
  return running;
}
