import { Secret, TOTP } from 'otpauth';

/** Length of a step of one-time codes, s. */
const STEP_S = 30;

const totpOf = (secret: string, label = ''): TOTP =>
  new TOTP({ issuer: 'Maple Notch', label, secret: Secret.fromBase32(secret), digits: 6, period: STEP_S });

export const newSecret = (): string => new Secret({ size: 20 }).base32;

/** Address that an app for one-time codes takes, as text or as a picture. */
export const uriOf = (secret: string, label: string): string => totpOf(secret, label).toString();

/** Step that a code is of, a step early or late allowed for clocks that differ; undefined where it is of none. */
export function stepOf(secret: string, code: string, nowMs = Date.now()): number | undefined {
  const delta = totpOf(secret).validate({ token: code, timestamp: nowMs, window: 1 });
  return delta === null ? undefined : Math.floor(nowMs / 1000 / STEP_S) + delta;
}
