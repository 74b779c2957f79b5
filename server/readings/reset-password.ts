import type { Db } from '../db/connection.ts';
import { hashPassword, newCode } from '../http/secrets.ts';
import { instructorBySignIn, instructorSignIns, setTotp, updatePassword } from '../rows/accounts.ts';
import { note } from '../rows/audit.ts';
import { endSignIns } from '../rows/sign-ins.ts';

/**
 * Gives an account a new password from the machine that the program runs on, and ends all its sign-ins.
 * @throws Error where there is no such account; it names those that there are
 */
export async function resetPassword(
  db: Db,
  signIn: string,
  withoutSecondFactor: boolean,
): Promise<{ password: string; ended: number }> {
  const account = await instructorBySignIn(db, signIn);
  if (!account)
    throw new Error(`There is no account ${signIn}. There are: ${(await instructorSignIns(db)).join(', ')}.`);
  const password = `${newCode()}-${newCode()}`;
  const { salt, hash } = await hashPassword(password);
  await updatePassword(db, account.id, salt, hash);
  if (withoutSecondFactor) await setTotp(db, account.id, { secret: null, pending: null });
  const ended = await endSignIns(db, account.id);
  await note(db, {
    practiceId: account.practice_id,
    instructorId: account.id,
    who: account.name,
    action: 'reset the password on the machine',
  });
  return { password, ended: ended.length };
}
