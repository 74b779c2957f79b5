import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { believedSigns } from '../beliefs/beliefs.ts';
import { faultById } from '../catalogue/faults.ts';
import { measuredFindings } from '../diagnosis/findings.ts';
import { measurePictureSigns } from '../diagnosis/evidence-of-picture.ts';
import { must } from '../errors/must.ts';
import { footOrder, gapSentence } from './foot-order.ts';
import { NO_MARKS, type Moment, type MomentMark, type PictureMarks } from './marks.ts';
import { measurePicture } from './picture-measures.ts';

const FPS = 120;
const times = (n = 240, slow = 1): number[] => Array.from({ length: n }, (_, i) => (i * slow) / FPS);
const STRIKE = 150;
const eye = (ms: number, slow = 1): MomentMark => ({
  timeS: slow * (STRIKE / FPS + ms / 1000),
  sdS: (slow * 1) / FPS / Math.sqrt(12),
  by: 'eye',
});
const ear = (ms: number): MomentMark => ({ ...eye(ms), sdS: 0.005, by: 'ear' });
const marked = (moments: Partial<Record<Moment, MomentMark>>, more: Partial<PictureMarks> = {}): PictureMarks => ({
  ...NO_MARKS,
  checkpoints: { strike: { frame: STRIKE, source: 'picked' } },
  moments,
  ...more,
});
const order = (marks: PictureMarks, slow = 1) => footOrder({ marks, frameTimesS: times(240, slow) });

describe('order of legs and release on a film', () => {
  test('each moment against the strike, in order of time', () => {
    const { moments } = order(
      marked({ 'swish peak': ear(15), 'lead heel down': eye(-200), 'release starts': eye(-100) }),
    );
    expect(moments.map((m) => m.moment)).toEqual(['lead heel down', 'release starts', 'swish peak']);
    expect(moments.map((m) => must(m.afterStrikeMs).value)).toEqual([
      expect.closeTo(-200, 6),
      expect.closeTo(-100, 6),
      expect.closeTo(15, 6),
    ]);
    moments.forEach((m) => expect(must(m.afterStrikeMs).sd).toBeGreaterThan(1000 / FPS / Math.sqrt(12)));
  });
  test('without the strike moments have no time of it, but still an order', () => {
    const { moments, gaps } = order(
      marked({ 'lead leg straightens': eye(-150), 'release starts': eye(-100) }, { checkpoints: {} }),
    );
    expect(moments.map((m) => m.afterStrikeMs)).toEqual([null, null]);
    expect(gaps[0]?.laterMs.value).toBeCloseTo(-50, 6);
  });
  test('a push after the release is said so, one before it too, one within the error has no order', () => {
    const say = (push: number): string => {
      const [gap] = order(marked({ 'lead leg straightens': eye(push), 'release starts': eye(-100) })).gaps;
      return gapSentence(must(gap));
    };
    expect(say(-20)).toBe('The lead leg starts to straighten 80 ms (± 28) after the release starts.');
    expect(say(-160)).toBe('The lead leg starts to straighten 60 ms (± 28) before the release starts.');
    expect(say(-90)).toContain('too near each other to tell the order');
  });
  test('a slowed film gives the same times of life', () => {
    const moments = (slow: number) => ({
      'foot leaves': eye(40, slow),
      'swish peak': { ...eye(0, slow), by: 'ear' as const },
    });
    const [plain] = order(marked(moments(1))).gaps;
    const [slow] = order(marked(moments(8), { slowFactor: 8 }), 8).gaps;
    expect(must(slow).laterMs.value).toBeCloseTo(must(plain).laterMs.value, 6);
    expect(must(slow).laterMs.sd).toBeCloseTo(must(plain).laterMs.sd, 6);
  });
  test('gaps hang on the two moments alone: moving the film’s start or the strike changes none', () => {
    fc.assert(
      fc.property(fc.integer({ min: -250, max: 250 }), fc.integer({ min: 40, max: 200 }), (push, strike) => {
        const moments = { 'lead leg straightens': eye(push), 'release starts': eye(-100) };
        const [a] = order(marked(moments)).gaps;
        const [b] = order(marked(moments, { checkpoints: { strike: { frame: strike, source: 'proposed' } } })).gaps;
        expect(must(b).laterMs).toEqual(must(a).laterMs);
        expect(gapSentence(must(a)).includes(' after the release')).toBe(push + 100 > 1.645 * must(a).laterMs.sd);
      }),
    );
  });
});

describe('as evidence for legs push after the release', () => {
  const findings = (moments: Partial<Record<Moment, MomentMark>>) =>
    measuredFindings(
      measurePictureSigns(
        measurePicture({
          view: 'face-on',
          handedness: 'right',
          widthPx: 640,
          heightPx: 640,
          frameTimesS: times(),
          marks: marked(moments),
        }),
        { id: 'v', label: 'face-on video', view: 'face-on' },
      ),
    ).filter((f) => f.fault === 'legs-late');
  test('a late push speaks for it, an early one against', () => {
    const late = findings({ 'lead leg straightens': eye(-30), 'release starts': eye(-100), 'swish peak': ear(5) });
    expect(late.map((f) => f.sign)).toHaveLength(2);
    late.forEach((f) => expect(f.logOdds).toBeGreaterThan(0.3));
    findings({ 'lead leg straightens': eye(-160), 'release starts': eye(-100) }).forEach((f) =>
      expect(f.logOdds).toBeLessThan(-0.3),
    );
  });
  test('a foot that leaves with the swish says next to nothing, well after it speaks for', () => {
    expect(Math.abs(findings({ 'foot leaves': eye(15), 'swish peak': ear(5) })[0]?.logOdds ?? 0)).toBeLessThan(0.6);
    expect(must(findings({ 'foot leaves': eye(90), 'swish peak': ear(5) })[0]).logOdds).toBeGreaterThan(1);
  });
  test('all signs of it lean on one timing', () => {
    const own = believedSigns().filter((s) => s.fault === 'legs-late');
    expect(own.length).toBeGreaterThan(2);
    expect(new Set(own.map((s) => s.group)).size).toBe(1);
    expect(faultById('legs-late')).toBeDefined();
  });
});
