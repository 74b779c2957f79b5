import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import type { ProblemCode } from '../../api/problems.ts';
import { CannotSayError, InputError } from '../../core/errors/input-error.ts';
import { machineFault } from './machine-fault.ts';
import { LARGEST_FILE_BYTES } from '../../core/formats/delimited.ts';

/** An error that is answered as problem details with a stable code. */
export class Problem extends Error {
  readonly status: number;
  readonly code: ProblemCode;
  readonly where: string;

  constructor(status: number, code: ProblemCode, message: string, where = '') {
    super(message);
    this.status = status;
    this.code = code;
    this.where = where;
  }
}

export const notFound = (what: string): Problem =>
  new Problem(404, 'not-found', `${what} was not found in this practice.`);

function send(res: Response, status: number, code: string, detail: string, where = ''): void {
  res
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', status, code, detail, where }));
}

export const unknownRoute: RequestHandler = (req, res) =>
  send(res, 404, 'not-found', `Nothing at ${req.method} ${req.path}.`);

const SAID_OF: Readonly<Record<number, string>> = {
  400: 'The address or a header is not right.',
  404: 'Nothing is there.',
  412: 'The file is not what was expected.',
  416: 'The file ends before the bytes that are asked for.',
};

/** What PostgreSQL says of data that it does not take: its class of error, and what it means to who sent it. */
function refusedByDatabase(
  error: unknown,
): { status: number; code: ProblemCode; message: string; databaseCode: string } | undefined {
  const databaseCode = error instanceof Error && 'code' in error ? String(error.code) : '';
  if (!/^2[23][0-9A-Z]{3}$/.test(databaseCode)) return undefined;
  if (databaseCode === '23505')
    return { status: 409, code: 'id-taken', message: 'This is already there; nothing was stored.', databaseCode };
  if (databaseCode === '23503')
    return {
      status: 404,
      code: 'not-found',
      message: 'What this belongs to is not there any more; nothing was stored.',
      databaseCode,
    };
  return {
    status: 422,
    code: 'bad-field',
    message: 'A value cannot be stored as it is; nothing was stored.',
    databaseCode,
  };
}

/** An error without what a database tells of rows: it may be of a person. */
function withoutValues(error: unknown): unknown {
  if (!(error instanceof Error)) return 'not an error';
  const { name, message, stack } = error;
  return 'code' in error ? { type: name, code: error.code, stack: stack?.replace(message, '…') } : error;
}

const before = new WeakMap<Response, () => Promise<unknown>>();
/** What is done when a request is refused, before whoever sent it hears so. */
export const beforeRefusal = (res: Response, work: () => Promise<unknown>): void => {
  before.set(res, work);
};

/** Last handler: every error leaves as application/problem+json; unexpected ones are logged and say nothing of the inside. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  const answer = answering(log);
  return async (error: unknown, req, res, next) => {
    // Where even that fails, the refusal is what matters.
    await before
      .get(res)?.()
      .catch(() => undefined);
    await answer(error, req, res, next);
  };
}

function answering(log: Logger): ErrorRequestHandler {
  return (error: unknown, _req, res, next) => {
    if (res.headersSent) return next(error);
    if (error instanceof Problem) return send(res, error.status, error.code, error.message, error.where);
    if (error instanceof InputError) {
      // What is left of a file that is too large is not waited for.
      if (error.code === 'too-large') res.set('Connection', 'close');
      return send(res, error.code === 'too-large' ? 413 : 422, error.code, error.message, error.where);
    }
    if (error instanceof CannotSayError) {
      return send(res, 422, error.code, `${error.message} Missing: ${error.missing}.`);
    }
    const e = error as { type?: string; limit?: number };
    if (e.type === 'entity.too.large') {
      res.set('Connection', 'close');
      const mb = ((e.limit ?? LARGEST_FILE_BYTES) / 1024 / 1024).toFixed(0);
      return send(
        res,
        413,
        'too-large',
        `The file is too large; files up to ${mb} MB can be read. Nothing was stored.`,
      );
    }
    if (e.type === 'entity.parse.failed') return send(res, 400, 'not-json', 'The request is not JSON.');
    if (e.type === 'charset.unsupported' || e.type === 'encoding.unsupported') {
      return send(res, 415, 'unknown-value', 'The text must be UTF-8.');
    }
    const refused = refusedByDatabase(error);
    if (refused) {
      // Values are in such an error's details: only its code is noted.
      log.warn({ code: refused.databaseCode }, 'refused by the database');
      return send(res, refused.status, refused.code, refused.message);
    }
    const said = (error as { status?: unknown }).status;
    if (typeof said === 'number' && said >= 400 && said < 500)
      return send(
        res,
        said,
        said === 416 ? 'out-of-range' : 'bad-request',
        SAID_OF[said] ?? 'The request is not right.',
      );
    const machine = machineFault(error);
    if (machine) {
      log.error({ err: withoutValues(error) }, machine.code);
      return send(res, 507, machine.code, machine.message);
    }
    log.error({ err: withoutValues(error) }, 'unexpected error');
    send(res, 500, 'unexpected', 'Something went wrong on this machine; nothing was half stored. Try again.');
  };
}
