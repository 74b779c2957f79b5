import { describe, expect, test } from '@jest/globals';
import { pairCalls, swingsOf, swishLead, type Call, type CalledSaid, type PairedShot } from './run.ts';
import { callsOf, CALLED_THINGS } from './things.ts';

const PATH: CalledSaid = { thing: 'path', name: '', unit: '', byWords: false, step: 3, wanted: null, club: 'driver' };
const call = (called: number, shotsBefore: number, rest: Partial<Call> = {}): Call => ({
  id: `${called}/${shotsBefore}`,
  called,
  said: null,
  withBall: true,
  blockId: 'a',
  shotsBefore,
  ...rest,
});
const shot = (pathDeg: number | null, rest: Partial<PairedShot> = {}): PairedShot => ({
  blockId: 'a',
  fromFile: false,
  setAside: false,
  values: pathDeg === null ? {} : { pathOutRad: (pathDeg * Math.PI) / 180 },
  ...rest,
});
const done = (said: CalledSaid, calls: Call[], shots: PairedShot[]): (number | null)[] =>
  pairCalls(said, calls, shots).map((c) => (c.done === null ? null : Math.round(c.done * 100) / 100));

describe('calls and what was done', () => {
  test('a call has the first counted shot after it and before the next call', () => {
    expect(done(PATH, [call(3, 0), call(-3, 1)], [shot(1), shot(-2), shot(9)])).toEqual([1, -2]);
    expect(done(PATH, [call(3, 2), call(-3, 3)], [shot(8), shot(8), shot(1), shot(-2)])).toEqual([1, -2]);
  });
  test('a swing set aside, or one that was not measured, is made again and the next one counts', () => {
    const shots = [shot(7, { setAside: true }), shot(null), shot(2), shot(-2)];
    const paired = pairCalls(PATH, [call(3, 0), call(-3, 3)], shots);
    expect(paired.map((c) => c.done?.toFixed(1))).toEqual(['2.0', '-2.0']);
    expect(paired.map((c) => c.setAside)).toEqual([1, 0]);
  });
  test('a call that was never swung stays open, and what a person says goes before the device', () => {
    const paired = pairCalls(PATH, [call(6, 0), call(3, 0), call(-3, 1, { said: -1 })], [shot(2), shot(-4)]);
    expect(paired.map((c) => c.done?.toFixed(1))).toEqual([undefined, '2.0', '-1.0']);
    expect(paired.map((c) => c.measured)).toEqual([false, true, false]);
    expect(swingsOf(paired)).toHaveLength(2);
  });
  test('a file after all calls, as many shots as calls, is theirs in order; any other count is not guessed at', () => {
    const file = [shot(1), shot(2), shot(3)].map((s) => ({ ...s, fromFile: true }));
    expect(done(PATH, [call(3, 0), call(6, 0), call(-3, 0)], file)).toEqual([1, 2, 3]);
    expect(done(PATH, [call(3, 0), call(6, 0)], file)).toEqual([null, 1]);
  });
  test('blocks with and without a ball are paired apart', () => {
    const calls = [call(3, 0), call(3, 0, { blockId: 'b', withBall: false }), call(-3, 1)];
    expect(done(PATH, calls, [shot(1), shot(-1), shot(5, { blockId: 'b' })])).toEqual([1, 5, -1]);
  });
  test('what no shot measures waits for a person', () => {
    expect(done({ ...PATH, thing: 'tilt' }, [call(5, 0), call(5, 1, { said: 3 })], [shot(1), shot(1)])).toEqual([null, 3]); // prettier-ignore
  });
});

describe('lead of the swish', () => {
  test('who hears it 40 cm behind the call is told to call it as much farther, the newest swings counting', () => {
    const late = Array.from({ length: 40 }, () => ({ called: 30, done: -10 }));
    const before = Array.from({ length: 40 }, () => ({ called: 30, done: 30 }));
    expect(swishLead([...late, ...before])).toEqual({ swings: 40, leadCm: 40, callCm: 70, wantedCm: 30 });
    expect(swishLead(late.slice(0, 4))).toBeNull();
    expect(swishLead(late.map(() => ({ called: 60, done: -180 })))?.callCm).toBe(120);
  });
});

test('every thing has five calls in its own words', () => {
  for (const thing of CALLED_THINGS) expect(new Set(callsOf(thing).map((c) => c.words)).size).toBe(5);
});
