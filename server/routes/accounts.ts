import { whereThereIsRoom } from '../http/machine-fault.ts';
import { randomUUID } from 'node:crypto';
import { Router, type Request, type RequestHandler, type Response } from 'express';
import { parseCookie } from 'cookie';
import { rateLimit } from 'express-rate-limit';
import { accountSchema, signInSchema } from '../../api/schemas.ts';
import { settingsSchema } from '../../api/settings-schemas.ts';
import { on, practiceOf, type Services, setSignedIn, valid, whoIs } from './context.ts';
import { Problem } from '../http/problem.ts';
import { stepOf } from '../http/second-factor.ts';
import * as q from '../rows/accounts.ts';
import { note } from '../rows/audit.ts';
import { deleteSignIn, insertSignIn, seenNow, signInByHash } from '../rows/sign-ins.ts';
import { checkPassword, hashPassword, newToken, tokenHash } from '../http/secrets.ts';

const COOKIE = 'maple_sign_in';
const SIGN_IN_DAYS = 30;
const DAY_MS = 86_400_000;

const cookieOf = (req: Request): string | undefined => parseCookie(req.headers.cookie ?? '')[COOKIE];

export async function startSignIn({ db }: Services, req: Request, res: Response, instructorId: string): Promise<void> {
  const token = newToken(32);
  const expiresAt = new Date(Date.now() + SIGN_IN_DAYS * DAY_MS);
  const agent = (req.headers['user-agent'] ?? '').slice(0, 200);
  await insertSignIn(db, { hash: tokenHash(token), instructorId, expiresAt, agent });
  res.cookie(COOKIE, token, { httpOnly: true, sameSite: 'strict', secure: req.secure, path: '/', expires: expiresAt });
}

/** Puts the signed-in instructor on the request, or answers 401. */
export function requireSignIn({ db }: Services): RequestHandler {
  return async (req, _res, next) => {
    const token = cookieOf(req);
    const hash = token === undefined ? undefined : tokenHash(token);
    const found = hash === undefined ? undefined : await signInByHash(db, hash);
    if (!found || hash === undefined) throw new Problem(401, 'not-signed-in', 'Sign in first.');
    setSignedIn(req, {
      instructorId: found.instructor_id,
      practiceId: found.practice_id,
      name: found.name,
      role: found.role,
      signIn: hash,
    });
    if (found.is_old) await whereThereIsRoom(seenNow(db, hash));
    next();
  };
}

/** Few tries in ten minutes from one place. */
export const fewTries = (): RequestHandler =>
  rateLimit({
    windowMs: 10 * 60_000,
    limit: 10,
    skipSuccessfulRequests: true,
    standardHeaders: true,
    legacyHeaders: false,
    // A client that says where it comes from is not believed without a proxy before the program; it may say it all the same.
    validate: { xForwardedForHeader: false },
    handler: () => {
      throw new Problem(429, 'too-many-tries', 'Too many tries. Wait ten minutes, then try again.');
    },
  });

/** @throws Problem where an account has a second factor and the code is missing, wrong, or used before */
async function checkSecondFactor({ db }: Services, account: q.InstructorRow, code: string): Promise<void> {
  if (account.totp_secret === null) return;
  if (code === '')
    throw new Problem(
      401,
      'second-factor-needed',
      'Enter the six digits that your app for one-time codes shows.',
      'code',
    );
  const step = stepOf(account.totp_secret, code.replace(/\s/g, ''));
  if (step === undefined || !(await q.useTotpStep(db, account.id, step)))
    throw new Problem(401, 'wrong-code', 'The code is not right, or was used already. Wait for the next one.', 'code');
}

/**
 * Feed keys live in a file of the data folder. A key that is there and still right stays, so that devices go on after a
 * restart; a practice without one gets a new one.
 */
