import { tuple } from '../core/numeric/tuple.ts';
import { describe, expect, test } from '@jest/globals';
import impactCases from '../core/impact/fixtures/impact-cases.json' with { type: 'json' };
import { battery, budget, impact, optimum } from './measure-commands.ts';

type Figures = Record<string, number>;
const codeOf = (work: () => unknown): string => {
  try {
    work();
    return 'no error';
  } catch (error) {
    const { code, where } = error as { code: string; where: string };
    return `${code} ${where}`;
  }
};

describe('maple impact', () => {
  const deliveries = impactCases.cases.map((c) => c.input);
  test('answers the reference cases in their own signs', () => {
    const { impacts } = impact({ handedness: 'right', impacts: deliveries }) as { impacts: Figures[] };
    impactCases.cases.forEach(({ expect: e }, i) => {
      expect(Math.abs(impacts[i]!.ballSpeedMph! - e.ballSpeedMph)).toBeLessThan(0.05);
      expect(Math.abs(impacts[i]!.launchDeg! - e.launchDeg)).toBeLessThan(0.05);
      expect(Math.abs(impacts[i]!.launchDirectionDeg! - e.launchDirectionDeg)).toBeLessThan(0.05);
      expect(Math.abs(impacts[i]!.spinRpm! - e.spinRpm)).toBeLessThan(10);
      expect(Math.abs(impacts[i]!.spinAxisDeg! - e.spinAxisDeg)).toBeLessThan(0.05);
    });
  });
  test('a left-hander is the mirror: sideways signs turn, the rest stays', () => {
    const one = deliveries.slice(0, 8);
    const { impacts: right } = impact({ handedness: 'right', impacts: one }) as { impacts: Figures[] };
    const mirrored = one.map((i) => ({ ...i, pathDeg: -i.pathDeg, faceDeg: -i.faceDeg }));
    const { impacts: left } = impact({ handedness: 'left', impacts: mirrored }) as { impacts: Figures[] };
    left.forEach((l, i) => {
      expect(l.ballSpeedMph).toBeCloseTo(right[i]!.ballSpeedMph!, 9);
      expect(l.launchDirectionDeg).toBeCloseTo(-right[i]!.launchDirectionDeg!, 9);
      expect(l.spinAxisDeg).toBeCloseTo(-right[i]!.spinAxisDeg!, 9);
    });
  });
  test('what is not given is assumed and said', () => {
    const { assumed } = impact({ impacts: [{ club: 'driver', clubSpeedMph: 95, dynamicLoftDeg: 13 }] }) as {
      assumed: unknown;
    };
    expect(assumed).toMatchObject({ handedness: 'right', attackDeg: 0, toeMm: 0 });
  });
  test.each([
    [{ impacts: [] }, 'impacts'],
    [{ impacts: [{ club: 'putter', clubSpeedMph: 90, dynamicLoftDeg: 12 }] }, 'impacts[0].club'],
    [{ impacts: [{ club: 'driver', clubSpeedMph: 90, dynamicLoftDeg: 12, toeMm: 200 }] }, 'impacts[0].toeMm'],
    [{ impacts: [{ club: 'driver', clubSpeedMph: 'fast', dynamicLoftDeg: 12 }] }, 'impacts[0].clubSpeedMph'],
  ])('bad input %#: names the place', (input, where) => {
    expect(codeOf(() => impact(input))).toContain(where);
  });
});

describe('maple optimum', () => {
  test('the published examples, carry within 2.5 %', () => {
    const { cases } = optimum({
      cases: [
        { clubSpeedMph: 90, attackDeg: -5 },
        { clubSpeedMph: 90, attackDeg: 0 },
        { clubSpeedMph: 90, attackDeg: 5 },
        { clubSpeedMph: 110, attackDeg: 0 },
      ],
    }) as { cases: Figures[] };
    [195, 204, 212, 264].forEach((yd, i) => expect(Math.abs(cases[i]!.carryYd! / yd - 1)).toBeLessThan(0.025));
    expect(cases[1]!.launchDeg).toBeGreaterThan(12);
  });
  test('for total the launch is lower and the total no shorter', () => {
    const [carry, total] = tuple(
      2,
      (optimum({ cases: [{ clubSpeedMph: 100 }, { clubSpeedMph: 100, for: 'total' }] }) as { cases: Figures[] }).cases,
    );
    expect(total.launchDeg).toBeLessThan(carry.launchDeg!);
    expect(total.totalYd).toBeGreaterThanOrEqual(carry.totalYd!);
    expect(total.carryYd).toBeLessThanOrEqual(carry.carryYd!);
  });
  test('bad input', () => {
    expect(codeOf(() => optimum({ cases: [{ clubSpeedMph: -3 }] }))).toContain('cases[0].clubSpeedMph');
  });
});

