import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { analyseSequence } from '../capture/sequence.ts';
import { DRILLS } from '../catalogue/drills.ts';
import { FAULT_EDGES } from '../catalogue/fault-edges.ts';
import { FAULTS } from '../catalogue/faults.ts';
import { MEASURED_SIGNS, signById } from '../catalogue/signs/signs.ts';
import { readMotionCsv } from '../formats/motion-csv.ts';
import { seededRandom } from '../numeric/random.ts';
import { degToRad, mphToMps } from '../units/units.ts';
import { diagnose } from './diagnose.ts';
import { must } from '../errors/must.ts';
import { modelOf } from './causal-model.ts';
import { contradicts, measuredFinding, measuredFindings, seenFinding, signLogOdds, type Finding } from './findings.ts';
import { measureMotion } from './measure-motion.ts';
import { combineSwings, measureBlocks, measureScreen, measureShots, type MeasuredBlock } from './measure.ts';
import { causalOrder } from './network.ts';
import { paysMost } from './pays-most.ts';

const motion = (name: string): Finding[] => {
  const c = readMotionCsv(readFileSync(join(import.meta.dirname, '../capture/fixtures/motion', `${name}.csv`), 'utf8'));
  return measuredFindings(measureMotion(c, analyseSequence(c), { kind: 'motion', id: name, label: name }));
};
const block = (part: Partial<MeasuredBlock>): MeasuredBlock => ({
  id: 'b',
  label: 'block 1',
  club: 'driver',
  withBall: true,
  condition: 'normal',
  shots: [],
  ...part,
});
const speeds = (...mph: number[]): MeasuredBlock['shots'] => mph.map((v) => ({ clubSpeedMps: mphToMps(v) }));
const finding = (list: readonly Finding[], id: string): Finding => {
  const f = list.find((x) => x.id.startsWith(`${id}:`));
  if (!f) throw new Error(`no ${id}`);
  return f;
};

describe('catalogue', () => {
  test('the edges form no circle and name known faults', () => {
    const faults = FAULTS.map((f) => ({ id: f.id, prior: f.leak }));
    expect(causalOrder({ faults, edges: FAULT_EDGES })).toHaveLength(FAULTS.length);
  });
  test('at least eight faults are fed by measured signs, each sign by a known fault', () => {
    const fed = new Set(MEASURED_SIGNS.map((s) => s.fault));
    expect(fed.size).toBeGreaterThanOrEqual(8);
    for (const id of fed) expect(FAULTS.map((f) => f.id)).toContain(id);
    expect(new Set(MEASURED_SIGNS.map((s) => s.id)).size).toBe(MEASURED_SIGNS.length);
  });
  test('every seen sign has its own id', () => {
    const ids = FAULTS.flatMap((f) => f.seen.map((s) => s.id));
    expect(new Set(ids).size).toBe(ids.length);
  });
  test('at least fifteen drills, written in full, with rungs in order and a check that can be met', () => {
    expect(DRILLS.length).toBeGreaterThanOrEqual(15);
    for (const d of DRILLS) {
      expect(d.steps.length).toBeGreaterThanOrEqual(3);
      expect(d.outsideCue && d.insideCue && d.slip && d.slipTrains && d.check.reset).toBeTruthy();
      expect(d.check.passed).toBeLessThanOrEqual(d.check.of);
      expect([...d.rungs].sort((a, b) => a - b)).toEqual(d.rungs);
      expect(d.rungs).toContain(d.startRung);
      expect(`${d.steps.join(' ')} ${d.outsideCue} ${d.insideCue}`).not.toMatch(
        /\b(left|right) (foot|leg|hand|arm|hip|knee)/i,
      );
    }
  });
  test('most faults that can be changed have a drill', () => {
    const treated = new Set(DRILLS.flatMap((d) => d.treats));
    const without = FAULTS.filter((f) => f.changeable && !treated.has(f.id)).map((f) => f.id);
    expect(without).toEqual(['arm-deep']);
  });
});

