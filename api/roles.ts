import type { Address } from './routes.ts';

/** What someone in a practice may do: all; teach; see and log. */
export const ROLES = ['owner', 'instructor', 'assistant'] as const;
export type Role = (typeof ROLES)[number];

/** In words, for the page that gives them. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: 'teaches, and looks after accounts, data and backups',
  instructor: 'teaches: measures, decides, prescribes, reviews',
  assistant: 'sees and logs: measures and notes, decides nothing',
};

/** What only an owner does: accounts, and what concerns all that the practice holds. */
const OWNERS: ReadonlySet<Address> = new Set<Address>([
  'GET /accounts',
  'POST /invitations',
  'DELETE /invitations/:id',
  'PATCH /accounts/:id',
  'POST /accounts/:id/reset-link',
  'POST /feed-key',
  'GET /audit',
  'GET /export',
  'POST /records',
  'GET /backups/:name/file',
  'DELETE /backups/:name',
  'PUT /retention',
]);

/** What an assistant may change: what was measured, seen and done, never what was decided from it. */
const ASSISTANTS: ReadonlySet<Address> = new Set<Address>([
  'PUT /favourites',
  'PUT /account/password',
  'DELETE /account/sign-ins/:id',
  'DELETE /account/sign-ins',
  'POST /account/second-factor',
  'POST /account/second-factor/confirm',
  'DELETE /account/second-factor',
  'POST /students/:id/lessons',
  'POST /students/:id/screens',
  'POST /students/:id/pains',
  'POST /students/:id/body-sizes',
  'PATCH /lessons/:id',
  'POST /appointments',
  'PATCH /appointments/:id',
  'POST /appointments/:id/lesson',
  'PUT /lessons/:id/setups',
  'PUT /lessons/:id/signs/:sign',
  'POST /lessons/:id/sets',
  'POST /lessons/:id/trials',
  'POST /trials/:id/turns',
  'POST /trials/:id/rounds',
  'POST /trials/:id/end',
  'PATCH /trial-turns/:id',
  'POST /lessons/:id/called',
  'POST /called/:id/calls',
  'PATCH /called/:id',
  'POST /called/:id/end',
  'POST /called/:id/more',
  'PATCH /calls/:id',
  'DELETE /calls/:id',
  'POST /lessons/:id/protocol-runs',
  'POST /protocol-runs/:id/attempts',
  'POST /protocol-runs/:id/end',
  'POST /protocol-attempts/:id/gate',
  'POST /lessons/:id/blocks',
  'POST /lessons/:id/swish-sets',
  'PATCH /blocks/:id',
  'POST /blocks/:id/restore',
  'POST /blocks/:id/shots',
  'PATCH /shots/:id',
  'POST /blocks/:id/imports/shots',
  'POST /blocks/:id/imports/mapped',
  'POST /blocks/:id/imports/motion',
  'POST /blocks/:id/imports/ground',
  'POST /column-mappings/find',
  'POST /capture-mappings/find',
  'POST /blocks/:id/swings',
  'PATCH /swings/:id',
  'PUT /motions/:id/fit',
  'POST /lessons/:id/videos',
  'POST /videos/:id/pieces',
  'POST /videos/:id/done',
  'PUT /videos/:id/marks',
  'POST /waiting-shots',
]);

/** What an assistant may not even see: copies of all there is. */
const NOT_ASSISTANTS: ReadonlySet<Address> = new Set<Address>([
  'GET /students/:id/export',
  'GET /students/:id/erasure',
  'GET /backups',
  'GET /practice-links',
]);

/** Whether a role may do what an address does; the server holds to it, the pages leave out what it would refuse. */
export function mayDo(role: Role, address: Address): boolean {
  if (role === 'owner') return true;
  if (OWNERS.has(address)) return false;
  if (role === 'instructor') return true;
  return address.startsWith('GET ') ? !NOT_ASSISTANTS.has(address) : ASSISTANTS.has(address);
}
