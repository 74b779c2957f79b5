import { describe, expect, test } from '@jest/globals';
import { seededRandom } from '../core/numeric/random.ts';
import { called } from './called-command.ts';
import { trial } from './trial-command.ts';

interface TrialSaid {
  readonly leader: string;
  readonly verdict: string;
  readonly sentence: string;
  readonly chanceKeepsStrike: Record<string, number | null>;
  readonly quantities: readonly { quantity: string; effects: readonly { difference: number }[] }[];
  readonly assumed: unknown;
}
interface CalledSaid {
  readonly slope: number;
  readonly offset: number;
  readonly score: number;
  readonly askFor: readonly { want: number; call: number }[];
}

describe('maple trial', () => {
  const random = seededRandom('maple trial');
  const swings = Array.from({ length: 24 }, (_, i) => {
    const turn = Math.floor(i / 2);
    const condition = ['usual', 'throw', 'hips', 'hips', 'usual', 'throw'][turn % 6]!;
    const mph = 92 + 5 * Number(condition === 'throw') + 0.8 * random.normal();
    return { condition, turn, clubSpeedMph: mph, strikeMm: 8 + 12 * Number(condition === 'hips') + random.normal() };
  });
  const conditions = ['usual', 'throw', 'hips'];

  test('names the best in its own units, and what was assumed', () => {
    const said = trial({ conditions, swings }) as TrialSaid;
    expect(said).toMatchObject({ leader: 'throw', verdict: 'better' });
    expect(said.sentence).toContain('“throw” is the best of these');
    expect(said.chanceKeepsStrike.hips).toBeLessThan(0.1);
    const speed = said.quantities.find((q) => q.quantity === 'clubSpeedMph');
    expect(Math.abs((speed?.effects[0]?.difference ?? 0) - 5)).toBeLessThan(1.5);
    expect(said.assumed).toEqual({ mostStrikeMoreMm: 3, mostSmashLess: 0.02 });
  });
  test.each([
    [{ conditions: ['usual'], swings }, /at least 2 names/],
    [{ conditions, swings: [{ condition: 'jump', turn: 0, clubSpeedMph: 90 }] }, /swings\[0\]\.condition is “jump”/],
    [{ conditions, swings: [{ condition: 'hips', turn: 0, clubSpeedMph: 900 }] }, /expected 5 to 180/],
    [{ conditions, swings: [] }, /Nothing can be said/],
    [{ conditions }, /swings is missing/],
  ])('bad input %# says what and where', (input, words) => {
    expect(() => trial(input)).toThrow(words);
  });
});

describe('maple called', () => {
  const pairs = [-4, 4, -2, 2, 0, 4, -4].map((c, i) => ({ called: c, done: 1 + 0.5 * c + 0.05 * (i % 3) }));
  test('gives the line, its score and what to ask for', () => {
    const said = called({ pairs, unit: '°', want: [2] }) as CalledSaid;
    expect(said.slope).toBeCloseTo(0.5, 1);
    expect(said.offset).toBeCloseTo(1, 0);
    expect(said.score).toBeGreaterThan(0.9);
    expect(said.askFor[0]).toMatchObject({ want: 2 });
    expect(said.askFor[0]?.call).toBeCloseTo(2, 0);
    expect((called({ pairs }) as CalledSaid).askFor.map((a) => a.want)).toEqual([-4, -2, 0, 2, 4]);
  });
  test.each([
    [{ pairs: pairs.slice(0, 3) }, /cannot be said/],
    [{ pairs: pairs.map((p) => ({ ...p, called: 1 })) }, /cannot be said/],
    [{ pairs: [{ called: 'more', done: 1 }] }, /pairs\[0\]\.called/],
    [{}, /pairs is missing/],
  ])('bad input %# says what and where', (input, words) => {
    expect(() => called(input)).toThrow(words);
  });
});