describe('maple budget', () => {
  const shot = (toe: number, high: number, i: number) => ({
    clubSpeedMph: 96 + (i % 3),
    attackDeg: 0.5 + 0.2 * (i % 4),
    pathDeg: -1,
    faceDeg: 0.2,
    dynamicLoftDeg: 13.5,
    impactToeMm: toe + (i % 3),
    impactHighMm: high - (i % 2),
  });
  const block = (toe: number, high: number, count = 14) => Array.from({ length: count }, (_, i) => shot(toe, high, i));
  const of = (shots: unknown) =>
    budget({ club: 'driver', shots }) as {
      sharesYd: Figures;
      verdict: string;
      actualCarryYd: number;
      possibleCarryYd: number;
      yardsPerMph: number;
    };
  test('heel-high strikes: strike first; the shares add up to what is missing', () => {
    const off = of(block(-22, 14));
    expect(off.verdict).toBe('strike-first');
    const sum = Object.values(off.sharesYd).reduce((a, b) => a + b, 0);
    expect(sum).toBeCloseTo(off.possibleCarryYd - off.actualCarryYd, 6);
    expect(off.yardsPerMph).toBeGreaterThan(1.5);
    expect(off.yardsPerMph).toBeLessThan(4);
  });
  test('well struck and well launched: speed first', () => {
    const shots = block(0, 0).map((s) => ({ ...s, dynamicLoftDeg: 15.5, faceDeg: -1, attackDeg: 2 }));
    expect(of(shots).verdict).toBe('speed-first');
  });
  test('too few shots cannot say; no shot is an error', () => {
    const few = budget({ club: 'driver', shots: block(-22, 14, 3) }) as { verdict: string; missing: string };
    expect(few.verdict).toBe('cannot-say');
    expect(few.missing).toBeTruthy();
    expect(codeOf(() => budget({ shots: [] }))).toContain('shots');
    expect(codeOf(() => budget({ shots: [{ ...shot(0, 0, 0), impactToeMm: 'x' }] }))).toContain('shots[0]');
  });
});

describe('maple battery', () => {
  const around = (mph: number): number[] => [-1, 0.5, 0, 1, -0.5].map((d) => mph + d);
  test('a player whose legs add little', () => {
    const answer = battery({
      full: around(95),
      tests: {
        kneeling: around(81),
        'feet together': around(86),
        stepIntoIt: around(103),
        handsApart: around(76),
        'no-ball': around(97),
      },
      implements: [
        { massKg: 0.25, speedsMph: around(102.5) },
        { massKg: 0.31, speedsMph: around(97) },
        { massKg: 0.37, speedsMph: around(92) },
      ],
    }) as {
      limit: Record<string, number>;
      named: string | null;
      ratios: Record<string, { ratio: number }>;
      loadVelocity: { slope: number };
      reading: string;
    };
    expect(answer.limit.legs).toBeGreaterThan(0.5);
    expect(Object.values(answer.limit).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(answer.reading).toContain('legs');
    expect(answer.ratios.kneeling!.ratio).toBeCloseTo(81 / 95, 2);
    expect(answer.loadVelocity.slope).toBeCloseTo(-0.28, 1);
  });
  test('two loads or two swings are not enough, and it says what is missing', () => {
    const thin = battery({
      full: around(95),
      tests: { kneeling: [70, 71] },
      implements: [{ massKg: 0.25, speedsMph: around(100) }],
    }) as { limit: unknown; named: unknown; reading: string; loadVelocity: { reading: string; sentence: string } };
    expect(thin).toMatchObject({ limit: null, named: null });
    expect(thin.reading).toContain('Not enough to say');
    expect(thin.loadVelocity.sentence).toContain('Not enough to say');
  });
  test('without a full swing nothing is read', () => {
    expect(() => battery({ full: [], tests: { kneeling: around(70) }, implements: [] })).toThrow();
  });
  test('a test of one’s own gets its ratio but no window; speeds that cannot be are named', () => {
    const own = battery({ full: around(95), tests: { handstand: around(70) } }) as {
      ratios: Record<string, { ratio: number; typical: unknown; reading: string }>;
    };
    expect(own.ratios.handstand).toMatchObject({ typical: null, reading: 'No typical window is known for this test.' });
    expect(own.ratios.handstand!.ratio).toBeCloseTo(70 / 95, 2);
    expect(codeOf(() => battery({ full: around(95), tests: { kneeling: [70, 'x', 71] } }))).toContain('tests.kneeling');
  });
});
