import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { drillById } from '../catalogue/drills.ts';
import { seededRandom } from '../numeric/random.ts';
import { againstFirst, type RunSwing } from './against-first.ts';
import type { PlanStudent } from './open-drills.ts';
import {
  fullIntentSwings,
  gateOf,
  isFullIntentStep,
  nextStep,
  protocolClosedBecause,
  withDriver,
  type Attempt,
} from './protocol.ts';
import { PROTOCOLS } from './protocols.ts';

const byId = (id: string) => PROTOCOLS.find((p) => p.id === id)!;
const push = byId('push-series');
const student: PlanStudent = {
  ageYears: 35,
  kit: ['driver', 'iron', 'club', 'light stick', 'heavy stick', 'wedge pad', 'slider'],
  places: [],
  flags: [],
  clearedOn: null,
  painfulParts: [],
  pains: [],
  lens: 'measured',
};

describe('shipped protocols', () => {
  test('eight or more, each step written, its drill known, its gate one that can be met', () => {
    expect(PROTOCOLS.length).toBeGreaterThanOrEqual(8);
    expect(new Set(PROTOCOLS.map((p) => p.id)).size).toBe(PROTOCOLS.length);
    for (const p of PROTOCOLS)
      for (const s of p.steps) {
        expect(s.name && s.how && s.condition).toBeTruthy();
        if (s.drillId) expect([p.id, s.name, drillById(s.drillId) !== undefined]).toEqual([p.id, s.name, true]);
        if (s.gate.kind === 'seen') expect(s.gate.passed).toBeLessThanOrEqual(s.gate.of);
        expect(s.swings).toBeGreaterThan(0);
      }
  });
  test('with the driver every step is one of the driver, and nothing else has changed', () => {
    const run = withDriver(byId('body-part-by-part'));
    expect(run.steps.every((s) => s.club === 'driver')).toBe(true);
    expect(run.steps.map((s) => s.gate)).toEqual(byId('body-part-by-part').steps.map((s) => s.gate));
  });
  test('what is asked at 9 or 10, or in a maximal drill, is at full intent, in both directions', () => {
    expect(byId('both-directions').steps.map(isFullIntentStep)).toEqual([false, false, true, true, false, false]);
    expect(fullIntentSwings(byId('both-directions'))).toBe(10);
    expect(fullIntentSwings(byId('warm-up-flow'))).toBe(0);
  });
});

describe('a run', () => {
  const go = (...list: [number, Attempt['gate']][]): number | null =>
    nextStep(
      push,
      list.map(([step, gate]) => ({ step, gate })),
    );
  test('on where the gate was met, again after a miss, one back after two, null at the end', () => {
    expect(go()).toBe(0);
    expect(go([0, null])).toBe(0);
    expect(go([0, 'met'])).toBe(1);
    expect(go([0, 'met'], [1, 'missed'])).toBe(1);
    expect(go([0, 'met'], [1, 'missed'], [1, 'missed'])).toBe(0);
    expect(go([0, 'met'], [1, 'missed'], [1, 'missed'], [0, 'met'])).toBe(1);
    expect(go([0, 'missed'], [0, 'missed'])).toBe(0);
    expect(go([push.steps.length - 1, 'met'])).toBeNull();
  });
  test('no run leaves its steps or skips one', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('met' as const, 'missed' as const), { maxLength: 40 }), (gates) => {
        const attempts: Attempt[] = [];
        for (const gate of gates) {
          const step = nextStep(push, attempts);
          if (step === null) return;
          const before = attempts.at(-1)?.step ?? 0;
          expect(Math.abs(step - before)).toBeLessThanOrEqual(1);
          expect(push.steps[step]).toBeDefined();
          attempts.push({ step, gate });
        }
      }),
    );
  });
  test('gates say what they compared, and cannot say without figures', () => {
    const figures = (swings: number, medianSpeedMps: number | null, medianOffsetM: number | null) => ({
      swings,
      medianSpeedMps,
      medianOffsetM,
    });
    const at = (gate: (typeof push.steps)[number]['gate']) => ({ ...push.steps[0]!, gate });
    const fast = at({ kind: 'speed', leastShare: 1.02 });
    expect(gateOf(fast, figures(5, 41, 0), figures(5, 40, 0), null)).toMatchObject({ gate: 'met' });
    expect(gateOf(fast, figures(5, 40, 0), figures(5, 40, 0), null)).toMatchObject({ gate: 'missed' });
    expect(gateOf(fast, figures(2, 44, 0), figures(5, 40, 0), null).gate).toBeNull();
    expect(gateOf(fast, figures(5, null, 0), figures(5, 40, 0), null).because).toContain('Cannot say');
    const centred = at({ kind: 'strike', mostMoreMm: 4 });
    expect(gateOf(centred, figures(5, 40, 0.012), figures(5, 40, 0.007), null).gate).toBe('missed');
    expect(gateOf(centred, figures(5, 40, 0.01), figures(5, 40, 0.007), null).gate).toBe('met');
    const eye = at({ kind: 'seen', text: 'light', passed: 4, of: 5 });
    expect(gateOf(eye, figures(0, null, null), figures(0, null, null), null).gate).toBeNull();
    expect(gateOf(eye, figures(0, null, null), figures(0, null, null), 4).gate).toBe('met');
    expect(gateOf(at({ kind: 'done' }), figures(3, null, null), figures(0, null, null), null).gate).toBeNull();
  });
});

