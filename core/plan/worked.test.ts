import { describe, expect, test } from '@jest/globals';
import { LENSES } from '../catalogue/stages.ts';
import { drillsFor, type PlanStudent } from './open-drills.ts';
import { workedFor, type DrillOutcome } from './worked.ts';

const WHO: PlanStudent = {
  ageYears: 40,
  kit: ['driver', 'iron', 'club', 'light stick', 'racket'],
  places: ['range', 'garden', 'gym', 'living room'],
  flags: [],
  clearedOn: null,
  painfulParts: [],
  pains: [],
  lens: 'measured',
};
const ME = { id: 'me', level: 'club' } as const;
const outcome = (
  drillId: string,
  studentId: string,
  moved: boolean,
  rest: Partial<DrillOutcome> = {},
): DrillOutcome => ({
  drillId,
  target: 'early-release',
  studentId,
  level: 'club',
  moved,
  ...rest,
});
const shelf = drillsFor('early-release', WHO).filter((c) => c.open);
const idOf = (place: number): string => shelf[place]?.drill.id ?? '';
const ids = (of: ReturnType<typeof drillsFor>): string[] => of.map((c) => c.drill.id);

describe('what worked', () => {
  test('what moved this student comes first, what moved nothing last, whatever others did', () => {
    const [a, b, last] = [idOf(0), idOf(1), idOf(shelf.length - 1)];
    const outcomes = [
      outcome(last, 'me', true),
      outcome(a, 'me', false),
      ...Array.from({ length: 8 }, (_, i) => outcome(b, `p${i}`, true)),
    ];
    const order = ids(drillsFor('early-release', WHO, workedFor(outcomes, ME, 'early-release')).filter((c) => c.open));
    expect([order[0], order[1], order.at(-1)]).toEqual([last, b, a]);
  });
  test('players like this one: counts are said, fewer than five order nothing', () => {
    const few = workedFor(
      [1, 2, 3, 4].map((i) => outcome(idOf(3), `p${i}`, true)),
      ME,
      'early-release',
    );
    expect(few(idOf(3))).toEqual({ score: 0, words: 'Of players like this one 4 of 4 went up a rung: counts only.' });
    expect(ids(drillsFor('early-release', WHO, few))).toEqual(ids(drillsFor('early-release', WHO)));
    const enough = workedFor(
      [1, 2, 3, 4, 5].map((i) => outcome(idOf(3), `p${i}`, i > 1)),
      ME,
      'early-release',
    );
    expect(enough(idOf(3))).toEqual({ score: expect.closeTo(3 / 7), words: 'Of players like this one 4 of 5 went up a rung.' }); // prettier-ignore
  });
  test('another level and another target are not like this one', () => {
    const other = [1, 2, 3, 4, 5, 6].flatMap((i) => [
      outcome(idOf(2), `p${i}`, true, { level: 'elite' }),
      outcome(idOf(2), `p${i}`, true, { target: 'sway' }),
    ]);
    expect(workedFor(other, ME, 'early-release')(idOf(2))).toEqual({ score: 0, words: '' });
  });
  test('what worked opens nothing, closes nothing and changes no caution, and orders only under Measured', () => {
    const worked = workedFor([outcome(idOf(2), 'me', true)], ME, 'early-release');
    for (const { id: lens } of LENSES) {
      const who = { ...WHO, lens, painfulParts: ['wrist'] as const, pains: [] };
      const [plain, ranked] = [drillsFor('early-release', who), drillsFor('early-release', who, worked)];
      const facts = (list: ReturnType<typeof drillsFor>) =>
        new Map(list.map((c) => [c.drill.id, [c.open, c.closedBecause, c.cautions, c.fitted]]));
      expect(facts(ranked)).toEqual(facts(plain));
      if (lens !== 'measured') expect(ids(ranked)).toEqual(ids(plain));
    }
  });
});