describe('evidence', () => {
  const sign = must(signById('hips-back'));
  test('is the log-likelihood ratio of the two populations, smooth and within its bounds', () => {
    for (const s of MEASURED_SIGNS) {
      const { sound, faulty } = s;
      const width = Math.abs(faulty.mean - sound.mean) + sound.sd;
      let before = signLogOdds(s, sound.mean - 6 * Math.sign(faulty.mean - sound.mean) * width, 0.1 * width);
      for (let k = -60; k <= 60; k++) {
        const value = sound.mean + (k / 10) * Math.sign(faulty.mean - sound.mean) * width;
        const odds = signLogOdds(s, value, 0.1 * width);
        expect(odds).toBeGreaterThanOrEqual(before - 1e-12);
        expect(odds - before).toBeLessThan(1.3);
        expect(Math.abs(odds)).toBeLessThanOrEqual(3);
        before = odds;
      }
      expect(signLogOdds(s, sound.mean, 0)).toBeLessThan(0);
      expect(signLogOdds(s, faulty.mean, 0)).toBeGreaterThan(0);
      expect(s.source).not.toBe('');
    }
  });
  test('a less certain measurement says less', () => {
    const said = (sd: number): number => signLogOdds(sign, sign.faulty.mean, sd);
    expect(said(0.5)).toBeGreaterThan(said(10));
    expect(said(1e6)).toBeCloseTo(0, 3);
  });
  test('a seen sign is graded by how often an eye says so with the fault and without', () => {
    const odds = (['absent', 'unsure', 'slight', 'clear'] as const).map((g) => seenFinding('sway-hip', g, '').logOdds);
    [-1.375, 0, 1.232, 2.485].forEach((wanted, i) => expect(odds[i]).toBeCloseTo(wanted, 2));
    expect(seenFinding('sway-hip', 'clear', 'at the top').text).toContain('at the top');
    expect(() => seenFinding('no-such', 'clear', '')).toThrow(/No seen sign/);
  });
  test('a value surely on the sound side contradicts the name of a fault, an unsure one does not', () => {
    const turn = must(signById('chest-turn-top'));
    expect(contradicts(turn, 95, 2)).toBe(true);
    expect(contradicts(turn, 95, 6)).toBe(false);
    expect(contradicts(turn, 78, 2)).toBe(false);
    expect(contradicts(sign, -50, 0)).toBe(false);
  });
  test('an unknown measured sign, or no number, is refused', () => {
    const source = { kind: 'block' as const, id: 'b', label: '' };
    expect(() => measuredFinding({ sign: 'nothing', value: 1, uncertainty: 1, source })).toThrow(/No measured sign/);
    expect(() => measuredFinding({ sign: 'stretch', value: NaN, uncertainty: 1, source })).toThrow(/must be numbers/);
    expect(measuredFinding({ sign: 'peak-order', value: 1, uncertainty: 1, source })).toBeUndefined();
  });
});

