import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { FAULT_EDGES } from '../catalogue/fault-edges.ts';
import { FAULTS } from '../catalogue/faults.ts';
import { seenRates, TRAINED_EYE } from '../catalogue/signs/seen-rates.ts';
import { MEASURED_SIGNS, signById } from '../catalogue/signs/signs.ts';
import { diagnose } from '../diagnosis/diagnose.ts';
import { measuredFinding, namedSource, seenFinding, signMiddle } from '../diagnosis/findings.ts';
import { must } from '../errors/must.ts';
import { believedSign, edgeKey, learnedLeak, PRIOR_STUDENTS } from './beliefs.ts';
import { BELIEF_KINDS, beliefsAfter, checkChange, readBeliefs, usualBelief, type BeliefKind } from './changes.ts';
import { HALF_LIVES } from './half-lives.ts';

const change = (kind: BeliefKind, about: string, value: unknown) => ({ kind, about, value: value as number });

describe('checking a change', () => {
  test('every number of the catalogue may be held as it is', () => {
    const all: [BeliefKind, string][] = [
      ...FAULTS.map((f): [BeliefKind, string] => ['leak', f.id]),
      ...FAULT_EDGES.map((e): [BeliefKind, string] => ['strength', edgeKey(e)]),
      ...Object.keys(HALF_LIVES).map((k): [BeliefKind, string] => ['half-life', k]),
      ...Object.keys(TRAINED_EYE).map((k): [BeliefKind, string] => ['eye', k]),
      ...MEASURED_SIGNS.filter((s) => !s.ratio).flatMap((s) => [
        ['sign', s.id] as [BeliefKind, string],
        ...Object.keys(s.byLevel ?? {}).map((level): [BeliefKind, string] => ['sign', `${s.id}@${level}`]),
      ]),
    ];
    for (const [kind, about] of all) checkChange(change(kind, about, must(usualBelief(kind, about))));
    expect(all.length).toBeGreaterThan(150);
  });

  test.each([
    ['an unknown fault', change('leak', 'no-such', 0.1), /Nothing to change is called "no-such"/],
    ['a name from the prototype', change('eye', 'constructor', 0.7), /Nothing to change/],
    [
      'a chance above its most',
      change('leak', 'sway', 0.9),
      /from 0.002 to 0.5 \(0.2 % to 50 %\); 0.9 \(90 %\) was given/,
    ],
    ['a chance that is text', change('leak', 'sway', 'much'), /must be a number/],
    ['no number', change('strength', edgeKey(FAULT_EDGES[0]!), NaN), /must be a number/],
    ['half-life of nothing', change('half-life', 'shots', 0), /The days must be from 1 to 2000/],
    ['an eye that guesses', change('eye', 'sensitivity', 0.4), /This share must be from 0.55/],
    [
      'an SD of 0',
      change('sign', 'toe-extension', { sound: { mean: 58, sd: 0 }, faulty: { mean: 30, sd: 9 } }),
      /above 0/,
    ],
    [
      'groups that change sides',
      change('sign', 'toe-extension', { sound: { mean: 30, sd: 9 }, faulty: { mean: 58, sd: 9 } }),
      /change sides/,
    ],
    [
      'groups that lie on each other',
      change('sign', 'toe-extension', { sound: { mean: 50, sd: 10 }, faulty: { mean: 49, sd: 10 } }),
      /tells nothing/,
    ],
    ['half a pair', change('sign', 'toe-extension', { sound: { mean: 50, sd: 10 } }), /needs the mean and SD/],
    ['a sign that comes as a ratio', change('sign', 'motion-arms-first', 1), /Nothing to change/],
    ['a day that is none', change('learning', '', 'soon'), /ISO 8601/],
  ])('%s is refused', (_name, bad, message) => expect(() => checkChange(bad)).toThrow(message));

  test('a file of beliefs is checked group by group, with the place', () => {
    expect(readBeliefs({ leaks: { sway: 0.1 }, confirmed: { exposure: 2, causes: { sway: 1 } } })).toBeTruthy();
    expect(() => readBeliefs([])).toThrow(/must be an object/);
    expect(() => readBeliefs({ eye: { sensitivity: null } })).toThrow(/leave it out/);
    expect(() => readBeliefs({ priors: {} })).toThrow(/no group of beliefs/);
    expect(() => readBeliefs({ confirmed: { exposure: -1, causes: {} } })).toThrow(/none below 0/);
    let where = '';
    try {
      readBeliefs({ leaks: { sway: 7 } });
    } catch (error) {
      where = (error as { where: string }).where;
    }
    expect(where).toBe('beliefs.leaks.sway');
  });
});

