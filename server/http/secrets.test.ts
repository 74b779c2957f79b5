import { describe, expect, test } from '@jest/globals';
import { checkPassword, contentHash, hashPassword, newToken, tokenHash } from './secrets.ts';

describe('secrets', () => {
  test('a password is checked against its salted hash, in any Unicode form', async () => {
    const { salt, hash } = await hashPassword('Käsekuchen am Fluss');
    expect(await checkPassword('Käsekuchen am Fluss', salt, hash)).toBe(true);
    expect(await checkPassword('Ka\u0308sekuchen am Fluss', salt, hash)).toBe(true);
    expect(await checkPassword('kaesekuchen am Fluss', salt, hash)).toBe(false);
    const again = await hashPassword('Käsekuchen am Fluss');
    expect(again.hash).not.toBe(hash);
  });
  test('tokens are long, safe in an address, and never the same', () => {
    const tokens = Array.from({ length: 200 }, () => newToken());
    expect(new Set(tokens).size).toBe(200);
    for (const t of tokens) expect(t).toMatch(/^[\w-]{22}$/);
    expect(newToken(32)).toHaveLength(43);
  });
  test('what is stored of a token does not give it back', () => {
    const token = newToken();
    expect(tokenHash(token)).toMatch(/^[0-9a-f]{64}$/);
    expect(tokenHash(token)).not.toContain(token);
    expect(tokenHash(token)).toBe(tokenHash(token));
  });
  test('files are told apart by their content', () => {
    expect(contentHash('a\n')).not.toBe(contentHash('a\r\n'));
    expect(contentHash('same')).toBe(contentHash('same'));
  });
});
