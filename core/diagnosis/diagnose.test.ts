import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { analyseSequence } from '../capture/sequence.ts';
import { DRILLS } from '../catalogue/drills.ts';
import { FAULT_EDGES } from '../catalogue/fault-edges.ts';
import { FAULTS } from '../catalogue/faults.ts';
import { MEASURED_SIGNS } from '../catalogue/measured-signs.ts';
import { readMotionCsv } from '../formats/motion-csv.ts';
import { degToRad, mphToMps } from '../units/units.ts';
import { diagnose } from './diagnose.ts';
import { measuredFinding, seenFinding, signLogOdds, type Finding } from './findings.ts';
import {
  combineSwings,
  measureBlocks,
  measureScreen,
  measureSequence,
  measureShots,
  type MeasuredBlock,
} from './measure.ts';
import { causalOrder } from './network.ts';

const motion = (name: string): Finding[] => {
  const c = readMotionCsv(readFileSync(join(import.meta.dirname, '../capture/fixtures/motion', `${name}.csv`), 'utf8'));
  return measureSequence(c, analyseSequence(c), { kind: 'motion', id: name, label: name }).map(measuredFinding);
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
    expect(causalOrder({ faults: FAULTS, edges: FAULT_EDGES })).toHaveLength(FAULTS.length);
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
    expect(without.length).toBeLessThanOrEqual(3);
  });
});

describe('evidence', () => {
  const sign = MEASURED_SIGNS[0];
  test('grows smoothly with the distance beyond the threshold and stays within its bounds', () => {
    const at = (v: number): number =>
      signLogOdds({ ...sign, direction: 'above', threshold: 10, betweenPlayerSd: 3 }, v, 4);
    expect(at(10)).toBe(0);
    for (let v = -40; v < 60; v++) {
      expect(at(v + 1)).toBeGreaterThan(at(v) - 1e-12);
      expect(at(v)).toBeGreaterThanOrEqual(-1.2);
      expect(at(v)).toBeLessThanOrEqual(3);
    }
  });
  test('a less certain measurement says less', () => {
    const said = (sd: number): number => signLogOdds({ ...sign, direction: 'above', threshold: 10 }, 20, sd);
    expect(said(1)).toBeGreaterThan(said(10));
  });
  test('a seen sign is graded', () => {
    const odds = (['absent', 'unsure', 'slight', 'clear'] as const).map((g) => seenFinding('sway-hip', g, '').logOdds);
    expect(odds).toEqual([-1.2, 0, 0.8, 2]);
    expect(seenFinding('sway-hip', 'clear', 'at the top').text).toContain('at the top');
    expect(() => seenFinding('no-such', 'clear', '')).toThrow(/No seen sign/);
  });
  test('an unknown measured sign, or no number, is refused', () => {
    const source = { kind: 'block' as const, id: 'b', label: '' };
    expect(() => measuredFinding({ sign: 'nothing', value: 1, uncertainty: 1, source })).toThrow(/No measured sign/);
    expect(() => measuredFinding({ sign: 'stretch', value: NaN, uncertainty: 1, source })).toThrow(/no number/);
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
    const list = measureShots(block({ shots })).map(measuredFinding);
    expect(finding(list, 'club-path').text).toMatch(/club path: 5\.8° in/);
    for (const id of ['club-path', 'driver-attack', 'face-to-path-mean', 'strike-offset'])
      expect(finding(list, id).logOdds).toBeGreaterThan(0.8);
    expect(measureShots(block({ shots, club: 'iron' })).some((m) => m.sign === 'driver-attack')).toBe(false);
    expect(measureShots(block({ shots: shots.slice(0, 2) }))).toEqual([]);
  });
  test('an air swing that is much faster than the ball swing', () => {
    const list = measureBlocks([
      block({ shots: speeds(90, 91, 90.5, 89.5) }),
      block({ id: 'air', withBall: false, shots: speeds(99, 100, 98, 99.5) }),
    ]).map(measuredFinding);
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
    const list = measureBlocks([
      block({ id: '6', effort: 6, shots: speeds(101, 102, 101.5) }),
      block({ id: '8', effort: 8, shots: speeds(100, 100.5, 99.5) }),
      block({ id: '10', effort: 10, shots: speeds(97, 98, 97.5) }),
    ]).map(measuredFinding);
    expect(finding(list, 'effort-slope').value).toBeCloseTo(-1, 1);
    expect(finding(list, 'effort-slope').logOdds).toBeGreaterThan(1);
  });
  test('a screen with a short side and a stiff toe', () => {
    const list = measureScreen(
      {
        trunkTurnLeadRad: degToRad(50),
        trunkTurnTrailRad: degToRad(34),
        toeExtensionLeadRad: degToRad(58),
        toeExtensionTrailRad: degToRad(35),
        balanceLeadS: 20,
        balanceTrailS: 5,
      },
      { kind: 'screen', id: 's', label: '' },
    ).map(measuredFinding);
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
  test('with nothing found nothing is likely, and what is missing is said', () => {
    const d = diagnose([]);
    expect(d.root).toBeNull();
    expect(d.sentence).toContain('No cause is likely yet');
    expect(d.faults[0].chance).toBeLessThan(0.5);
    expect(d.missing).toHaveLength(4);
  });
  test('another motion file changes the ranking by itself', () => {
    expect(diagnose(motion('01-cast-500hz')).root).toBe('early-release');
    expect(diagnose(motion('02-arms-first-100hz')).root).toBe('arms-first');
    expect(diagnose(motion('04-stall-500hz')).root).toBe('body-stall');
    expect(diagnose(motion('00-even-240hz')).root).toBeNull();
  });
  test('another block changes it as well', () => {
    const base = motion('00-even-240hz');
    const cut = [-7, -6.5, -7.5, -6].map((p) => ({
      clubSpeedMps: 40,
      pathOutRad: degToRad(p),
      faceOutRad: degToRad(p + 1),
    }));
    const d = diagnose([...base, ...measureShots(block({ shots: cut })).map(measuredFinding)]);
    const chance = (list: Finding[]): number => diagnose(list).faults.find((f) => f.id === 'over-the-top')?.chance ?? 0;
    expect(d.faults.find((f) => f.id === 'over-the-top')?.chance).toBeGreaterThan(chance(base) + 0.25);
  });
  test('a likely cause is named before its likely consequence, with its reasons', () => {
    const d = diagnose([
      ...motion('10-arms-first-500hz'),
      seenFinding('arms-shoulders-open', 'clear', ''),
      seenFinding('ott-shaft-steep', 'clear', ''),
    ]);
    expect(d.root).toBe('arms-first');
    expect(d.sentence).toContain('Over the top');
    const own = d.faults.find((f) => f.id === 'arms-first');
    expect(own?.reasons.map((r) => r.findingId)).toContain('seen:arms-shoulders-open');
    expect(own?.reasons.some((r) => r.logOdds > 0)).toBe(true);
  });
  test('a body limit is never made the target, its consequence is', () => {
    const d = diagnose([
      ...measureScreen(
        { trunkTurnLeadRad: degToRad(30), trunkTurnTrailRad: degToRad(28) },
        { kind: 'screen', id: 's', label: '' },
      ).map(measuredFinding),
      seenFinding('trunk-club-across', 'clear', ''),
      seenFinding('turn-knee', 'clear', ''),
      seenFinding('turn-heel', 'clear', ''),
    ]);
    expect(d.faults.find((f) => f.id === 'body-trunk-turn')?.chance).toBeGreaterThan(0.8);
    expect(d.root).toBe('short-turn');
  });
});
