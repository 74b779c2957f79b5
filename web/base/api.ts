import { QueryClient } from '@tanstack/react-query';
import { filled, type Address, type Answers, type PathValues, type Query } from '../../api/routes.ts';
import type { ProblemWire } from '../../api/types.ts';

/** An answer of the server that is a problem, or no answer at all (status 0). */
export class ApiError extends Error {
  readonly status: number;
  readonly code: string;
  readonly where: string;

  constructor(problem: ProblemWire) {
    super(problem.detail);
    this.status = problem.status;
    this.code = problem.code;
    this.where = problem.where;
  }
}

const listeners = new Set<() => void>();
let reachable = true;

function setReachable(value: boolean): void {
  if (value === reachable) return;
  reachable = value;
  for (const listener of listeners) listener();
}

export const serverReachable = {
  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
  get: (): boolean => reachable,
};

/**
 * Whether an error takes the place of what is shown. That the server is away for a while does not: it is said by itself, and what
 * was fetched before stays, to be worked with.
 * @param shown what was fetched before
 */
export const takesPlace = (error: unknown, shown: unknown): boolean =>
  error !== null && error !== undefined && !(shown !== undefined && error instanceof ApiError && error.status === 0);

const away = (): ApiError =>
  new ApiError({
    status: 0,
    code: 'away',
    detail: 'The server does not answer. What you typed stays here; try again.',
    where: '',
  });

/** Asks for a sign-in over the page that is open; true once the same account is in again. */
type Renew = () => Promise<boolean>;
let renew: Renew | null = null;
/** While a page of a signed-in account is open: what is asked when its session ends. @returns takes it back */
export const onSessionEnd = (ask: Renew): (() => void) => {
  renew = ask;
  return () => {
    if (renew === ask) renew = null;
  };
};

/** Calls the API; JSON in and out, or text or bytes of a file. Where the session has ended it waits for the sign-in and asks again. */
export async function call<T>(
  method: string,
  path: string,
  body?: unknown,
  contentType = 'application/json',
): Promise<T> {
  try {
    return await callOnce<T>(method, path, body, contentType);
  } catch (error) {
    const ended = error instanceof ApiError && error.code === 'not-signed-in';
    if (!ended || !renew || !(await renew())) throw error;
    return callOnce<T>(method, path, body, contentType);
  }
}

async function callOnce<T>(method: string, path: string, body: unknown, contentType: string): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      // A clock that is wrong is put right by the time of sending.
      headers: body === undefined ? undefined : { 'content-type': contentType, 'x-sent-at': new Date().toISOString() },
      body:
        body === undefined ? undefined : contentType === 'application/json' ? JSON.stringify(body) : (body as BodyInit),
    });
  } catch {
    setReachable(false);
    throw away();
  }
  setReachable(true);
  if (response.ok) return (response.status === 204 ? undefined : await response.json()) as T;
  if (!response.headers.get('content-type')?.includes('json')) throw away();
  throw new ApiError((await response.json()) as ProblemWire);
}

/** Path values of an address, with what else goes along. */
type Asked<A extends Address> = PathValues<A> & {
  readonly query?: Query;
  readonly body?: unknown;
  readonly contentType?: string;
};

/** Asks an address of the API; its answer has the type that the server must give. */
export function ask<A extends Address>(
  address: A,
  ...[asked]: Record<string, never> extends PathValues<A> ? [asked?: Asked<A>] : [asked: Asked<A>]
): Promise<Answers[A]> {
  const { query, body, contentType, ...values } = (asked ?? {}) as Asked<A>;
  const { method, path } = filled(address, values as unknown as PathValues<A>, query);
  return call(method, path, body, contentType);
}

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      networkMode: 'always',
      staleTime: 5_000,
      retry: (count, error) => error instanceof ApiError && error.status === 0 && count < 3,
    },
    mutations: { networkMode: 'always' },
  },
});

/** Id made here, so that sending again is harmless. */
export const newId = (): string => crypto.randomUUID();

/** Reads errors of any kind as a sentence. */
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : 'Something went wrong.');
