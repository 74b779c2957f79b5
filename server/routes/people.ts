import { randomUUID } from 'node:crypto';
import { Router, type Request } from 'express';
import { accountChangeSchema, invitationSchema, joinSchema } from '../../api/account-schemas.ts';
import { notFound, Problem } from '../http/problem.ts';
import { hashPassword, newToken, tokenHash } from '../http/secrets.ts';
import * as q from '../rows/accounts.ts';
import { note } from '../rows/audit.ts';
import {
  insertInvitation,
  invitationByHash,
  openInvitations,
  useInvitation,
  withdrawInvitation,
  withdrawResets,
  type InvitationRow,
} from '../rows/invitations.ts';
import { endSignIns } from '../rows/sign-ins.ts';
import { fewTries, startSignIn } from './accounts.ts';
import { idParam, on, practiceOf, type Services, valid, whoIs } from './context.ts';

const taken = (): Problem => new Problem(409, 'id-taken', 'This sign-in name is taken. Choose another.', 'signIn');

/** One-time links: who holds one joins, or chooses a new password. Works without a sign-in. */
export function joinRoutes(services: Services): Router {
  const { db } = services;
  const router = Router();
  const limiter = fewTries();
  const invited = async (req: Request): Promise<InvitationRow> => {
    const row = await invitationByHash(db, tokenHash(String(req.params.token)));
    if (!row)
      throw new Problem(
        404,
        'link-withdrawn',
        'This link is not valid any more: it was used, withdrawn, or is older than a week. Ask for a new one.',
      );
    return row;
  };

  on(router, 'GET /join/:token', limiter, async (req, res) => {
    const row = await invited(req);
    res.set('Referrer-Policy', 'no-referrer').json({
      practiceName: row.practice_name,
      name: row.name,
      role: row.role,
      isReset: row.instructor_id !== null,
    });
  });

  on(router, 'POST /join/:token', limiter, async (req, res) => {
    const row = await invited(req);
    const input = valid(joinSchema, req.body);
    if (row.instructor_id === null && input.signIn === '')
      throw new Problem(422, 'bad-field', 'The sign-in name is needed.', 'signIn');
    const { salt, hash } = await hashPassword(input.password);
    const instructorId = row.instructor_id ?? randomUUID();
    await db.transaction(async (tx) => {
      if (!(await useInvitation(tx, row.id)))
        throw new Problem(404, 'link-withdrawn', 'This link has just been used. Ask for a new one.');
      if (row.instructor_id !== null) return q.updatePassword(tx, instructorId, salt, hash);
      if (await q.instructorBySignIn(tx, input.signIn)) throw taken();
      return q.insertInstructor(tx, {
        id: instructorId,
        practiceId: row.practice_id,
        name: row.name,
        signIn: input.signIn,
        salt,
        hash,
        role: row.role,
      });
    });
    const who = { practiceId: row.practice_id, instructorId, who: row.name };
    if (row.instructor_id === null) {
      await note(db, { ...who, action: 'joined', thing: row.role });
      await startSignIn(services, req, res, instructorId);
    } else {
      await note(db, { ...who, action: 'reset the password' });
      // Whoever was signed in with the old one is out; a second factor still stands before the new one.
      for (const ended of await endSignIns(db, instructorId)) services.hub.signedOut(ended);
    }
    res.status(201).json({ name: row.name });
  });
  return router;
}

/** Who works in the practice: accounts, invitations, and the devices' key. */
export function peopleRoutes(services: Services): Router {
  const { db, hub } = services;
  const router = Router();

  on(router, 'GET /accounts', async (req, res) => {
    const who = whoIs(req);
    const accounts = await q.instructorsOf(db, who.practiceId);
    res.json({
      accounts: accounts.map((a) => ({
        id: a.id,
        name: a.name,
        signIn: a.sign_in,
        role: a.role,
        isClosed: a.closed_at !== null,
        hasSecondFactor: a.totp_secret !== null,
        seenAt: a.seen_at?.toISOString() ?? null,
        isSelf: a.id === who.instructorId,
      })),
      invitations: await openInvitations(db, who.practiceId),
    });
  });

  on(router, 'PATCH /accounts/:id', async (req, res) => {
    const practiceId = practiceOf(req);
    const id = idParam(req);
    const change = valid(accountChangeSchema, req.body);
    if (!(await q.instructorRow(db, practiceId, id))) throw notFound('The account');
    await db.transaction(async (tx) => {
      if (!(await q.changeAccount(tx, practiceId, id, change)))
        throw new Problem(409, 'last-owner', 'The practice needs an owner: make somebody else one first.', 'role');
      if (change.dropSecondFactor) await q.setTotp(tx, id, { secret: null, pending: null });
    });
    if (change.isClosed) for (const ended of await endSignIns(db, id)) hub.signedOut(ended);
    res.status(204).end();
  });

  on(router, 'POST /accounts/:id/reset-link', async (req, res) => {
    const practiceId = practiceOf(req);
    const row = await q.instructorRow(db, practiceId, idParam(req));
    if (!row) throw notFound('The account');
    const token = newToken();
    await db.transaction(async (tx) => {
      await withdrawResets(tx, row.id);
      await insertInvitation(tx, {
        id: randomUUID(),
        practiceId,
        hash: tokenHash(token),
        role: row.role,
        name: row.name,
        instructorId: row.id,
      });
    });
    res.status(201).json({ path: `/join/${token}` });
  });

  on(router, 'POST /invitations', async (req, res) => {
    const { id, name, role } = valid(invitationSchema, req.body);
    const token = newToken();
    if (!(await insertInvitation(db, { id, practiceId: practiceOf(req), hash: tokenHash(token), role, name })))
      throw new Problem(409, 'id-taken', 'This invitation was used already; make another.', 'id');
    res.status(201).json({ id, path: `/join/${token}` });
  });

  on(router, 'DELETE /invitations/:id', async (req, res) => {
    if (!(await withdrawInvitation(db, practiceOf(req), idParam(req)))) throw notFound('The invitation');
    res.status(204).end();
  });

  on(router, 'POST /feed-key', async (req, res) => {
    const practiceId = practiceOf(req);
    const key = newToken();
    await q.updateFeedKey(db, practiceId, tokenHash(key));
    services.onFeedKey(practiceId, key);
    res.status(201).json({ key });
  });
  return router;
}
