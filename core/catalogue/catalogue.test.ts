import { describe, expect, test } from '@jest/globals';
import { causalOrder } from '../diagnosis/network.ts';
import { DRILLS } from './drills.ts';
import { FAULT_EDGES } from './fault-edges.ts';
import { FAULTS } from './faults.ts';
import { lensOpinion } from './lens-opinions.ts';
import { LENSES } from './stages.ts';
import { MEASURED_SIGNS } from './signs/signs.ts';

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
  test('all drills, written in full, with rungs in order and a check that can be met', () => {
    expect(DRILLS.length).toBeGreaterThanOrEqual(58);
    expect(new Set(DRILLS.map((d) => d.id)).size).toBe(DRILLS.length);
    for (const d of DRILLS) {
      expect(d.steps.length).toBeGreaterThanOrEqual(3);
      expect(d.outsideCue && d.insideCue && d.slip && d.slipTrains && d.check.reset).toBeTruthy();
      expect(d.check.passed).toBeLessThanOrEqual(d.check.of);
      expect(d.rungs[d.startAt]).toBeDefined();
      expect(d.judges.length).toBeGreaterThan(0);
      expect(`${d.steps.join(' ')} ${d.outsideCue} ${d.insideCue}`).not.toMatch(
        /\b(left|right) (foot|leg|hand|arm|hip|knee)/i,
      );
    }
  });
  test('every fault has at least two drills, every drill treats known faults', () => {
    const known = new Set(FAULTS.map((f) => f.id));
    for (const d of DRILLS) for (const f of d.treats) expect([d.id, f, known.has(f)]).toEqual([d.id, f, true]);
    const counts = FAULTS.map((f) => [f.id, DRILLS.filter((d) => d.treats.includes(f.id)).length]);
    expect(counts.filter(([, n]) => (n as number) < 2)).toEqual([]);
  });
  test('every swing drill ends on an ordinary ball, then on the course; what serves one names it', () => {
    for (const d of DRILLS) {
      const last = d.rungs.slice(-2).map((r) => `${r.ball} ${r.aid} ${r.place}`);
      if (d.serves === undefined) expect([d.id, ...last]).toEqual([d.id, 'alone off range', 'alone off course']);
      else expect([d.id, DRILLS.find((x) => x.id === d.serves)?.serves]).toEqual([d.id, undefined]);
    }
    expect(DRILLS.filter((d) => d.serves !== undefined).every((d) => DRILLS.some((x) => x.id === d.serves))).toBe(true);
  });
  test('swings at full effort, jumps and throws are maximal; a drill of the free swing keeps no angle', () => {
    const maximal = DRILLS.filter((d) => d.intensity === 'maximal').map((d) => d.id);
    for (const id of [
      'speed-ladder',
      'light-fast',
      'light-one-hand',
      'squat-throw',
      'side-throw',
      'skaters',
      'step-and-spring',
      'step-away-spring',
    ])
      expect(maximal).toContain(id);
    for (const d of DRILLS.filter((x) => x.lenses.length === 1 && x.lenses[0] === 'free-swing'))
      expect(`${d.outsideCue} ${d.insideCue}`).not.toMatch(/angle|hold|keep/i);
  });
  test('each school that cares for a fault has a line on it, and Measured has none', () => {
    for (const f of FAULTS) {
      expect(lensOpinion('measured', f.id)).toBeUndefined();
      for (const lens of f.lenses)
        expect([lens, f.id, lensOpinion(lens, f.id)?.line]).toEqual([lens, f.id, expect.any(String)]);
    }
    const opinions = LENSES.flatMap((l) => FAULTS.flatMap((f) => lensOpinion(l.id, f.id) ?? []));
    expect(opinions.length).toBeGreaterThan(60);
    expect(new Set(opinions.map((o) => o.stance)).size).toBe(4);
    expect(new Set(opinions.map((o) => o.line)).size).toBe(opinions.length);
  });
});
