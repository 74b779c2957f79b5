import { createHash, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

const KEY_BYTES = 32;
/** scrypt cost: about 60 ms and 32 MB on a laptop. */
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };

const derive = (password: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    scrypt(password.normalize('NFKC'), salt, KEY_BYTES, COST, (error, key) => (error ? reject(error) : resolve(key))),
  );

export async function hashPassword(password: string): Promise<{ salt: string; hash: string }> {
  const salt = randomBytes(16);
  return { salt: salt.toString('base64'), hash: (await derive(password, salt)).toString('base64') };
}

export async function checkPassword(password: string, salt: string, hash: string): Promise<boolean> {
  const key = await derive(password, Buffer.from(salt, 'base64'));
  return timingSafeEqual(key, Buffer.from(hash, 'base64'));
}

/** Random token of 128 bits for links and keys, 256 for sign-ins, safe in an address. */
export const newToken = (bytes = 16): string => randomBytes(bytes).toString('base64url');

/** Letters and digits that are not taken for each other. */
const READABLE = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';

const readable = (bytes: Uint8Array): string => Array.from(bytes, (b) => READABLE[b % READABLE.length]!).join('');

/** Code that a person can copy by eye: eight characters, 40 bits. */
export const newCode = (): string => readable(randomBytes(8));

/** Such a code that all processes of one database come to by themselves. @param secret what nobody else knows */
export const codeOf = (secret: string): string =>
  readable(createHash('sha256').update(`first start ${secret}`).digest().subarray(0, 8));

/** What is stored of a token. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');

export const contentHash = (content: string | Uint8Array): string => createHash('sha256').update(content).digest('hex');
