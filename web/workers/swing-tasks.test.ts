import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { measuredFinding } from '../../core/diagnosis/findings.ts';
import { must } from '../../core/errors/must.ts';
import { TYPICAL_DRIVER } from '../../core/swing/club.ts';
import { mphToMps, mpsToMph } from '../../core/units/units.ts';
import { answer } from './tasks.ts';
import { SWING_TASKS } from './swing-tasks.ts';

const player = { sex: 'male', heightM: 1.8, massKg: 82, ageYears: 40 } as const;
const text = readFileSync(join(import.meta.dirname, '../../demo/samples/swing-short-backswing.csv'), 'utf8');

describe('swing sums of the worker', () => {
  test('a drawn swing runs from the top to the strike and ends at its club head speed', () => {
    const s = SWING_TASKS.swing({ player, club: TYPICAL_DRIVER, faults: [] });
    const last = s.samples[s.samples.length - 1]!;
    expect(s.samples[0]!.beforeStrikeS).toBeCloseTo(s.downswingS, 6);
    expect(last.beforeStrikeS).toBe(0);
    expect(last.headSpeedMps).toBeCloseTo(s.clubSpeedMps, 6);
    expect(s.samples.length).toBeLessThan(220);
  });
  test('a student’s own model swings at the measured speed with the measured faults in', () => {
    const own = mphToMps(88);
    const source = { kind: 'picture' as const, id: 'p', label: '' };
    const turn = must(measuredFinding({ sign: 'chest-turn-top', value: 70, uncertainty: 2, source }));
    const list = must(
      SWING_TASKS.modelStart({
        player,
        ownSpeedMps: own,
        findings: [turn],
        chances: [['short-turn', 0.7]],
      }),
    );
    expect(list.amounts.map((a) => [a.id, a.measured])).toEqual([['short-turn', true]]);
    const swing = SWING_TASKS.swing({
      player: { ...player, strength: list.strength },
      club: TYPICAL_DRIVER,
      faults: list.amounts,
    });
    expect(mpsToMph(swing.clubSpeedMps)).toBeCloseTo(88, 1);
  });
  test('a speed that no strength of this body gives has no model', () => {
    const input = { player, ownSpeedMps: mphToMps(250), findings: [], chances: [['tension', 0.9] as const] };
    expect(SWING_TASKS.modelStart(input)).toBeNull();
  });
  test('a fit reports how far it is, and refuses in words', () => {
    const seen: number[] = [];
    const done = answer('fit', { text, fileName: 'swing.csv', player }, (n) => seen.push(n));
    expect(done).toHaveProperty('output.prices');
    expect(seen.length).toBeGreaterThan(3);
    expect([...seen].sort((a, b) => a - b)).toEqual(seen);
    const armOnly = text
      .split('\n')
      .map((l) =>
        l.startsWith('#')
          ? l
          : l
              .split(',')
              .filter((_, i) => i !== 2)
              .join(','),
      )
      .join('\n');
    expect(answer('fit', { text: armOnly, fileName: 'a.csv', player })).toMatchObject({
      error: { code: 'too-few-curves' },
    });
  });
});