describe('closed means closed', () => {
  test('a clearance that is missing closes every protocol; pain closes what loads it and what is maximal', () => {
    for (const p of PROTOCOLS) {
      expect(protocolClosedBecause(p, student, 'home')).toEqual([]);
      expect(protocolClosedBecause(p, { ...student, flags: ['pregnancy'] }, 'home').join()).toContain('clearance');
    }
    const pain = { id: 'p', notedOn: '2026-03-01', part: 'foot' as const, kind: 'dull' as const, drillId: null };
    const sore = { ...student, pains: [pain] };
    expect(protocolClosedBecause(push, sore, 'home').join()).toContain('foot');
    expect(protocolClosedBecause(byId('both-directions'), sore, 'home').join()).toContain('Maximal work');
    expect(protocolClosedBecause(byId('late-set-to-full'), sore, 'home')).toEqual([]);
  });
  test('growing players: heavy sticks are closed, brisk swings are not', () => {
    expect(protocolClosedBecause(byId('pads'), { ...student, ageYears: 13 }, 'home').join()).toContain('growing');
    expect(protocolClosedBecause(byId('three-lengths'), { ...student, ageYears: 13 }, 'home')).toEqual([]);
  });
});

describe('each step against the first, drift out', () => {
  const run = (effects: readonly number[], drift: number, noise: number, seed: number, each = 5): RunSwing[] => {
    const random = seededRandom(seed);
    let index = 0;
    return effects.flatMap((effect, step) =>
      Array.from({ length: each }, () => ({
        step,
        index,
        value: 40 + effect + drift * index++ + noise * random.normal(),
      })),
    );
  };
  test('without noise it is exact, whatever the drift', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 2, maxLength: 6 }),
        fc.double({ min: -0.2, max: 0.2, noNaN: true }),
        (effects, drift) => {
          const rows = againstFirst(run(effects, drift, 0, 1));
          rows.forEach((r) => expect(r.difference).toBeCloseTo(effects[r.step]! - effects[0]!, 6));
          expect(rows).toHaveLength(effects.length - 1);
        },
      ),
    );
  });
  test('its 90 % interval holds the truth in about nine runs of ten', () => {
    let held = 0;
    let all = 0;
    for (let seed = 1; seed <= 400; seed++)
      for (const r of againstFirst(run([0, 0.5, 1], -0.05, 0.6, seed))) {
        const truth = [0, 0.5, 1][r.step]!;
        all++;
        if (r.interval[0] <= truth && truth <= r.interval[1]) held++;
      }
    expect(held / all).toBeGreaterThan(0.86);
    expect(held / all).toBeLessThan(0.94);
  });
  test('too few swings of the first step say nothing; of another leave it out', () => {
    expect(againstFirst(run([0, 1], 0, 0.1, 3, 2))).toEqual([]);
    const short = run([0, 1, 2], 0, 0.1, 3).filter((s) => s.step !== 1 || s.index % 5 < 2);
    expect(againstFirst(short).map((r) => r.step)).toEqual([2]);
  });
});
