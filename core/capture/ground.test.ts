import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { must } from '../errors/must.ts';
import { measuredFindings } from '../diagnosis/findings.ts';
import { measureGround } from '../diagnosis/evidence-of-ground.ts';
import { readGroundCsv, writeGroundCsv } from '../formats/ground-csv.ts';
import { analyseGround, type Ground } from './ground-analysis.ts';
import type { PlateCapture } from './ground.ts';

const FOLDER = join(import.meta.dirname, 'fixtures/ground');
const textOf = (name: string): string => readFileSync(join(FOLDER, `${name}.csv`), 'utf8');
const capture = (name: string): PlateCapture => readGroundCsv(textOf(name), name) as PlateCapture;
interface Truth {
  bodyWeightN: number;
  leadSharePct: Record<'setUp' | 'top' | 'strike', number>;
  peakVerticalBw: number;
  peakVerticalBeforeStrikeMs: number;
  peakLeadVerticalBw: number;
  peakLeadVerticalBeforeStrikeMs: number;
  peakTowardTargetBw: number;
  peakTowardTargetBeforeStrikeMs: number;
  peakTorqueNm: number;
  peakTorqueBeforeStrikeMs: number;
  offGroundBeforeStrikeMs: number | null;
}
const truths = JSON.parse(readFileSync(join(FOLDER, 'truth.json'), 'utf8')) as Record<string, Truth>;

describe('ground against the simulated swings whose truth is known', () => {
  test.each(Object.keys(truths))('%s', (name) => {
    const truth = truths[name]!;
    const g = analyseGround(capture(name));
    expect(Math.abs(must(g.bodyWeightN) / truth.bodyWeightN - 1)).toBeLessThan(0.005);
    for (const at of ['setUp', 'top', 'strike'] as const)
      expect(Math.abs(100 * must(g.leadShare[at]) - truth.leadSharePct[at])).toBeLessThan(1.5);
    for (const [peak, value, timeMs, within] of [
      [must(g.peakVerticalBw), truth.peakVerticalBw, truth.peakVerticalBeforeStrikeMs, 0.02],
      [must(g.peakLeadVerticalBw), truth.peakLeadVerticalBw, truth.peakLeadVerticalBeforeStrikeMs, 0.02],
      [must(g.peakTowardTargetBw), truth.peakTowardTargetBw, truth.peakTowardTargetBeforeStrikeMs, 0.02],
      [must(g.peakTorqueNm), truth.peakTorqueNm, truth.peakTorqueBeforeStrikeMs, 1],
    ] as const) {
      expect(Math.abs(peak.value - value)).toBeLessThan(within);
      expect(Math.abs(1000 * peak.beforeStrikeS - timeMs)).toBeLessThan(10);
    }
    if (truth.offGroundBeforeStrikeMs === null) expect(g.offGroundBeforeStrikeS).toBeNull();
    else expect(Math.abs(1000 * must(g.offGroundBeforeStrikeS) - truth.offGroundBeforeStrikeMs)).toBeLessThan(3);
  });
  test('a sound swing shows no fault; hanging back and a weak push show theirs', () => {
    const faultsIn = (name: string): string[] =>
      measuredFindings(measureGround(analyseGround(capture(name)), 'driver', { kind: 'motion', id: 'g', label: 'g' }))
        .filter((f) => f.logOdds > 0.5)
        .map((f) => f.fault);
    expect(faultsIn('00-even-1000hz')).toEqual([]);
    expect(faultsIn('01-hang-500hz')).toContain('hang-back');
    expect(faultsIn('02-reverse-250hz')).toContain('reverse-load');
    expect(faultsIn('04-weak-500hz')).toContain('no-leg-extension');
  });
});

