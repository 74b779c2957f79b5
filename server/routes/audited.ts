import type { RequestHandler } from 'express';
import { LRUCache } from 'lru-cache';
import type { Address } from '../../api/routes.ts';
import { tuple } from '../../core/numeric/tuple.ts';
import { isOfStudent, note, studentOfThing } from '../rows/audit.ts';
import { filmOf } from '../rows/videos.ts';
import { mayBeMinor } from '../readings/lesson-data.ts';
import { studentRow } from '../rows/students.ts';
import { type Services, setWatcher, whoIs } from './context.ts';

/** Reads that are noted, and writes whose words are not simply "changed". */
const SAID: Partial<Record<Address, string>> = {
  'GET /students/:id': 'opened',
  'GET /lessons/:id': 'opened',
  'GET /videos/:id/file': 'opened a film',
  'GET /students/:id/export': 'exported',
  'GET /export': 'exported the practice',
  'GET /backups/:name/file': 'took a backup away',
  'POST /backups': 'made a backup',
  'DELETE /backups/:name': 'deleted a backup',
  'DELETE /students/:id': 'erased',
  'DELETE /students/:id/videos': 'erased all films',
  'POST /records': 'imported a record',
  'POST /students/:id/practice-link': 'made a practice link',
  'DELETE /students/:id/practice-link': 'withdrew the practice link',
  'DELETE /practice-links/:id': 'withdrew the practice link',
  'POST /videos/:id/done': 'brought a film in',
  'DELETE /videos/:id': 'erased a film',
  'PUT /videos/:id/marks': 'marked a film',
  'POST /lessons/:id/verdict': 'decided the target',
  'POST /lessons/:id/plan': 'made a plan',
  'POST /lessons/:id/decisions': 'decided on a drill',
  'POST /lessons/:id/sets': 'logged a set',
  'PUT /lessons/:id/signs/:sign': 'graded signs',
  'PUT /lessons/:id/setups': 'noted the set-up',
  'PATCH /lessons/:id': 'changed the lesson’s note',
  'PUT /students/:id': 'changed the student’s data',
  'POST /students/:id/lessons': 'started a lesson',
  'POST /students/:id/screens': 'screened the body',
  'POST /students/:id/pains': 'noted pain',
  'POST /late-sets/:id': 'settled a late log',
  'POST /pains/:id/reopen': 'reopened work after pain',
  'POST /lessons/:id/load-overrules': 'overruled the caps',
  'POST /account/second-factor/confirm': 'turned the second factor on',
  'DELETE /account/second-factor': 'took the second factor off',
  'DELETE /account/sign-ins': 'signed out everywhere else',
  'DELETE /account/sign-ins/:id': 'ended a sign-in',
  'PUT /settings': 'changed the settings',
  'PUT /retention': 'changed how long things are kept',
  'PUT /account/password': 'changed the password',
  'GET /students/:id/handout': 'made a handout',
  'PUT /drills/:id': 'wrote a drill',
  'POST /students/:id/programme': 'made a programme',
  'POST /students/:id/programme/move': 'moved a session of the programme',
  'DELETE /students/:id/programme': 'ended the programme',
  'PUT /protocols/:id': 'wrote a protocol',
  'DELETE /protocols/:id': 'removed a protocol',
  'POST /lessons/:id/protocol-runs': 'began a protocol',
  'PUT /students/:id/phone-protocol': 'changed the protocol on the phone',
  'DELETE /drills/:id': 'took a drill off the shelf',
  'POST /feed-key': 'changed the devices’ key',
  'POST /invitations': 'invited',
  'DELETE /invitations/:id': 'withdrew an invitation',
  'PATCH /accounts/:id': 'changed an account',
  'POST /accounts/:id/reset-link': 'made a link to reset a password',
};
/** Lookups and steps of an upload: nothing of their own. */
const UNSAID: ReadonlySet<Address> = new Set<Address>([
  'PUT /favourites',
  'POST /protocol-runs/:id/attempts',
  'POST /protocol-runs/:id/end',
  'POST /protocol-attempts/:id/gate',
  'POST /column-mappings/find',
  'POST /capture-mappings/find',
  'POST /videos/:id/pieces',
  'POST /lessons/:id/videos',
  'POST /account/second-factor',
]);

const kindOf = (address: Address): string => tuple(2, address.split(' '))[1].split('/')[1]!;
const lastPart = (address: Address): string => {
  const parts = address.split('/').filter((part) => !part.startsWith(':'));
  return parts[parts.length - 1]!;
};

function actionOf(address: Address): string | undefined {
  if (UNSAID.has(address)) return undefined;
  const said = SAID[address];
  if (said !== undefined) return said;
  if (address.startsWith('GET ')) return undefined;
  return address.startsWith('DELETE ') ? 'deleted' : 'changed';
}

const HOUR_MS = 3_600_000;

/** Notes who opened, changed, exported or erased what, once an hour for the same thing; what was refused is not noted. */
export function audited({ db, log }: Services): RequestHandler {
  const students = new LRUCache<string, string>({ max: 20_000 });
  const noted = new LRUCache<string, true>({ max: 20_000, ttl: HOUR_MS });

  /** Whose it is; asked before the change, since afterwards it may be gone. */
  const studentOf = async (practiceId: string, kind: string, id: string): Promise<string | undefined> => {
    if (kind === 'students') return id;
    const key = `${practiceId} ${kind} ${id}`;
    const known = students.get(key);
    if (known !== undefined) return known;
    const found = await studentOfThing(db, practiceId, kind, id);
    if (found !== undefined) students.set(key, found);
    return found;
  };

  /** A film by its name, and whether it is one of a minor. */
  const filmSaid = async (
    practiceId: string,
    id: string,
    studentId: string,
  ): Promise<{ thing: string; minor: boolean }> => {
    const student = await studentRow(db, practiceId, studentId);
    return {
      thing: (await filmOf(db, practiceId, id)) ?? '',
      minor: student !== undefined && mayBeMinor(student, new Date()),
    };
  };

  return (req, res, next) => {
    setWatcher(req, async (address, params) => {
      const action = actionOf(address);
      if (action === undefined) return;
      const who = whoIs(req);
      const kind = kindOf(address);
      const id = typeof params.id === 'string' && /^[0-9a-f-]{36}$/i.test(params.id) ? params.id : undefined;
      const studentId = id !== undefined && isOfStudent(kind) ? await studentOf(who.practiceId, kind, id) : undefined;
      if (isOfStudent(kind) && id !== undefined && studentId === undefined) return;
      const film =
        address === 'GET /videos/:id/file' && id !== undefined && studentId !== undefined
          ? await filmSaid(who.practiceId, id, studentId)
          : undefined;
      const entry = {
        practiceId: who.practiceId,
        instructorId: who.instructorId,
        who: who.name,
        action: film?.minor ? 'opened a minor’s film' : action,
        studentId,
        thing: film?.thing ?? (SAID[address] === undefined ? lastPart(address) : ''),
      };
      const key = `${Math.floor(Date.now() / HOUR_MS)} ${JSON.stringify(entry)}`;
      if (noted.has(key)) return;
      res.once('finish', () => {
        if (res.statusCode >= 400) return;
        noted.set(key, true);
        note(db, entry).catch((error: unknown) => {
          noted.delete(key);
          log.error({ err: error }, 'who did what could not be noted');
        });
      });
    });
    next();
  };
}
