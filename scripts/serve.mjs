// Starts the server in this process, with the options both commands share.
import { join } from 'node:path';
import { built, flag, ROOT, stopOnSignal } from './prepare.mjs';

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
    behindProxy: flag('behind-proxy') === true,
    firstRunCode: true,
  };
  let running;
  try {
    const { filesFrom } = await built('server/content/object-store');
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
