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
