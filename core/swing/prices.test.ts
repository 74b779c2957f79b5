import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { must } from '../errors/must.ts';
import { FAULTS } from '../catalogue/faults.ts';
import { speedNormMph } from '../catalogue/norms.ts';
import { mphToMps, mpsToMph, radToDeg } from '../units/units.ts';
import { clubSegment, gripInertiaKgM2, TYPICAL_DRIVER, withClub } from './club.ts';
import { MODEL_FAULTS, modelFault } from './fault-families.ts';
import { swingFigures } from './figures.ts';
import { clubHeadSpeedMps } from './model.ts';
import { SKILLED_PLAYER } from './parameters.ts';
import { playerSwing, strengthForSpeed } from './player.ts';
import { priceList, withFaults } from './price-list.ts';

const base = must(clubHeadSpeedMps(SKILLED_PLAYER));
const costMph = (id: string, amount: number): number =>
  mpsToMph(base - must(clubHeadSpeedMps(must(modelFault(id)).apply(SKILLED_PLAYER, amount))));

describe('price of a fault for the skilled player', () => {
  // Typical costs of an independent implementation, rounded to 0.1 mph there.
  test.each([
    ['short-turn', [10, 20, 30], [2.2, 4.7, 7.5]],
    ['arm-deep', [10, 20, 30], [1.9, 4.1, 6.5]],
    ['early-set', [10, 20, 30], [2.2, 4.5, 7.0]],
    ['body-stall', [60, 100], [4.7, 13.8]],
    ['tension', [0.2, 0.5, 0.9, 1.4], [1.7, 4.1, 6.9, 10]],
    ['hang-back', [6], [1.7]],
    ['no-leg-extension', [100], [1.4]],
    ['no-foot-torque', [20, 80], [0.4, 7.1]],
  ])('%s', (id, amounts, costs) => {
    amounts.forEach((amount, i) => expect(Math.abs(costMph(id, amount) - costs[i]!)).toBeLessThan(0.06));
  });
  test('throwing the angle is priced by the angle that is left at lead arm level', () => {
    // The independent figures are of a throw from the very start; this family is thrown the later the less is lost.
    for (const [lost, cost] of [
      [45, 6.5],
      [72, 10],
      [103, 19],
    ] as const) {
      expect(Math.abs(costMph('early-release', lost) / cost - 1)).toBeLessThan(0.08);
    }
    const cast = must(swingFigures(must(modelFault('early-release')).apply(SKILLED_PLAYER, 45)));
    expect(radToDeg(must(cast.wristAtLeadArmLevelRad))).toBeCloseTo(73.1 + 45, 0);
  });
  test('holding off costs 1.6, 3.2 and 5.8 mph within a tenth of a band', () => {
    [1.6, 3.2, 5.8].forEach((cost, i) =>
      expect(Math.abs(costMph('held-off', 20 * (i + 1)) / cost - 1)).toBeLessThan(0.06),
    );
  });
  test('arms before the hips by 20 and 60 ms as the reference cases: beyond the 45 ms that they follow in a sound swing', () => {
    expect(costMph('arms-first', 45 + 20)).toBeCloseTo(2.08, 1);
    expect(costMph('arms-first', 45 + 60)).toBeCloseTo(5.89, 1);
  });
  test.each(MODEL_FAULTS.map((f) => f.id))(
    'a little of “%s” costs little, and a little more costs little more',
    (id) => {
      const { range } = must(modelFault(id));
      const step = range[1] / 60;
      const costs = Array.from({ length: 40 }, (_, i) => costMph(id, i * step));
      expect(costs[0]).toBe(0);
      expect(Math.abs(costMph(id, step / 10))).toBeLessThan(0.2);
      const jumps = costs.slice(1).map((c, i) => Math.abs(c - costs[i]!));
      // No step is more than a few times what its neighbours are.
      jumps.forEach((j, i) => expect(j).toBeLessThan(0.15 + 3 * Math.max(jumps[i - 1] ?? 0, jumps[i + 1] ?? 0)));
    },
  );
  test('nothing changes at an amount of nothing, and every id is a fault of the catalogue', () => {
    for (const f of MODEL_FAULTS) {
      expect(clubHeadSpeedMps(f.apply(SKILLED_PLAYER, 0))).toBeCloseTo(base, 9);
      expect(FAULTS.some((known) => known.id === f.id)).toBe(true);
      expect(f.typical).toBeGreaterThan(0);
      expect(f.typical).toBeLessThanOrEqual(f.range[1]);
    }
  });
});

