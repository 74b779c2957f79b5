import { tuple } from '../numeric/tuple.ts';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { analyseSequence } from '../capture/sequence.ts';
import { FAULTS } from '../catalogue/faults.ts';
import { signById } from '../catalogue/signs/signs.ts';
import { readMotionCsv } from '../formats/motion-csv.ts';
import { seededRandom } from '../numeric/random.ts';
import { degToRad } from '../units/units.ts';
import { diagnose } from './diagnose.ts';
import { must } from '../errors/must.ts';
import { modelOf } from './causal-model.ts';
import { measuredFinding, measuredFindings, seenFinding, type Finding } from './findings.ts';
import { measureMotion } from './evidence-of-motion.ts';
import { measureScreen, measureShots } from './evidence-of-lesson.ts';
import { paysMost } from './pays-most.ts';

const motion = (name: string): Finding[] => {
  const c = readMotionCsv(readFileSync(join(import.meta.dirname, '../capture/fixtures/motion', `${name}.csv`), 'utf8'));
  return measuredFindings(measureMotion(c, analyseSequence(c), { kind: 'motion', id: name, label: name }));
};

describe('diagnosis', () => {
  const of = (list: readonly Finding[], id: string) => must(diagnose(list).faults.find((f) => f.id === id));
  test('with nothing found nothing is likely, and what is missing is said', () => {
    const d = diagnose([]);
    expect(d.verdict).toMatchObject({ kind: 'cannot-say', faults: [] });
    expect(d.verdict.sentence).toContain('Nothing found yet');
    expect(d.missing).toHaveLength(4);
    for (const f of d.faults) expect(f.touched).toBe(false);
  });
  test('without evidence no fault passes 25 % at any level, and better players have fewer', () => {
    const expected = (['beginner', 'club', 'single-figure', 'elite'] as const).map((level) => {
      const { faults } = diagnose([], { level });
      expect(Math.max(...faults.map((f) => f.presentChance))).toBeLessThanOrEqual(0.25);
      return faults.reduce((sum, f) => sum + f.presentChance, 0);
    });
    expect([...expected].sort((a, b) => b - a)).toEqual(expected);
  });
  test('another motion file changes the ranking by itself, a sound one names nothing', () => {
    expect(diagnose(motion('01-cast-500hz')).faults[0]!.id).toBe('early-release');
    expect(diagnose(motion('02-arms-first-100hz')).faults[0]!.id).toBe('arms-first');
    expect(diagnose(motion('04-stall-500hz')).faults[0]!.id).toBe('body-stall');
    expect(diagnose(motion('00-even-240hz')).verdict.faults).toEqual([]);
    expect(diagnose(motion('08-even-100hz')).verdict.faults).toEqual([]);
  });
  test('sound swings show no sign of any fault', () => {
    for (const name of ['00-even-240hz', '08-even-100hz'])
      for (const f of motion(name)) expect([name, f.sign, f.logOdds > 0.5]).toEqual([name, f.sign, false]);
  });
  test('another block changes it as well', () => {
    const base = motion('00-even-240hz');
    const cut = [-7, -6.5, -7.5, -6].map((p) => ({
      clubSpeedMps: 40,
      pathOutRad: degToRad(p),
      faceOutRad: degToRad(p + 1),
    }));
    const blocks = measuredFindings(
      measureShots({ id: 'b', label: 'block 1', club: 'driver', withBall: true, condition: 'normal', shots: cut }),
    );
    const before = of(base, 'over-the-top').presentChance;
    expect(of([...base, ...blocks], 'over-the-top').presentChance).toBeGreaterThan(before + 0.25);
  });
  test('a likely cause is named before its likely consequence, with both chances and its reasons', () => {
    const findings = [
      ...motion('10-arms-first-500hz'),
      seenFinding('arms-shoulders-open', 'clear', ''),
      seenFinding('ott-shaft-steep', 'clear', ''),
      seenFinding('effort-off-balance', 'absent', ''),
      seenFinding('arm-hands-deep', 'absent', ''),
      seenFinding('trail-foot-rolls', 'absent', ''),
    ];
    const d = diagnose(findings);
    expect(d.verdict).toMatchObject({ kind: 'cause', faults: ['arms-first'] });
    expect(d.verdict.sentence).toContain('Over the top');
    const own = of(findings, 'arms-first');
    expect(own.causeChance).toBeLessThan(own.presentChance);
    expect(d.verdict.sentence).toContain(`cause ${Math.round(100 * own.causeChance)} %, there`);
    expect(own.reasons.map((r) => r.findingId)).toContain('seen:arms-shoulders-open');
    expect(own.reasons.some((r) => r.logOdds > 0)).toBe(true);
  });
  test('a body limit is never named; it is said as the ground under a named cause', () => {
    const d = diagnose([
      ...measuredFindings(
        measureScreen(
          { trunkTurnLeadRad: degToRad(30), trunkTurnTrailRad: degToRad(28) },
          { kind: 'screen', id: 's', label: '' },
        ),
      ),
      seenFinding('turn-knee', 'clear', ''),
      seenFinding('turn-heel', 'clear', ''),
      ...[66, 65].map((value, i) =>
        must(
          measuredFinding({
            sign: 'chest-turn-top',
            value,
            uncertainty: 2,
            source: { kind: 'picture', id: String(i), label: '' },
          }),
        ),
      ),
    ]);
    expect(d.faults.find((f) => f.id === 'body-trunk-turn')?.presentChance).toBeGreaterThan(0.8);
    for (const id of d.verdict.faults) expect(id).not.toMatch(/^body-(trunk|toe|balance)/);
  });
  test('a measured value that contradicts a fault by its definition takes it off the list and says so', () => {
    const wide = must(
      measuredFinding({
        sign: 'chest-turn-top',
        value: 97,
        uncertainty: 2,
        source: { kind: 'picture', id: 'p', label: '' },
      }),
    );
    const seen = [seenFinding('turn-knee', 'clear'), seenFinding('turn-heel', 'clear')];
    const d = diagnose([...seen, wide]);
    expect(diagnose(seen).faults[0]!.id).toBe('short-turn');
    expect(d.faults.find((f) => f.id === 'short-turn')).toMatchObject({ ruledOut: true });
    expect(d.faults.find((f) => f.id === 'short-turn')?.presentChance).toBeLessThan(0.02);
    expect(d.verdict.sentence).toContain('is off the list');
  });
  test('seen and measured of one thing count once, the stronger of them', () => {
    const measured = must(
      measuredFinding({
        sign: 'hips-back',
        value: 9,
        uncertainty: 0.5,
        source: { kind: 'picture', id: 'p', label: '' },
      }),
    );
    const seen = seenFinding('sway-hip', 'clear');
    const alone = (f: Finding): number => of([f], 'sway').presentChance;
    expect(of([seen, measured], 'sway').presentChance).toBeCloseTo(Math.max(alone(seen), alone(measured)), 9);
    expect(diagnose([seen, measured]).weighed.filter((w) => w.spent !== '')).toHaveLength(1);
  });
  test('a finding fades with its age, and a practised target fades faster; a newer reading replaces an older one', () => {
    const seen = (ageDays?: number) => seenFinding('sway-hip', 'clear', '', ageDays);
    const chance = (f: Finding[], options = {}): number =>
      must(diagnose(f, options).faults.find((x) => x.id === 'sway')).presentChance;
    expect(chance([seen(30)])).toBeLessThan(chance([seen()]));
    expect(chance([seen(30)], { target: 'sway', practisedSince: true })).toBeLessThan(chance([seen(30)]));
    expect(chance([seen(30), seenFinding('sway-hip', 'absent')])).toBeCloseTo(
      chance([seenFinding('sway-hip', 'absent')]),
      9,
    );
  });
  test('nothing to change is said only when enough was looked at', () => {
    const source = { kind: 'block' as const, id: 'b', label: '' };
    const quiet = [
      ...FAULTS.flatMap((f) => f.seen.map((s) => seenFinding(s.id, 'absent'))),
      ...['club-path', 'driver-attack', 'strike-offset', 'face-to-path-mean'].map((sign) =>
        must(measuredFinding({ sign, value: must(signById(sign)).sound.mean, uncertainty: 0.3, source })),
      ),
    ];
    expect(diagnose(quiet).verdict.kind).toBe('cannot-say');
    const d = diagnose([...quiet, ...motion('00-even-240hz')]);
    expect(d.verdict.kind).toBe('nothing-to-change');
    expect(d.verdict.sentence).toMatch(/^Nothing to change/);
  });
  test('sentence and numbers never contradict, whatever the evidence', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const random = seededRandom(seed);
        const findings = FAULTS.flatMap((f) => f.seen)
          .filter(() => random.uniform() < 0.4)
          .map((s) => seenFinding(s.id, (['absent', 'absent', 'slight', 'clear'] as const)[random.below(4)]!));
        const { verdict, faults, next } = diagnose(findings);
        const by = new Map(faults.map((f) => [f.id, f]));
        for (const f of faults) expect(f.causeChance).toBeLessThanOrEqual(f.presentChance + 1e-9);
        if (verdict.kind === 'cause') {
          const first = must(by.get(verdict.faults[0]!));
          expect(first.causeChance).toBeGreaterThanOrEqual(0.5);
          expect(first.touched).toBe(true);
          // No likelier cause is passed over.
          for (const f of faults.filter((x) => FAULTS.find((y) => y.id === x.id)?.changeable))
            expect(f.causeChance).toBeLessThanOrEqual(first.causeChance + 1e-12);
        }
        for (const id of verdict.faults) expect(verdict.sentence).toContain(FAULTS.find((f) => f.id === id)?.name);
        if (verdict.kind === 'cannot-say' && findings.length > 0) {
          const likely = faults.filter((f) => f.touched && f.presentChance >= 0.5);
          expect(verdict.sentence.includes('No fault is more likely there than not')).toBe(likely.length === 0);
          expect(next.length).toBeGreaterThan(0);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('what to measure next', () => {
  test('is an expected drop of doubt, never below nothing, most a minute first', () => {
    const { next } = diagnose([seenFinding('release-half-way', 'clear'), seenFinding('extension-gap', 'slight')]);
    for (const [i, n] of next.entries()) {
      expect(n.value).toBeGreaterThanOrEqual(0);
      if (i > 0) expect(n.value).toBeLessThanOrEqual(next[i - 1]!.value);
    }
    const [yes, no] = tuple(2, next[0]!.answers);
    expect([yes.there, no.there]).toEqual([true, false]);
  });
  test('what was read already is not asked for again', () => {
    const all = diagnose(motion('00-even-240hz'));
    expect(all.next.map((n) => n.measurement)).not.toContain('motion');
  });
});

test('learned causes move a leak by their counts, worth sixty students', () => {
  const usual = modelOf('club');
  const learned = modelOf('club', { confirmed: { exposure: 60, causes: { sway: 30 } } });
  const at = (m: typeof usual): number => m.ownLeaks[m.ids.indexOf('sway')]!;
  expect(at(learned)).toBeCloseTo((60 * at(usual) + 30) / 120, 6);
  expect(learned.ownLeaks[learned.ids.indexOf('slide')]).toBeLessThan(usual.ownLeaks[usual.ids.indexOf('slide')]!);
});

test('what pays most is reckoned from what would go with it', () => {
  const findings = [
    ...motion('01-cast-500hz'),
    seenFinding('arms-shoulders-open', 'clear'),
    seenFinding('release-half-way', 'clear'),
  ];
  const price = { meanMps: 2, interval90Mps: [1, 3] as const };
  const { faults } = diagnose(findings, { prices: new Map([['early-release', price]]) });
  const list = paysMost(findings, faults, 'club');
  expect(list[0]!.fault).toBe('early-release');
  expect(list[0]!.worthMps).toBeGreaterThan(1);
  expect(list[0]!.worthMps).toBeLessThanOrEqual(2);
  // Putting a cause of it right brings a part of the same.
  const cause = list.find((r) => r.fault === 'arms-first');
  if (cause) expect(cause.worthMps).toBeLessThan(list[0]!.worthMps);
  expect(paysMost(findings, diagnose(findings).faults, 'club')).toEqual([]);
});
