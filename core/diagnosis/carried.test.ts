import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { faultById } from '../catalogue/faults.ts';
import { trialsFor, type ThreadSet } from '../plan/thread.ts';
import { carriedMeasurements, LEAST_WEIGHT, newestOfEach } from './carried.ts';
import { diagnose } from './diagnose.ts';
import { FAILED_TRIAL_LOG_ODDS, trialFindings } from './failed-trials.ts';
import { seenFinding, type Finding, type Measurement } from './findings.ts';

const source: Measurement['source'] = { kind: 'block', id: 'b', label: 'block' };
const at = (sign: string, ageDays: number, value = 1): Measurement & { ageDays: number } => ({
  sign,
  value,
  uncertainty: 0.5,
  source,
  ageDays,
});

describe('evidence carried over', () => {
  test('the newest reading of each sign, none that was read anew, none that hardly counts', () => {
    const kept = carriedMeasurements(
      [at('club-path', 7, 4), at('club-path', 14, 9), at('driver-attack', 7), at('strike-spread', 120)],
      new Set(['driver-attack']),
    );
    expect(kept.map((m) => [m.sign, m.value])).toEqual([['club-path', 4]]);
  });
  test('a longer half-life keeps an older reading', () => {
    expect(carriedMeasurements([at('strike-spread', 120)], new Set(), { shots: 60 })).toHaveLength(1);
    expect(2 ** (-120 / 21)).toBeLessThan(LEAST_WEIGHT);
  });
  test('of any list one age is left for each sign, and it is the least', () => {
    const list = fc.array(fc.record({ sign: fc.constantFrom('a', 'b', 'c'), ageDays: fc.nat(400) }), { maxLength: 20 });
    fc.assert(
      fc.property(list, (all) => {
        const kept = newestOfEach(all, new Set());
        for (const k of kept)
          expect(k.ageDays).toBe(Math.min(...all.filter((x) => x.sign === k.sign).map((x) => x.ageDays)));
        expect(new Set(kept.map((k) => k.sign))).toEqual(new Set(all.map((x) => x.sign)));
      }),
    );
  });
  test('a finding practised since counts half of what its age leaves', () => {
    const seen = (practisedSince?: boolean): Finding => ({
      ...seenFinding('sway-hip', 'clear', '', 30),
      practisedSince,
    });
    const weight = (f: Finding): number => diagnose([f]).weighed[0]!.weight;
    expect(weight(seen())).toBeCloseTo(0.5, 9);
    expect(weight(seen(true))).toBeCloseTo(0.25, 9);
  });
});

const DAY_MS = 86_400_000;
const setOn = (day: number, change: Partial<ThreadSet> = {}): ThreadSet => ({
  drillId: 'throw-bend-extend',
  target: 'early-release',
  rung: 'half/part/short-iron/none/on/garden',
  doneAt: new Date(Date.UTC(2026, 0, 1) + day * DAY_MS),
  day: new Date(Date.UTC(2026, 0, 1) + day * DAY_MS).toISOString().slice(0, 10),
  passed: 3,
  reset: 5,
  witnessed: false,
  pain: false,
  ...change,
});

describe('failed trials', () => {
  const days = (n: number, change: Partial<ThreadSet> = {}): ThreadSet[] =>
    Array.from({ length: n }, (_, d) => setOn(d, change));
  const said = (sets: ThreadSet[], level: 'club' | 'elite' = 'club') =>
    trialFindings('early-release', trialsFor('early-release', sets), level);

  test('full length without meeting the mark counts −0.5 each; shorter, or met once, nothing', () => {
    expect(said(days(6)).map((f) => f.logOdds)).toEqual([FAILED_TRIAL_LOG_ODDS]);
    expect(said(days(5))).toEqual([]);
    expect(said(days(5), 'elite')).toHaveLength(1);
    expect(said([...days(6), setOn(7, { passed: 8, reset: 0 })])).toEqual([]);
    expect(said([...days(6), ...days(6, { drillId: 'long-through' })])).toHaveLength(2);
    expect(said(days(6, { target: 'sway' }))).toEqual([]);
  });
  test('they lower the chance that the target is there, and count for nothing else looked at', () => {
    const base = [seenFinding(faultById('early-release')!.seen[0]!.id, 'clear')];
    const chance = (findings: Finding[]): number =>
      diagnose(findings).faults.find((f) => f.id === 'early-release')!.presentChance;
    const one = said(days(6));
    const two = said([...days(6), ...days(6, { drillId: 'long-through' })]);
    expect(chance([...base, ...one])).toBeLessThan(chance(base));
    expect(chance([...base, ...two])).toBeLessThan(chance([...base, ...one]));
    expect(diagnose([...base, ...one]).missing).toEqual(diagnose(base).missing);
  });
});
