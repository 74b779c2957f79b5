import { describe, expect, test } from '@jest/globals';
import { copyOf } from '../../core/catalogue/own-drill.ts';
import { DRILLS } from '../../core/catalogue/drills.ts';
import { PROTOCOLS } from '../../core/plan/protocols.ts';
import { readProtocolFile } from '../lesson/measure/session/protocols-file.ts';
import { asText, isShipped, readDrills } from './drills-file.ts';

const said = (drills: unknown, change: object = {}): string =>
  JSON.stringify({ format: 'drills', version: 1, drills, ...change });
const failure = (read: () => unknown): string => {
  try {
    read();
  } catch (error) {
    return (error as Error).message;
  }
  return 'read';
};

describe('drills as a file', () => {
  test('every shipped drill, written out and read again, is the copy that it would begin as', () => {
    const texts = DRILLS.map((d) => asText(d, undefined));
    expect(readDrills(said(texts), 'all.json')).toEqual(texts);
    expect(readDrills(`\uFEFF${said([texts[0]])}`, 'one.json')).toEqual([texts[0]]);
    for (const d of DRILLS) expect([isShipped(d.id), isShipped(`own-${d.id}`)]).toEqual([true, false]);
  });
  test('a written one goes out as it was written, not as the drill that it came from', () => {
    const own = { ...copyOf(DRILLS[0]!), name: 'My own way', slip: 'another slip' };
    expect(asText(DRILLS[0]!, own)).toBe(own);
  });
  test('what is no such file is refused with what was expected', () => {
    expect(failure(() => readDrills('{', 'a.json'))).toMatch(
      /^“a\.json” is not JSON; expected .* Nothing was changed\.$/,
    );
    for (const text of ['null', '[]', '1', '{}', said('x'), said([], { format: 'protocol' })])
      expect(failure(() => readDrills(text, 'a.json'))).toMatch(
        /holds no drills: expected \{"format": "drills", "version": 1/,
      );
    expect(failure(() => readDrills(said([], { version: 2 }), 'a.json'))).toContain(
      'version 2; this program reads version 1',
    );
    expect(failure(() => readDrills(said(Array.from({ length: 201 }, () => ({}))), 'a.json'))).toContain(
      'more than 200',
    );
  });
  test('one that is not sound is named with its field, and none is taken', () => {
    const [good, other] = DRILLS.slice(0, 2).map((d) => asText(d, undefined));
    for (const [change, where] of [
      [{ name: '' }, /name/],
      [{ treats: 'casting' }, /treats/],
      [{ rungs: [] }, /rungs/],
      [{ rungs: ['no/such/rung'] }, /rung/i],
      [{ dose: null }, /dose/],
    ] as const) {
      const message = failure(() => readDrills(said([good, { ...other, ...change }]), 'two.json'));
      expect(message).toMatch(/^Drill 2 .*of “two\.json”: .*Nothing was changed\.$/s);
      expect(message).toMatch(where);
    }
    expect(failure(() => readDrills(said([good, 'a drill']), 'two.json'))).toMatch(/^Drill 2 of “two\.json”/);
    expect(failure(() => readDrills(said([good, null]), 'two.json'))).toMatch(/^Drill 2 of “two\.json”/);
  });
});

describe('a protocol as a file', () => {
  const file = (protocol: unknown, change: object = {}): string =>
    JSON.stringify({ format: 'session-protocol', version: 1, protocol, ...change });
  test('every shipped one is read back as it was', () => {
    for (const { id: _, ...protocol } of PROTOCOLS)
      expect(readProtocolFile(file(protocol), 'p.json')).toEqual(protocol);
  });
  test('anything else is refused with the place', () => {
    expect(failure(() => readProtocolFile('no', 'p.json'))).toMatch(/^“p\.json” is not JSON/);
    expect(failure(() => readProtocolFile('null', 'p.json'))).toContain('holds no protocol');
    expect(failure(() => readProtocolFile(file({}, { version: 9 }), 'p.json'))).toContain('holds no protocol');
    const message = failure(() => readProtocolFile(file({ ...PROTOCOLS[0], steps: [] }), 'p.json'));
    expect(message).toMatch(/^“p\.json”: steps .*Nothing was changed\.$/);
  });
});
