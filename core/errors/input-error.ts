/** Stable codes of what can be wrong with an input; the command line and the server pass them on. */
export type InputErrorCode =
  | 'not-json'
  | 'missing'
  | 'not-a-number'
  | 'out-of-range'
  | 'unknown-value'
  | 'empty-file'
  | 'wrong-header'
  | 'missing-unit'
  | 'unit-doubt'
  | 'gap'
  | 'wrong-column-count'
  | 'too-large'
  | 'time-order'
  | 'too-slow'
  | 'two-swings'
  | 'no-top'
  | 'no-swing'
  | 'no-strike'
  | 'circle'
  | 'plates-swapped'
  | 'not-zeroed'
  | 'no-picture'
  | 'no-frames'
  | 'codec'
  | 'unreadable'
  | 'no-ladder'
  | 'usage';

/**
 * Thrown for bad input. `where` names the place (field path, line and column, or a time);
 * the message says what was found and what would be right.
 */
export class InputError extends Error {
  readonly code: InputErrorCode;
  readonly where: string;

  constructor(code: InputErrorCode, message: string, where = '') {
    super(message);
    this.name = 'InputError';
    this.code = code;
    this.where = where;
  }
}

/** Thrown where the data is sound but not enough for an answer; `missing` says what is needed. */
export class CannotSayError extends Error {
  readonly code: string;
  readonly missing: string;

  constructor(code: string, message: string, missing: string) {
    super(message);
    this.name = 'CannotSayError';
    this.code = code;
    this.missing = missing;
  }
}