test('the last change of a number holds, and null puts the catalogue’s back', () => {
  const kinds = BELIEF_KINDS.filter((k) => k !== 'learning');
  const one = fc.record({
    kind: fc.constantFrom(...kinds),
    about: fc.constantFrom('a', 'b', 'c'),
    value: fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
  });
  fc.assert(
    fc.property(fc.array(one, { maxLength: 30 }), (changes) => {
      const { beliefs } = beliefsAfter(changes);
      const held = Object.values(beliefs).flatMap((g) => Object.entries(g as object));
      const last = new Map(changes.map((c) => [`${c.kind} ${c.about}`, c.value]));
      expect(held.map(([, v]) => v as number).sort()).toEqual([...last.values()].filter((v) => v !== null).sort());
    }),
  );
  expect(beliefsAfter([change('learning', '', '2026-01-01')]).learnedSince).toBe('2026-01-01');
});

describe('what a held number does', () => {
  test('a chance moves the fault, a strength its consequence, the level all', () => {
    const seen = [seenFinding('sway-hip', 'slight')];
    const chance = (id: string, beliefs = {}): number =>
      must(diagnose(seen, { beliefs }).faults.find((f) => f.id === id)).presentChance;
    expect(chance('sway', { leaks: { sway: 0.4 } })).toBeGreaterThan(chance('sway') + 0.1);
    expect(chance('slide', { strengths: { 'sway>slide': 0.9 } })).toBeGreaterThan(chance('slide') + 0.02);
    expect(chance('sway', { levelOdds: { club: 0.2 } })).toBeLessThan(chance('sway'));
  });

  test('populations move where a sign turns', () => {
    const source = namedSource('toe-extension', 'screen');
    const signs = { 'toe-extension': { sound: { mean: 70, sd: 8 }, faulty: { mean: 50, sd: 8 } } };
    const at = (beliefs = {}): number =>
      must(measuredFinding({ sign: 'toe-extension', value: 52, uncertainty: 2, source }, 'club', beliefs)).logOdds;
    expect(at()).toBeLessThan(0);
    expect(at({ signs })).toBeGreaterThan(0);
    expect(signMiddle(must(believedSign('toe-extension', { signs })))).toBeCloseTo(60, 6);
    const byLevel = must(MEASURED_SIGNS.find((s) => s.byLevel?.elite));
    const pair = { sound: { mean: 1, sd: 1 }, faulty: { mean: 9, sd: 1 } };
    const moved = must(believedSign(byLevel.id, { signs: { [`${byLevel.id}@elite`]: pair } }));
    expect(moved.byLevel?.elite).toEqual(pair);
    expect(moved.sound).toEqual(must(signById(byLevel.id)).sound);
  });

  test('a poorer eye says less, and half-lives age evidence', () => {
    const eye = { sensitivity: 0.6, specificity: 0.6 };
    const odds = (beliefs = {}): number => seenFinding('sway-hip', 'clear', '', undefined, beliefs).logOdds;
    expect(odds({ eye })).toBeLessThan(odds() - 0.5);
    const old = [seenFinding('sway-hip', 'clear', '', 60)];
    const chance = (halfLives: Record<string, number>): number =>
      must(diagnose(old, { beliefs: { halfLives } }).faults.find((f) => f.id === 'sway')).presentChance;
    expect(chance({ seen: 400 })).toBeGreaterThan(chance({}));
    const { ifThere, ifNot } = Object.values(seenRates(TRAINED_EYE)).reduce((a, b) => ({
      ifThere: a.ifThere + b.ifThere,
      ifNot: a.ifNot + b.ifNot,
    }));
    expect([ifThere, ifNot]).toEqual([expect.closeTo(1, 12), expect.closeTo(1, 12)]);
  });

  test('confirmed causes move leaks by their counts; a student of whom nothing more is known moves nothing else', () => {
    const fault = must(FAULTS.find((f) => f.id === 'sway'));
    const causes = Object.fromEntries(FAULTS.map((f) => [f.id, 60 * f.leak]));
    const confirmed = { exposure: 60, causes: { ...causes, sway: 30 } };
    expect(learnedLeak(fault, { confirmed })).toBeCloseTo((PRIOR_STUDENTS * fault.leak + 30) / 120, 9);
    // However many good players are confirmed, a chance stays one.
    const elite = { exposure: 90, causes: { sway: 300 } };
    expect(learnedLeak(fault, { confirmed: elite })).toBe(0.5);
    const { faults } = diagnose([seenFinding('sway-hip', 'clear')], { beliefs: { confirmed: elite } });
    expect(faults.every((f) => f.presentChance >= 0 && f.presentChance <= 1)).toBe(true);
    for (const f of FAULTS.filter((f) => f.id !== 'sway')) expect(learnedLeak(f, { confirmed })).toBeCloseTo(f.leak, 9);
  });
});