describe('price list of a player', () => {
  const player = playerSwing({ sex: 'male', heightM: 1.8, massKg: 84, strength: 0.63 });
  const faults = [
    { id: 'short-turn', amount: 18 },
    { id: 'early-release', amount: 30 },
    { id: 'tension', amount: 0.3 },
  ];
  const list = must(priceList(player, faults, mphToMps(92)));
  test('putting one thing right is what the model gains without it, in the player’s own speed', () => {
    const with3 = must(clubHeadSpeedMps(withFaults(player, faults)));
    const without = must(clubHeadSpeedMps(withFaults(player, faults.slice(1))));
    expect(list.prices[0]!.gainMps).toBeCloseTo((without / with3 - 1) * mphToMps(92), 9);
  });
  test('together is simulated, not summed', () => {
    const sum = list.prices.reduce((a, p) => a + p.gainMps, 0);
    expect(Math.abs(must(list.togetherMps) - sum)).toBeGreaterThan(0.05);
    const all = must(clubHeadSpeedMps(player)) / must(clubHeadSpeedMps(withFaults(player, faults)));
    expect(must(list.togetherMps)).toBeCloseTo((all - 1) * mphToMps(92), 9);
  });
  test('no band is narrower than 0.75 mph, and typical amounts have wider ones', () => {
    for (const p of list.prices) expect(mpsToMph(p.intervalMps[1] - p.gainMps)).toBeGreaterThanOrEqual(0.7499);
    const guessed = must(priceList(player, faults, mphToMps(92), new Set()));
    guessed.prices.forEach((p, i) =>
      expect(p.intervalMps[1] - p.intervalMps[0]).toBeGreaterThanOrEqual(
        list.prices[i]!.intervalMps[1] - list.prices[i]!.intervalMps[0],
      ),
    );
  });
  test('a price is never below nothing, and never falls with the amount', () => {
    for (const { id, range } of MODEL_FAULTS.filter((f) => f.id !== 'body-stall')) {
      const others = id === 'short-turn' ? [] : [{ id: 'short-turn', amount: 15 }];
      let before = 0;
      for (let i = 0; i <= 12; i++) {
        const price = must(priceList(player, [...others, { id, amount: (i / 20) * range[1] }])).prices.at(-1);
        expect(must(price).gainMps).toBeGreaterThanOrEqual(before - 0.02);
        before = must(price).gainMps;
      }
      expect(before).toBeGreaterThanOrEqual(0);
    }
  });
  test('more of a range fault never costs less', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('short-turn', 'arm-deep', 'early-set', 'tension', 'body-stall'),
        fc.double({ min: 0.1, max: 0.8, noNaN: true }),
        (id, share) => {
          const f = must(modelFault(id));
          const most = id === 'body-stall' ? 110 : f.range[1] * 0.6;
          const cost = (a: number): number => must(clubHeadSpeedMps(f.apply(player, a)));
          expect(cost(share * most)).toBeGreaterThanOrEqual(cost((share + 0.2) * most));
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('clubs and players', () => {
  test('a typical driver, built from its parts, is the skilled player’s club', () => {
    const built = clubSegment(TYPICAL_DRIVER);
    expect(built.massKg).toBeCloseTo(SKILLED_PLAYER.segments.club.massKg, 9);
    expect(built.comM).toBeCloseTo(SKILLED_PLAYER.segments.club.comM, 9);
    expect(built.inertiaKgM2).toBeCloseTo(SKILLED_PLAYER.segments.club.inertiaKgM2, 9);
  });
  test('a head 10 g lighter gives about 1.4 mph; lighter and heavier implements follow the load line', () => {
    const speed = (mass: number): number =>
      must(clubHeadSpeedMps(withClub(SKILLED_PLAYER, { ...TYPICAL_DRIVER, headMassKg: mass })));
    expect(mpsToMph(speed(0.19) - speed(0.2))).toBeCloseTo(1.4, 0);
    const scaled = (k: number): number => {
      const { club } = SKILLED_PLAYER.segments;
      const other = { ...club, massKg: club.massKg * k, inertiaKgM2: club.inertiaKgM2 * k };
      return (
        must(clubHeadSpeedMps({ ...SKILLED_PLAYER, segments: { ...SKILLED_PLAYER.segments, club: other } })) / base
      );
    };
    expect(scaled(0.8)).toBeCloseTo(1.061, 2);
    expect(scaled(1.2)).toBeCloseTo(0.948, 2);
    expect(gripInertiaKgM2(SKILLED_PLAYER.segments.club)).toBeGreaterThan(0.2);
  });
  test.each([
    ['male', 35, 1.78, 80],
    ['female', 35, 1.65, 67],
    ['male', 65, 1.76, 82],
    ['female', 65, 1.63, 67],
    ['male', 75, 1.75, 80],
    ['female', 12, 1.52, 43],
    ['male', 12, 1.5, 42],
  ] as const)('a sound %s of %i swings inside the norm of club players', (sex, ageYears, heightM, massKg) => {
    const mph = mpsToMph(must(clubHeadSpeedMps(playerSwing({ sex, ageYears, heightM, massKg }))));
    const norm = must(speedNormMph('driver', { sex, ageYears, level: 'club' }));
    expect(mph).toBeGreaterThan(norm.low);
    expect(mph).toBeLessThan(norm.high * 1.06);
  });
  test('the strength for a measured speed gives that speed', () => {
    const player = { sex: 'female', heightM: 1.7, massKg: 64 } as const;
    const strength = must(strengthForSpeed(player, mphToMps(84)));
    expect(mpsToMph(must(clubHeadSpeedMps(playerSwing({ ...player, strength }))))).toBeCloseTo(84, 1);
    expect(strengthForSpeed(player, mphToMps(200))).toBeUndefined();
  });
});
