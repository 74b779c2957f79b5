import { describe, expect, test } from '@jest/globals';
import { DRILLS, drillById } from '../catalogue/drills.ts';
import { bodyRank, fitDrill } from './fit-drill.ts';
import { drillsFor, type PlanStudent } from './open-drills.ts';

const drill = (id: string) => drillById(id)!;
const able = { ageYears: 40 };
const student: PlanStudent = {
  ...able,
  kit: ['driver', 'iron', 'club', 'light stick', 'medicine ball', 'slider', 'wedge pad', 'heavy stick'],
  places: [],
  flags: [],
  clearedOn: null,
  painfulParts: [],
  pains: [],
  lens: 'measured',
};

describe('marks and doses by the body', () => {
  test('a trunk that turns 70° has its club-across mark at 65–70°', () => {
    const { drill: own, because } = fitDrill(drill('club-across-turn'), { ...able, trunkTurnDeg: 70 });
    expect(own.check.text).toContain('65–70°');
    expect(own.check.text).not.toContain('90°');
    expect(because.join()).toContain('70°');
    expect(fitDrill(drill('club-across-turn'), { ...able, trunkTurnDeg: 88 }).drill.check.text).toContain('90°');
  });
  test('a stiff toe brings the ankle drill first, and halves the sets of pushes off the toes', () => {
    const stiff = { ...student, toeExtensionDeg: 22 };
    const open = drillsFor('no-leg-extension', stiff).filter((c) => c.open);
    expect(open[0]!.drill.id).toBe('toe-and-ankle');
    const push = open.find((c) => c.drill.id === 'toe-raise-fast')!;
    expect(push.drill.dose.sets).toBe(1);
    expect(push.fitted.join()).toContain('22°');
    expect(bodyRank(drill('toe-raise-fast'), { ...able, toeExtensionDeg: 35 })).toBe(0);
  });
  test('a short stand and few raises move their marks; over 60 and coming back rest longer', () => {
    expect(fitDrill(drill('one-leg-hold'), { ...able, balanceS: 7 }).drill.check.text).toContain('10 s');
    expect(fitDrill(drill('toe-raise-fast'), { ...able, heelRaises: 6 }).drill.dose.reps).toBe(3);
    const rest = drill('light-fast').dose.restS;
    expect(fitDrill(drill('light-fast'), { ageYears: 64 }).drill.dose.restS).toBe(1.5 * rest);
    expect(fitDrill(drill('light-fast'), { ageYears: 30, returning: true }).drill.dose.restS).toBe(1.5 * rest);
  });
  test('with nothing measured nothing is changed; never a heavier dose, and every change has its reason', () => {
    for (const d of DRILLS) {
      expect(fitDrill(d, able)).toEqual({ drill: d, because: [] });
      const weak = { ageYears: 70, trunkTurnDeg: 40, toeExtensionDeg: 10, balanceS: 3, heelRaises: 2 };
      const { drill: own, because } = fitDrill(d, weak);
      expect(own.dose.sets * own.dose.reps).toBeLessThanOrEqual(d.dose.sets * d.dose.reps);
      expect(own === d).toBe(because.length === 0);
    }
  });
});

describe('growing players', () => {
  test('full swings stay open within their cap; throws, jumps and heavy implements are closed', () => {
    const young = { ...student, ageYears: 13 };
    const open = (fault: string, id: string) => drillsFor(fault, young).find((c) => c.drill.id === id)!.open;
    expect(open('effort-over-speed', 'light-fast')).toBe(true);
    expect(open('no-leg-extension', 'squat-throw')).toBe(false);
    expect(open('no-leg-extension', 'step-and-spring')).toBe(false);
    for (const c of DRILLS.flatMap((d) => d.treats.flatMap((f) => drillsFor(f, young))))
      if (c.drill.burdens && c.drill.intensity !== 'technique')
        expect([c.drill.id, c.open]).toEqual([c.drill.id, false]);
  });
});