describe('what blocks say', () => {
  test('path, attack, face-to-path and strike of a driver block', () => {
    const shots = [-6, -5, -5.5, -6.5].map((path, i) => ({
      clubSpeedMps: 40,
      pathOutRad: degToRad(path),
      faceOutRad: degToRad(path + 5 + i),
      attackRad: degToRad(-3 + 0.2 * i),
      impactToeM: -0.012,
      impactHighM: 0.008,
    }));
    const list = measuredFindings(measureShots(block({ shots })));
    expect(finding(list, 'club-path').text).toMatch(/club path: 5\.8° in/);
    for (const id of ['club-path', 'driver-attack', 'face-to-path-mean', 'strike-offset'])
      expect(finding(list, id).logOdds).toBeGreaterThan(0.8);
    expect(measureShots(block({ shots, club: 'iron' })).some((m) => m.sign === 'driver-attack')).toBe(false);
    expect(measureShots(block({ shots: shots.slice(0, 2) }))).toEqual([]);
  });
  test('an air swing that is much faster than the ball swing', () => {
    const list = measuredFindings(
      measureBlocks([
        block({ shots: speeds(90, 91, 90.5, 89.5) }),
        block({ id: 'air', withBall: false, shots: speeds(99, 100, 98, 99.5) }),
      ]),
    );
    expect(finding(list, 'air-over-ball').fault).toBe('ball-bound');
    expect(finding(list, 'air-over-ball').logOdds).toBeGreaterThan(1);
    expect(
      measureBlocks([
        block({ shots: speeds(90, 91, 92) }),
        block({ withBall: false, club: 'iron', shots: speeds(99, 98, 97) }),
      ]),
    ).toEqual([]);
  });
  test('more effort, less speed', () => {
    const list = measuredFindings(
      measureBlocks([
        block({ id: '6', effort: 6, shots: speeds(101, 102, 101.5) }),
        block({ id: '8', effort: 8, shots: speeds(100, 100.5, 99.5) }),
        block({ id: '10', effort: 10, shots: speeds(97, 98, 97.5) }),
      ]),
    );
    expect(finding(list, 'effort-slope').value).toBeCloseTo(-1, 1);
    expect(finding(list, 'effort-slope').logOdds).toBeGreaterThan(1);
  });
  test('a screen with a short side and a stiff toe', () => {
    const list = measuredFindings(
      measureScreen(
        {
          trunkTurnLeadRad: degToRad(50),
          trunkTurnTrailRad: degToRad(34),
          toeExtensionLeadRad: degToRad(58),
          toeExtensionTrailRad: degToRad(35),
          balanceLeadS: 20,
          balanceTrailS: 5,
        },
        { kind: 'screen', id: 's', label: '' },
      ),
    );
    expect(finding(list, 'trunk-turn-least').value).toBeCloseTo(34, 6);
    expect(finding(list, 'trunk-turn-difference').value).toBeCloseTo(16, 6);
    expect(finding(list, 'toe-extension').logOdds).toBeGreaterThan(1);
    expect(finding(list, 'single-leg-balance').logOdds).toBeGreaterThan(0.8);
    expect(measureScreen({}, { kind: 'screen', id: 's', label: '' })).toEqual([]);
  });
  test('several swings on one sign become one measurement that is surer', () => {
    const one = (value: number) => ({
      sign: 'stretch',
      value,
      uncertainty: 1,
      source: { kind: 'motion' as const, id: String(value), label: '' },
    });
    const [m] = combineSwings([one(2), one(4), one(3)]);
    expect(m.value).toBeCloseTo(3, 9);
    expect(m.uncertainty).toBeLessThan(1);
    expect(m.source.label).toBe('3 captured swings');
  });
});

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
    expect(diagnose(motion('01-cast-500hz')).faults[0].id).toBe('early-release');
    expect(diagnose(motion('02-arms-first-100hz')).faults[0].id).toBe('arms-first');
    expect(diagnose(motion('04-stall-500hz')).faults[0].id).toBe('body-stall');
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
    const blocks = measuredFindings(measureShots(block({ shots: cut })));
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
    expect(diagnose(seen).faults[0].id).toBe('short-turn');
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
          .map((s) => seenFinding(s.id, (['absent', 'absent', 'slight', 'clear'] as const)[random.below(4)]));
        const { verdict, faults, next } = diagnose(findings);
        const by = new Map(faults.map((f) => [f.id, f]));
        for (const f of faults) expect(f.causeChance).toBeLessThanOrEqual(f.presentChance + 1e-9);
        if (verdict.kind === 'cause') {
          const first = must(by.get(verdict.faults[0]));
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
      if (i > 0) expect(n.value).toBeLessThanOrEqual(next[i - 1].value);
    }
    const [yes, no] = next[0].answers;
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
  const at = (m: typeof usual): number => m.ownLeaks[m.ids.indexOf('sway')];
  expect(at(learned)).toBeCloseTo((60 * at(usual) + 30) / 120, 6);
  expect(learned.ownLeaks[learned.ids.indexOf('slide')]).toBeLessThan(usual.ownLeaks[usual.ids.indexOf('slide')]);
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
  expect(list[0].fault).toBe('early-release');
  expect(list[0].worthMps).toBeGreaterThan(1);
  expect(list[0].worthMps).toBeLessThanOrEqual(2);
  // Putting a cause of it right brings a part of the same.
  const cause = list.find((r) => r.fault === 'arms-first');
  if (cause) expect(cause.worthMps).toBeLessThan(list[0].worthMps);
  expect(paysMost(findings, diagnose(findings).faults, 'club')).toEqual([]);
});
