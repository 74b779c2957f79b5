import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { recordSwing } from '../../stand-ins/motion-rig/motion-rig.ts';
import { measuredFindings } from '../diagnosis/findings.ts';
import { measureMotion } from '../diagnosis/evidence-of-motion.ts';
import { InputError } from '../errors/input-error.ts';
import { readMotionCsv } from '../formats/motion-csv.ts';
import { seededRandom } from '../numeric/random.ts';
import { median } from '../numeric/statistics.ts';
import { SKILLED_PLAYER } from '../swing/parameters.ts';
import { radToDeg } from '../units/units.ts';
import type { MotionCapture, Segment } from './motion.ts';
import { sequenceSentence } from './sequence-sentence.ts';
import { analyseSequence } from './sequence.ts';

const FOLDER = join(import.meta.dirname, 'fixtures/motion');
interface Truth {
  strikeS: number;
  sampleHz: number;
  segments: Record<string, { peakDps: number; peakBeforeStrikeMs: number; atStrikeDps: number }>;
  leadArmLevelBeforeStrikeMs: number;
  deliveryBeforeStrikeMs: number;
  wristAngleAtLeadArmLevelDeg: number;
  wristAngleAtStrikeDeg: number;
}
const truths = JSON.parse(readFileSync(join(FOLDER, 'truth.json'), 'utf8')) as Record<string, Truth>;
const capture = (name: string): MotionCapture => readMotionCsv(readFileSync(join(FOLDER, `${name}.csv`), 'utf8'), name);
const FILE_NAME: Record<Segment, string> = { hips: 'hips', chest: 'chest', leadArm: 'lead_arm', club: 'club' };
const segments = Object.keys(FILE_NAME) as Segment[];

const peakErrorsMs = (name: string): number[] => {
  const s = analyseSequence(capture(name));
  return segments.map((g) =>
    Math.abs(1000 * (s.segments[g]?.peakBeforeStrikeS ?? 9) - truths[name]!.segments[FILE_NAME[g]]!.peakBeforeStrikeMs),
  );
};

describe('sequence against the reference captures', () => {
  test('there are twelve of them', () =>
    expect(readdirSync(FOLDER).filter((f) => f.endsWith('.csv'))).toHaveLength(12));

  test.each([
    ['240 Hz and above', (hz: number) => hz >= 240, 5, 10],
    ['100 Hz', (hz: number) => hz < 240, 10, 20],
  ] as const)('peak times at %s', (_, chosen, middle, worst) => {
    const errors = Object.keys(truths)
      .filter((n) => chosen(truths[n]!.sampleHz))
      .flatMap(peakErrorsMs);
    expect(median(errors)).toBeLessThanOrEqual(middle);
    expect(Math.max(...errors)).toBeLessThanOrEqual(worst);
  });

  test.each(Object.keys(truths))('%s: strike, passages, peaks and release', (name) => {
    const truth = truths[name]!;
    const s = analyseSequence(capture(name));
    const sampleMs = 1000 / truth.sampleHz;
    expect(s.strike.from).toBe('speed-drop');
    expect(Math.abs(1000 * (s.strike.timeS - truth.strikeS))).toBeLessThan(sampleMs / 2 + 0.1);
    expect(Math.abs(1000 * (s.leadArmLevelBeforeStrikeS ?? 9) - truth.leadArmLevelBeforeStrikeMs)).toBeLessThan(
      sampleMs + 1,
    );
    expect(Math.abs(1000 * (s.deliveryBeforeStrikeS ?? 9) - truth.deliveryBeforeStrikeMs)).toBeLessThan(sampleMs + 1);
    for (const g of segments) {
      const peak = radToDeg(s.segments[g]?.peakRadPerS ?? 0);
      expect(Math.abs(peak / truth.segments[FILE_NAME[g]]!.peakDps - 1)).toBeLessThan(
        truth.sampleHz < 240 ? 0.1 : 0.04,
      );
    }
    if (s.release) {
      expect(
        Math.abs(radToDeg(s.release.wristAtLeadArmLevelRad ?? 0) - truth.wristAngleAtLeadArmLevelDeg),
      ).toBeLessThan(1.5);
      expect(Math.abs(radToDeg(s.release.wristAtStrikeRad) - truth.wristAngleAtStrikeDeg)).toBeLessThan(7);
    }
  });

  test.each(['00-even-240hz', '08-even-100hz'])('%s: a sound swing shows no fault’s measured sign', (name) => {
    const c = capture(name);
    const found = measuredFindings(measureMotion(c, analyseSequence(c), { kind: 'motion', id: name, label: name }));
    expect(found.length).toBeGreaterThan(4);
    expect(found.filter((f) => f.logOdds > 0)).toEqual([]);
  });

  test.each([
    ['01-cast-500hz', 'early-release'],
    ['09-cast-240hz', 'early-release'],
    ['02-arms-first-100hz', 'arms-first'],
    ['10-arms-first-500hz', 'arms-first'],
    ['03-together-240hz', 'no-separation'],
    ['04-stall-500hz', 'body-stall'],
  ])('%s shows a sign of %s', (name, fault) => {
    const c = capture(name);
    const found = measuredFindings(measureMotion(c, analyseSequence(c), { kind: 'motion', id: name, label: name }));
    const strongest = [...found].sort((a, b) => b.logOdds - a.logOdds)[0]!;
    expect(strongest.fault).toBe(fault);
    expect(strongest.logOdds).toBeGreaterThan(1);
  });
});

