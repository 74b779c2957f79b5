import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { readMotionCsv } from '../core/formats/motion-csv.ts';
import { SKILLED_PLAYER } from '../core/swing/parameters.ts';
import { fit } from './fit-command.ts';
import { swing } from './swing-command.ts';

interface Answer {
  clubSpeedMph: number;
  faults: { id: string; gainMph: number; intervalMph: [number, number] }[];
  togetherMph: number;
  assumed: Record<string, unknown>;
}
const run = (input: unknown): Answer => swing(input) as Answer;
const codeOf = (input: unknown): string => {
  try {
    swing(input);
    return 'no error';
  } catch (error) {
    const { code, where } = error as { code: string; where: string };
    return `${code} ${where}`;
  }
};

describe('maple swing', () => {
  test('full parameters give the base case', () => {
    expect(run({ parameters: SKILLED_PLAYER }).clubSpeedMph).toBeCloseTo(112.6524, 3);
  });
  test('a player by body, with defaults echoed; a lighter head is faster', () => {
    const plain = run({ player: { sex: 'female', age: 34, heightM: 1.7 } });
    expect(plain.assumed).toMatchObject({ massKg: 67 });
    expect(plain.assumed).not.toHaveProperty('heightM');
    const light = run({ player: { sex: 'female', age: 34, heightM: 1.7 }, club: { headMassKg: 0.19 } });
    expect(light.clubSpeedMph).toBeGreaterThan(plain.clubSpeedMph + 0.5);
  });
  test('faults cost, and each is priced with its interval', () => {
    const faults = [
      { id: 'short-turn', amount: 20 },
      { id: 'tension', amount: 0.5 },
    ];
    const with2 = run({ parameters: SKILLED_PLAYER, faults });
    expect(with2.faults.map((f) => f.id)).toEqual(['short-turn', 'tension']);
    expect(with2.clubSpeedMph + with2.togetherMph).toBeCloseTo(112.652, 1);
    for (const f of with2.faults) expect(f.intervalMph[0]).toBeLessThan(f.gainMph);
  });
  test.each([
    [{ faults: [{ id: 'slide', amount: 3 }] }, 'faults[0].id'],
    [{ faults: [{ id: 'short-turn', amount: 200 }] }, 'faults[0].amount'],
    [
      {
        faults: [
          { id: 'tension', amount: 1 },
          { id: 'tension', amount: 1 },
        ],
      },
      'faults[1].id',
    ],
    [{ player: { heightM: 17 } }, 'player.heightM'],
    [{ parameters: { ...SKILLED_PLAYER, hub: {} } }, 'parameters.hub.lateralM'],
    [{ parameters: { ...SKILLED_PLAYER, gravityInPlaneMps2: 'g' } }, 'parameters.gravityInPlaneMps2'],
  ])('bad input %#', (input, where) => {
    expect(codeOf(input)).toContain(where);
  });
  test('a player too weak to swing: cannot say', () => {
    const limp = { ...SKILLED_PLAYER, gravityInPlaneMps2: 0 };
    const off = { ...SKILLED_PLAYER.drives.hips, torqueNm: 0 };
    expect(codeOf({ parameters: { ...limp, drives: { hips: off, trunk: off, shoulder: off, wrist: off } } })).toContain(
      'no-strike',
    );
  });
});

describe('maple fit', () => {
  test('a captured swing gives drives with intervals, misfits and prices', () => {
    const file = join(import.meta.dirname, '../demo/samples/swing-short-backswing.csv');
    const answer = fit(readMotionCsv(readFileSync(file, 'utf8'))) as {
      parameters: Record<string, { interval90: [number, number] }>;
      residualShareOfPeak: Record<string, number>;
      faults: { id: string; gainMph: number }[];
    };
    expect(Object.keys(answer.parameters)).toHaveLength(10);
    for (const p of Object.values(answer.parameters)) expect(p.interval90[0]).toBeLessThanOrEqual(p.interval90[1]);
    expect(answer.residualShareOfPeak.club).toBeLessThan(0.1);
    const best = [...answer.faults].sort((a, b) => b.gainMph - a.gainMph)[0]!;
    expect(best.id).toBe('short-turn');
  });
});
