import type { InputErrorCode } from '../core/errors/input-error.ts';

/** Stable codes of problems that only a server can have; those of bad input come from the core. */
export type ServerProblemCode =
  | 'already-here'
  | 'already-joined'
  | 'already-set-up'
  | 'bad-field'
  | 'club-without-block'
  | 'content-damaged'
  | 'content-missing'
  | 'database-stopped'
  | 'drill-closed'
  | 'bad-request'
  | 'foreign-origin'
  | 'id-taken'
  | 'link-withdrawn'
  | 'no-consent'
  | 'not-found'
  | 'not-signed-in'
  | 'not-whole'
  | 'other-student'
  | 'same-block'
  | 'too-many-tries'
  | 'too-much'
  | 'unexpected'
  | 'wrong-feed-key'
  | 'wrong-setup-code'
  | 'wrong-sign-in';
/** A code of a problem; "cannot say" brings those of its sum. */
export type ProblemCode = ServerProblemCode | InputErrorCode;