describe('what must hold', () => {
  const base = capture('01-hang-500hz');
  const scaled = (k: number): PlateCapture => {
    const plate = (p: PlateCapture['lead']): PlateCapture['lead'] => ({
      ...p,
      fxN: p.fxN.map((v) => k * v),
      fyN: p.fyN.map((v) => k * v),
      fzN: p.fzN.map((v) => k * v),
      tzNm: p.tzNm.map((v) => k * v),
    });
    return { ...base, lead: plate(base.lead), trail: plate(base.trail), notes: { ...base.notes, mass_kg: '' } };
  };
  test('twice the mass: the same shares and body weights, twice the torque', () => {
    const [one, two] = [analyseGround(scaled(1)), analyseGround(scaled(2))];
    expect(two.leadShare.strike).toBeCloseTo(must(one.leadShare.strike), 9);
    expect(must(two.peakVerticalBw).value).toBeCloseTo(must(one.peakVerticalBw).value, 9);
    expect(must(two.peakTorqueNm).value).toBeCloseTo(2 * must(one.peakTorqueNm).value, 6);
  });
  test('plates moved together over the floor change nothing', () => {
    const plate = (p: PlateCapture['lead']): PlateCapture['lead'] => ({
      ...p,
      copXM: p.copXM.map((v) => v + 1.3),
      copYM: p.copYM.map((v) => v - 0.7),
    });
    const moved = analyseGround({ ...base, lead: plate(base.lead), trail: plate(base.trail) });
    expect(must(moved.peakTorqueNm).value).toBeCloseTo(must(analyseGround(base).peakTorqueNm).value, 6);
  });
  test('written and read again, the answer is the same', () => {
    const again = analyseGround(readGroundCsv(writeGroundCsv(base)));
    expect(must(again.peakVerticalBw).value).toBeCloseTo(must(analyseGround(base).peakVerticalBw).value, 4);
  });
  test('the trail foot’s own frame says outside and forward', () => {
    const foot = { heelXM: -0.22, heelYM: -0.1, lengthM: 0.27, widthM: 0.1, turnRad: 0 };
    const at = (dx: number, dy: number): Ground =>
      analyseGround({
        ...base,
        trailFoot: foot,
        trail: {
          ...base.trail,
          copXM: base.trail.copXM.map(() => foot.heelXM + dx),
          copYM: base.trail.copYM.map(() => foot.heelYM + dy),
        },
      });
    expect(at(0.02, 0.1).flags).not.toContain('loads-outside');
    expect(at(-0.04, 0.1).flags).toContain('loads-outside');
    expect(at(0, 0.24).flags).toContain('loads-outside');
    expect(must(at(0, 0.135).trailAtTop).heelToToe).toBeCloseTo(0.5, 6);
  });
  test('a mat gives shares and nothing that it cannot know', () => {
    const rows = base.timeS.map((t, i) => {
      const share = (100 * base.lead.fzN[i]!) / (base.lead.fzN[i]! + base.trail.fzN[i]!);
      return `${t.toFixed(4)},${share.toFixed(2)},50,50`;
    });
    const text = `# strike_s: ${base.notes.strike_s}\ntime_s,lead_share_pct,cop_x_pct,cop_y_pct\n${rows.join('\n')}`;
    const g = analyseGround(readGroundCsv(text));
    expect(100 * must(g.leadShare.strike)).toBeCloseTo(52, 0);
    expect(g.leadShare).not.toHaveProperty('top');
    expect(g.peakVerticalBw).toBeNull();
  });
});

describe('bad input', () => {
  const text = textOf('01-hang-500hz');
  const code = (work: () => unknown): string => {
    try {
      work();
      return 'none';
    } catch (error) {
      return (error as { code: string }).code;
    }
  };
  const swap = (t: string): string =>
    t
      .replace(/lead_/g, 'X_')
      .replace(/trail_/g, 'lead_')
      .replace(/X_/g, 'trail_');
  test.each([
    ['plates swapped', swap(text), 'plates-swapped'],
    ['no strike', text.replace(/# strike_s.*\n/, ''), 'no-strike'],
    ['a strike after the end', text.replace(/strike_s: [\d.]+/, 'strike_s: 99'), 'out-of-range'],
    ['another mass', text.replace(/mass_kg: [\d.]+/, 'mass_kg: 50'), 'not-zeroed'],
    ['time runs backward', text.replace('\n0.00400,', '\n0.00100,'), 'time-order'],
    ['a missing column', text.replace('trail_tz_nm', 'trail_tz'), 'wrong-header'],
    ['a word', text.replace('\n0.00400,384.6494', '\n0.00400,heavy'), 'not-a-number'],
    ['empty', '', 'empty-file'],
    ['a foot of three numbers', `# trail_foot: 1 2 3\n${text}`, 'not-a-number'],
  ])('%s', (_, input, expected) => {
    expect(code(() => analyseGround(readGroundCsv(input)))).toBe(expected);
  });
  test('plates that were not zeroed', () => {
    const base = capture('03-jump-1000hz');
    const off = { ...base.lead, fzN: base.lead.fzN.map((v) => v - 90) };
    expect(code(() => analyseGround({ ...base, lead: off, notes: { ...base.notes, mass_kg: '' } }))).toBe('not-zeroed');
  });
});
