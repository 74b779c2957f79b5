import { tuple } from '../../core/numeric/tuple.ts';
import type { NextFunction, Request, RequestHandler, Response, Router } from 'express';
import type { Logger } from 'pino';
import { fieldWords, withOtherUnits } from '../../api/field-words.ts';
import { mayDo, type Role } from '../../api/roles.ts';
import type { ReachAnswer } from '../../api/types.ts';
import type { Address, Answers } from '../../api/routes.ts';
import * as yup from 'yup';
import type { Backups } from '../backup/keep-backups.ts';
import type { ContentStore } from '../content/content-store.ts';
import type { FeedHub } from '../live/hub.ts';
import type { Means } from '../work/means.ts';
import type { Traffic } from '../http/traffic.ts';
import { Problem } from '../http/problem.ts';

/** What every route is given. */
export interface Services extends Means {
  readonly hub: FeedHub;
  readonly log: Logger;
  readonly content: ContentStore;
  readonly backups: Backups;
  readonly traffic: Traffic;
  /** Where a phone in the same network finds the program. */
  readonly reach: () => ReachAnswer;
  /** Asked for when the first account is made; undefined asks for none. */
  readonly setupCode?: string;
  /** Called with a new feed key of a practice, so that the stand-ins can find it. */
  readonly onFeedKey: (practiceId: string, key: string) => void;
}

/** The signed-in instructor of a request. */
export interface SignedIn {
  readonly instructorId: string;
  readonly practiceId: string;
  readonly name: string;
  readonly role: Role;
  /** Hash of the sign-in's token. */
  readonly signIn: string;
}

const signedInOf = new WeakMap<Request, SignedIn>();

export const setSignedIn = (req: Request, who: SignedIn): void => {
  signedInOf.set(req, who);
};

/** Practice of the signed-in instructor; every query is bound to it. */
export function practiceOf(req: Request): string {
  const who = signedInOf.get(req);
  if (!who) throw new Problem(401, 'not-signed-in', 'Sign in first.');
  return who.practiceId;
}

export function whoIs(req: Request): SignedIn {
  const who = signedInOf.get(req);
  if (!who) throw new Problem(401, 'not-signed-in', 'Sign in first.');
  return who;
}

/** Validates with the same schema as the form; the first problem names its field. */
export function valid<T>(schema: yup.Schema<T>, value: unknown): T {
  try {
    return schema.validateSync(value ?? {}, { abortEarly: true, stripUnknown: true });
  } catch (error) {
    // A list or an object where a text or a number belongs: the schema's own steps stumble over it.
    if (error instanceof TypeError)
      throw new Problem(422, 'bad-field', 'A field holds a list or an object where a text or a number belongs.');
    if (!(error instanceof yup.ValidationError)) throw error;
    const where = error.path ?? '';
    throw new Problem(
      422,
      'bad-field',
      `${where ? fieldWords(where) : 'The request'} ${withOtherUnits(error.errors[0]!)}`.trim(),
      where,
    );
  }
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** An id from the path. */
export function idParam(req: Request, name = 'id'): string {
  const value = req.params[name];
  if (typeof value !== 'string' || !UUID.test(value)) throw new Problem(404, 'not-found', 'No such address.');
  return value;
}

type Handler<A extends Address> = (req: Request, res: Response<Answers[A]>, next: NextFunction) => unknown;

/** Told of each request that is about to be handled, by the pattern of its address. */
export type Watcher = (address: Address, params: Readonly<Record<string, unknown>>) => Promise<void>;
const watcherOf = new WeakMap<Request, Watcher>();
export const setWatcher = (req: Request, watcher: Watcher): void => {
  watcherOf.set(req, watcher);
};

/** Before each handler: refuses what the role of who asks does not allow, and lets the request be noted. */
const atDoor =
  (address: Address): RequestHandler =>
  async (req, _res, next) => {
    const who = signedInOf.get(req);
    if (who && !mayDo(who.role, address))
      throw new Problem(
        403,
        'not-your-role',
        who.role === 'assistant'
          ? 'An assistant sees and logs; this is for an instructor or the owner.'
          : 'This is for the owner of the practice.',
      );
    await watcherOf.get(req)?.(address, req.params);
    next();
  };

/** Registers an address of the API; what is answered must be what the pages are promised. */
export function on<A extends Address>(
  router: Router,
  address: A,
  ...handlers: readonly [...RequestHandler[], Handler<A>]
): void {
  const [method, path] = tuple(2, address.split(' '));
  router[method.toLowerCase() as 'get'](path, atDoor(address), ...(handlers as unknown as RequestHandler[]));
}
