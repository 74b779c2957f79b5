import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import type { ProblemCode } from '../../api/problems.ts';
import { CannotSayError, InputError } from '../../core/errors/input-error.ts';
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

/** Last handler: every error leaves as application/problem+json; unexpected ones are logged and say nothing of the inside. */
export function problemHandler(log: Logger): ErrorRequestHandler {
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
    log.error({ err: error }, 'unexpected error');
    send(res, 500, 'unexpected', 'Something went wrong on this machine; nothing was half stored. Try again.');
  };
}