export async function ensureFeedKeys({ db, onFeedKey }: Services, known: readonly string[]): Promise<void> {
  const kept = new Map<string, string>();
  for (const key of known) {
    const practiceId = await q.practiceByFeedKey(db, tokenHash(key));
    if (practiceId) kept.set(practiceId, key);
  }
  for (const id of await q.practiceIds(db)) {
    const key = kept.get(id) ?? newToken();
    if (!kept.has(id)) await q.updateFeedKey(db, id, tokenHash(key));
    onFeedKey(id, key);
  }
}

/** @throws Problem where the code of the first start is asked for and is not given */
export function checkSetupCode({ setupCode }: Services, code: string): void {
  if (setupCode !== undefined && code.trim().toUpperCase() !== setupCode)
    throw new Problem(
      403,
      'wrong-setup-code',
      'The code is not right: it was printed where the program was started.',
      'setupCode',
    );
}

/** First-run account, sign-in and sign-out: what works without a session. */
export function openAccountRoutes(services: Services): Router {
  const { db } = services;
  const router = Router();
  const limiter = fewTries();

  on(router, 'GET /setup', async (_req, res) => {
    const needsAccount = !(await q.anyInstructor(db));
    res.json({ needsAccount, needsCode: needsAccount && services.setupCode !== undefined });
  });

  on(router, 'POST /setup', limiter, async (req, res) => {
    const input = valid(accountSchema, req.body);
    checkSetupCode(services, input.setupCode);
    const { salt, hash } = await hashPassword(input.password);
    const practiceId = randomUUID();
    const instructorId = randomUUID();
    const feedKey = newToken();
    await db.transaction(async (tx) => {
      await q.oneAtATime(tx);
      if (await q.anyInstructor(tx))
        throw new Problem(409, 'already-set-up', 'This practice already has an account. Sign in.');
      await q.insertPractice(tx, practiceId, input.practiceName, tokenHash(feedKey));
      await q.insertInstructor(tx, {
        id: instructorId,
        practiceId,
        name: input.name,
        signIn: input.signIn,
        salt,
        hash,
      });
    });
    services.onFeedKey(practiceId, feedKey);
    await startSignIn(services, req, res, instructorId);
    res.status(201).json({ name: input.name });
  });

  on(router, 'POST /session', limiter, async (req, res) => {
    const input = valid(signInSchema, req.body);
    const found = await q.instructorBySignIn(db, input.signIn);
    // The same work is done for unknown names, so that time does not tell them apart.
    const ok = await checkPassword(
      input.password,
      found?.password_salt ?? '',
      found?.password_hash ?? Buffer.alloc(32).toString('base64'),
    );
    if (!found || !ok || found.closed_at !== null)
      throw new Problem(401, 'wrong-sign-in', 'Name or password is not right.');
    await checkSecondFactor(services, found, input.code);
    await startSignIn(services, req, res, found.id);
    await note(db, { practiceId: found.practice_id, instructorId: found.id, who: found.name, action: 'signed in' });
    res.status(201).json({ name: found.name });
  });

  on(router, 'DELETE /session', async (req, res) => {
    const token = cookieOf(req);
    if (token !== undefined) {
      await deleteSignIn(db, tokenHash(token));
      services.hub.signedOut(tokenHash(token));
    }
    res.clearCookie(COOKIE, { path: '/' });
    res.status(204).end();
  });
  return router;
}

/** Who is signed in, and the practice's settings. */
export function accountRoutes({ db }: Services): Router {
  const router = Router();
  on(router, 'GET /session', async (req, res) => {
    const who = whoIs(req);
    const practice = await q.practiceRow(db, who.practiceId);
    res.json({
      account: who.instructorId,
      name: who.name,
      role: who.role,
      practiceName: practice?.name ?? '',
      settings: settingsSchema.cast(practice?.settings ?? {}),
    });
  });
  on(router, 'PUT /settings', async (req, res) => {
    const settings = valid(settingsSchema, req.body);
    await q.updateSettings(db, practiceOf(req), settings);
    res.json(settings);
  });
  return router;
}
