import { Router } from 'express';
import { codeSchema, confirmSchema, passwordChangeSchema } from '../../api/account-schemas.ts';
import { Problem } from '../http/problem.ts';
import { newSecret, stepOf, uriOf } from '../http/second-factor.ts';
import { checkPassword, hashPassword } from '../http/secrets.ts';
import * as q from '../rows/accounts.ts';
import { endSignIns, signInsOf } from '../rows/sign-ins.ts';
import { fewTries } from './accounts.ts';
import { idParam, on, type Services, type SignedIn, valid, whoIs } from './context.ts';

/** One's own account: password, open sign-ins, second factor. */
export function ownAccountRoutes({ db, hub }: Services): Router {
  const router = Router();
  const limiter = fewTries();
  const own = async (who: SignedIn): Promise<q.InstructorRow> => {
    const row = await q.instructorRow(db, who.practiceId, who.instructorId);
    if (!row) throw new Problem(401, 'not-signed-in', 'Sign in first.');
    return row;
  };
  const confirmed = async (who: SignedIn, password: string, where: string): Promise<q.InstructorRow> => {
    const row = await own(who);
    if (!(await checkPassword(password, row.password_salt, row.password_hash)))
      throw new Problem(403, 'wrong-sign-in', 'The password is not right.', where);
    return row;
  };
  const end = async (who: SignedIn, what: { except?: string; only?: string }): Promise<number> => {
    const ended = await endSignIns(db, who.instructorId, what);
    for (const hash of ended) hub.signedOut(hash);
    return ended.length;
  };

  on(router, 'GET /account', async (req, res) => {
    const who = whoIs(req);
    const row = await own(who);
    res.json({
      signIn: row.sign_in,
      hasSecondFactor: row.totp_secret !== null,
      signIns: await signInsOf(db, who.instructorId, who.signIn),
    });
  });

  on(router, 'PUT /account/password', limiter, async (req, res) => {
    const who = whoIs(req);
    const input = valid(passwordChangeSchema, req.body);
    const row = await confirmed(who, input.current, 'current');
    const { salt, hash } = await hashPassword(input.next);
    await q.updatePassword(db, row.id, salt, hash);
    // Whoever knew the old one is out; the answer says how many that were.
    res.json({ endedSignIns: await end(who, { except: who.signIn }) });
  });

  on(router, 'DELETE /account/sign-ins/:id', async (req, res) => {
    await end(whoIs(req), { only: idParam(req) });
    res.status(204).end();
  });

  on(router, 'DELETE /account/sign-ins', async (req, res) => {
    const who = whoIs(req);
    res.json({ endedSignIns: await end(who, { except: who.signIn }) });
  });

  on(router, 'POST /account/second-factor', async (req, res) => {
    const row = await own(whoIs(req));
    const secret = newSecret();
    await q.setTotp(db, row.id, { secret: row.totp_secret, pending: secret });
    res.json({ secret, uri: uriOf(secret, row.sign_in) });
  });

  on(router, 'POST /account/second-factor/confirm', limiter, async (req, res) => {
    const row = await own(whoIs(req));
    const { code } = valid(codeSchema, req.body);
    const step = row.totp_pending === null ? undefined : stepOf(row.totp_pending, code);
    if (step === undefined || !(await q.useTotpStep(db, row.id, step)))
      throw new Problem(422, 'wrong-code', 'The code is not right. Wait for the next one and try again.', 'code');
    await q.setTotp(db, row.id, { secret: row.totp_pending, pending: null });
    res.status(204).end();
  });

  on(router, 'DELETE /account/second-factor', limiter, async (req, res) => {
    const { password } = valid(confirmSchema, req.body);
    const row = await confirmed(whoIs(req), password, 'password');
    await q.setTotp(db, row.id, { secret: null, pending: null });
    res.status(204).end();
  });
  return router;
}
