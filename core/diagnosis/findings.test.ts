import { tuple } from '../numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import { MEASURED_SIGNS, signById } from '../catalogue/signs/signs.ts';
import { must } from '../errors/must.ts';
import { degToRad, mphToMps } from '../units/units.ts';
import { contradicts, measuredFinding, measuredFindings, seenFinding, signLogOdds, type Finding } from './findings.ts';
import { combineSwings, measureBlocks, measureScreen, measureShots, type MeasuredBlock } from './evidence-of-lesson.ts';

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
    const [m] = tuple(1, combineSwings([one(2), one(4), one(3)]));
    expect(m.value).toBeCloseTo(3, 9);
    expect(m.uncertainty).toBeLessThan(1);
    expect(m.source.label).toBe('3 captured swings');
  });
});
