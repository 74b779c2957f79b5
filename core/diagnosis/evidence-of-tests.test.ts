import { describe, expect, test } from '@jest/globals';
import { testRatio } from '../battery/ratios.ts';
import { SETUP_FIELDS, setupNorm, speedNormMph, type Setup } from '../catalogue/norms.ts';
import { must } from '../errors/must.ts';
import { diagnose } from './diagnose.ts';
import { measuredFinding, measuredFindings } from './findings.ts';
import { measureRatios, measureSetup } from './evidence-of-tests.ts';

const source = { kind: 'block' as const, id: 'b', label: 'block' };
const around = (centre: number): number[] => [-0.01, -0.005, 0, 0.005, 0.01].map((d) => centre * (1 + d));
const evidence = (test: string, ratio: number): number => {
  const r = testRatio(test, around(92), around(92 * ratio));
  return must(measuredFinding(must(measureRatios([{ ratio: r, source }])[0]))).logOdds;
};

describe('isolation tests in the ledger', () => {
  test.each([
    ['kneeling', 0.87, 0.74],
    ['step-into-it', 1.07, 1.0],
    ['half-way-down', 0.48, 0.63],
    ['hands-apart', 0.66, 0.82],
    ['trail-arm-only', 0.5, 0.69],
    ['other-direction', 0.62, 0.82],
    ['feet-together', 0.73, 0.87],
  ])('%s speaks for its fault at %d and against it at %d', (name, faulty, sound) => {
    expect(evidence(name, faulty)).toBeGreaterThan(1);
    expect(evidence(name, sound)).toBeLessThan(0);
  });
  test('a test with too few swings says nothing', () => {
    expect(measureRatios([{ ratio: testRatio('kneeling', around(92), [70]), source }])).toEqual([]);
  });
});

describe('set-up in the ledger', () => {
  const sound: Setup = {
    club: 'driver',
    gripHold: 'fingers',
    knuckles: 2,
    aimFeetOutDeg: 1,
    aimFaceOutDeg: 0,
    ballInsideHeelMm: 20,
    stanceWidthMm: 520,
    sideTiltDeg: 9,
    handHeightMm: 760,
    elbow: 'soft',
  };
  const findings = (s: Setup, heightM: number | undefined = 1.75) => measuredFindings(measureSetup(s, heightM, source));
  test('a sound set-up speaks for no fault', () => {
    const list = findings(sound);
    expect(list.length).toBeGreaterThanOrEqual(9);
    for (const f of list) expect(f.logOdds).toBeLessThanOrEqual(0);
    expect(diagnose(list).verdict.faults).toEqual([]);
  });
  test.each<[Partial<Setup>, string]>([
    [{ gripHold: 'palm' }, 'setup-grip'],
    [{ knuckles: 4 }, 'setup-grip'],
    [{ aimFeetOutDeg: -9 }, 'setup-aim'],
    [{ handHeightMm: 600 }, 'setup-hands'],
    [{ elbow: 'locked' }, 'tension'],
    [{ sideTiltDeg: -2 }, 'setup-driver'],
    [{ ballInsideHeelMm: 160 }, 'setup-driver'],
    [{ stanceWidthMm: 260 }, 'setup-driver'],
  ])('%j speaks for %s', (change, fault) => {
    const speaking = findings({ ...sound, ...change }).filter((f) => f.logOdds > 0.3);
    expect(new Set(speaking.map((f) => f.fault))).toEqual(new Set([fault]));
  });
  test('with an iron the driver’s set-up is not asked for; without a height nothing is said of heights', () => {
    expect(findings({ ...sound, club: '7-iron', sideTiltDeg: 0 }).some((f) => f.fault === 'setup-driver')).toBe(false);
    expect(measureSetup(sound, undefined, source).map((m) => m.sign)).not.toContain('hand-height');
  });
});

describe('norms', () => {
  test('every set-up figure has a window inside its range, with its source', () => {
    for (const f of SETUP_FIELDS)
      for (const club of ['driver', '7-iron']) {
        const norm = must(setupNorm(f.key, club, 1.7));
        expect(norm.source).not.toBe('');
        expect(norm.low).toBeGreaterThanOrEqual(f.range[0]);
        expect(norm.high).toBeLessThanOrEqual(f.range[1]);
      }
  });
  test('speed norms rise with level, fall with age, and span both sexes where it is not known', () => {
    const mid = (sex: 'female' | 'male' | undefined, ageYears: number, level: 'club' | 'elite') => {
      const n = must(speedNormMph('driver', { sex, ageYears, level }));
      return (n.low + n.high) / 2;
    };
    expect(mid('male', 30, 'elite')).toBeGreaterThan(mid('male', 30, 'club'));
    expect(mid('male', 66, 'club')).toBeLessThan(mid('male', 30, 'club'));
    expect(mid('female', 12, 'club')).toBeLessThan(mid('female', 30, 'club'));
    const both = must(speedNormMph('driver', { ageYears: 30, level: 'club' }));
    expect(both.low).toBeLessThan(mid('female', 30, 'club'));
    expect(both.high).toBeGreaterThan(mid('male', 30, 'club'));
    expect(speedNormMph('putter', { ageYears: 30, level: 'club' })).toBeUndefined();
  });
});
