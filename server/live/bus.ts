import pg from 'pg';

/** Carries messages between the processes that serve one database. */
export interface Bus {
  send(message: string): Promise<void>;
  /** Called with what other processes sent. */
  listen(each: (message: string) => void): void;
  close(): Promise<void>;
}

const CHANNEL = 'maple_live';
/** Largest message that the database's notifications carry, bytes. */
export const MOST_BUS_BYTES = 7900;
const AGAIN_MS = 2000;

/** The database's own notifications, on a connection of its own that is opened again when it is lost. */
export function databaseBus(url: string): Bus {
  const listeners = new Set<(message: string) => void>();
  const sender = new pg.Pool({ connectionString: url, max: 1 });
  sender.on('error', () => undefined);
  let closed = false;
  let client: pg.Client | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const open = async (): Promise<void> => {
    if (closed) return;
    const own = new pg.Client({ connectionString: url });
    const lost = (): void => {
      if (client !== own || closed) return;
      client = undefined;
      timer = setTimeout(() => void open(), AGAIN_MS);
    };
    own.on('error', lost);
    own.on('end', lost);
    own.on('notification', (n) => {
      for (const listener of listeners) listener(n.payload ?? '');
    });
    client = own;
    try {
      await own.connect();
      await own.query(`listen ${CHANNEL}`);
    } catch {
      lost();
    }
  };
  const opened = open();
  return {
    send: async (message) => {
      await opened;
      await sender.query('select pg_notify($1, $2)', [CHANNEL, message]);
    },
    listen: (each) => {
      listeners.add(each);
    },
    close: async () => {
      closed = true;
      clearTimeout(timer);
      await opened;
      await client?.end().catch(() => undefined);
      await sender.end();
    },
  };
}