describe('sequence on simulated swings of any rate', () => {
  test.each([100, 240, 500, 1000])('%i Hz, with and without a ball, with and without angles', (rateHz) => {
    const random = seededRandom(rateHz);
    const errors: number[] = [];
    for (let i = 0; i < 8; i++) {
      const { capture: c, truth } = recordSwing(SKILLED_PLAYER, {
        rateHz,
        noiseShare: 0.01,
        backswingS: 0.75 + 0.3 * random.uniform(),
        ball: i % 2 === 0,
        withAngles: i % 4 < 2,
        handedness: 'right',
        random,
      });
      const s = analyseSequence(c);
      expect(s.order).toEqual(['hips', 'chest', 'leadArm', 'club']);
      expect(Math.abs(s.strike.timeS - truth.strikeS)).toBeLessThan(0.008);
      for (const g of segments)
        errors.push(Math.abs(1000 * ((s.segments[g]?.peakBeforeStrikeS ?? 9) - truth.peakBeforeStrikeS[g])));
    }
    expect(median(errors)).toBeLessThan(rateHz < 240 ? 6 : 4);
    expect(Math.max(...errors)).toBeLessThan(rateHz < 240 ? 20 : 10);
  });

  test('a strike marker in the notes wins; one outside the swing is refused with a word', () => {
    const c = capture('01-cast-500hz');
    expect(analyseSequence({ ...c, notes: { ...c.notes, strike_s: '1.52' } }).strike).toMatchObject({
      from: 'marker',
      timeS: 1.52,
    });
    const off = analyseSequence({ ...c, notes: { ...c.notes, strike_s: '99' } });
    expect(off.strike.from).toBe('speed-drop');
    expect(off.warnings.join()).toContain('strike_s');
  });

  test('without a chest curve the rest is still said, and the lack is named', () => {
    const c = capture('01-cast-500hz');
    const s = analyseSequence({ ...c, ratesRadPerS: { ...c.ratesRadPerS, chest: undefined }, anglesRad: {} });
    expect(s.segments.chest).toBeUndefined();
    expect(s.segments.hips).toBeDefined();
    expect(s.separation).toBeUndefined();
    expect(s.warnings.join()).toContain('chest');
  });
});

describe('captures that are refused', () => {
  const good = capture('01-cast-500hz');
  const rates = (change: (v: number, i: number) => number): MotionCapture => ({
    ...good,
    anglesRad: {},
    wristRad: undefined,
    ratesRadPerS: Object.fromEntries(segments.map((g) => [g, (good.ratesRadPerS[g] ?? []).map(change)])),
  });
  const cut = (from: number, to: number): MotionCapture => ({
    ...good,
    anglesRad: {},
    wristRad: undefined,
    timeS: good.timeS.slice(from, to),
    ratesRadPerS: Object.fromEntries(segments.map((g) => [g, good.ratesRadPerS[g]?.slice(from, to)])),
  });
  const code = (c: MotionCapture): string => {
    try {
      analyseSequence(c);
      return 'accepted';
    } catch (error) {
      expect(error).toBeInstanceOf(InputError);
      expect((error as InputError).message.length).toBeGreaterThan(30);
      return (error as InputError).code;
    }
  };
  const twice: MotionCapture = {
    ...good,
    anglesRad: {},
    wristRad: undefined,
    timeS: [...good.timeS, ...good.timeS.map((t) => t + 2.1)],
    ratesRadPerS: Object.fromEntries(
      segments.map((g) => [g, [...(good.ratesRadPerS[g] ?? []), ...(good.ratesRadPerS[g] ?? [])]]),
    ),
  };
  const backward = good.timeS.map((t, i) => (i === 400 ? t - 0.1 : t));
  const gap = good.timeS.map((t, i) => (i > 400 ? t + 0.2 : t));
  const slow: MotionCapture = { ...cut(0, 1000), timeS: good.timeS.slice(0, 1000).map((t) => t * 50) };

  test.each([
    ['curves of zeros', rates(() => 0), 'no-swing'],
    ['radians under a degree header', rates((v) => v / 57.3), 'unit-doubt'],
    ['two swings', twice, 'two-swings'],
    ['a start after the top', cut(680, 1000), 'no-top'],
    ['time running backward', { ...good, timeS: backward }, 'time-order'],
    ['a gap in time', { ...good, timeS: gap }, 'time-order'],
    ['10 Hz', slow, 'too-slow'],
    ['a handful of rows', cut(0, 10), 'no-swing'],
    ['a club faster than any', rates((v) => v * 3), 'out-of-range'],
  ] as const)('%s', (_, c, expected) => expect(code(c as MotionCapture)).toBe(expected));
});

test('a file from after the top still says peaks, order and release; what needs the top is left out and said', () => {
  const whole = capture('01-cast-500hz');
  const from = whole.timeS.findIndex((t) => t >= 1.32);
  const part = <T>(list: readonly T[]): T[] => list.slice(from);
  const cut: MotionCapture = {
    ...whole,
    timeS: part(whole.timeS),
    ratesRadPerS: Object.fromEntries(Object.entries(whole.ratesRadPerS).map(([k, v]) => [k, part(v)])),
    anglesRad: Object.fromEntries(Object.entries(whole.anglesRad).map(([k, v]) => [k, part(v)])),
    wristRad: whole.wristRad && part(whole.wristRad),
  };
  const [a, b] = [analyseSequence(whole), analyseSequence(cut)];
  expect(b.order).toEqual(a.order);
  for (const s of b.order)
    expect(b.segments[s]?.peakBeforeStrikeS).toBeCloseTo(a.segments[s]?.peakBeforeStrikeS ?? NaN, 2);
  expect(b.release?.wristAtLeadArmLevelRad).toBeCloseTo(a.release?.wristAtLeadArmLevelRad ?? NaN, 1);
  expect(b).toMatchObject({ topBeforeStrikeS: undefined, tempoRatio: undefined, separation: undefined });
  expect(b.warnings.join(' ')).toMatch(/starts at 1\.32\d s, after the top/);
});

test('the sentence names who starts first, by how much, and the order', () => {
  const facts = {
    order: ['hips', 'chest', 'leadArm', 'club'] as const,
    together: [['hips', 'chest']] as const,
    segments: {
      hips: { reversalBeforeStrikeMs: 250, reversalUncertaintyMs: 8 },
      chest: { reversalBeforeStrikeMs: 240, reversalUncertaintyMs: 8 },
      leadArm: { reversalBeforeStrikeMs: 290, reversalUncertaintyMs: 6 },
    },
  };
  expect(sequenceSentence(facts)).toBe(
    'The lead arm starts down 40 ms (± 10) before the hips. Peaks: hips with chest, then lead arm, then club.',
  );
  const level = {
    ...facts,
    segments: { hips: facts.segments.hips, chest: { reversalBeforeStrikeMs: 248, reversalUncertaintyMs: 8 } },
  };
  expect(sequenceSentence(level)).toContain('Hips and chest start down together.');
});
