import { loadVelocity } from '../core/battery/load-velocity.ts';
import { limitReading } from '../core/battery/limit.ts';
import { testRatio } from '../core/battery/ratios.ts';
import { budgetSentence, distanceBudget } from '../core/diagnosis/budget/budget.ts';
import { BUDGET_FACTORS, type BudgetFactor } from '../core/diagnosis/budget/subsets.ts';
import type { Level } from '../core/catalogue/stages.ts';
import { InputError } from '../core/errors/input-error.ts';
import type { Ground } from '../core/flight/bounce.ts';
import { headKindOf, type HeadKind } from '../core/catalogue/heads.ts';
import { strikeBall } from '../core/impact/impact.ts';
import { bestLaunch, type OptimumFor } from '../core/impact/optimum.ts';
import {
  degToRad,
  metresToYards,
  METRES_PER_SECOND_PER_MPH,
  mphToMps,
  mpsToMph,
  radPerSToRpm,
  radToDeg,
  rightToOut,
  type Handedness,
} from '../core/units/units.ts';
import { airOf, Assumed, checked } from './input.ts';
import { batterySchema, budgetSchema, impactSchema, optimumSchema, speedsSchema } from './schemas.ts';
import { shotFromColumns } from './shot-columns.ts';

/** `impact`: what the ball leaves with for each delivery; signs + right of the target in and out. */
export function impact(input: unknown): unknown {
  const given = checked(impactSchema, input);
  const assumed = new Assumed();
  const hand = assumed.take('handedness', given.handedness as Handedness | undefined, 'right');
  for (const key of ['attackDeg', 'pathDeg', 'faceDeg', 'toeMm', 'highMm'] as const)
    if (given.impacts.some((i) => i[key] === undefined)) assumed.note(key, 0);
  const impacts = given.impacts.map((i, index) => {
    try {
      const ball = strikeBall({
        head: i.club as HeadKind,
        clubSpeedMps: mphToMps(i.clubSpeedMph),
        attackRad: degToRad(i.attackDeg ?? 0),
        pathOutRad: rightToOut(degToRad(i.pathDeg ?? 0), hand),
        faceOutRad: rightToOut(degToRad(i.faceDeg ?? 0), hand),
        dynamicLoftRad: degToRad(i.dynamicLoftDeg),
        toeM: (i.toeMm ?? 0) / 1000,
        highM: (i.highMm ?? 0) / 1000,
      });
      const ballSpeedMph = mpsToMph(ball.ballSpeedMps);
      return {
        ballSpeedMph,
        smash: ballSpeedMph / i.clubSpeedMph,
        launchDeg: radToDeg(ball.launchRad),
        launchDirectionDeg: rightToOut(radToDeg(ball.launchDirectionOutRad), hand),
        spinRpm: radPerSToRpm(ball.spinRadPerS),
        spinAxisDeg: rightToOut(radToDeg(ball.spinAxisOutRad), hand),
      };
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      throw new InputError(error.code, `impacts[${index}]: ${error.message}`, `impacts[${index}].${error.where}`);
    }
  });
  return { impacts, assumed: assumed.values };
}

/** `optimum`: the farthest centred, straight shot at each club speed and attack. */
export function optimum(input: unknown): unknown {
  const { cases } = checked(optimumSchema, input);
  const assumed = new Assumed();
  return {
    cases: cases.map((c) => {
      const best = bestLaunch(
        assumed.take('club', c.club as HeadKind | undefined, 'driver'),
        mphToMps(c.clubSpeedMph),
        degToRad(assumed.take('attackDeg', c.attackDeg, 0)),
        {
          aim: assumed.take('for', c.for as OptimumFor | undefined, 'carry'),
          ground: assumed.take('ground', c.ground as Ground | undefined, 'normal'),
          air: airOf(c.air, assumed),
        },
      );
      return {
        for: best.for,
        launchDeg: radToDeg(best.launchRad),
        spinRpm: radPerSToRpm(best.spinRadPerS),
        carryYd: metresToYards(best.carryM),
        totalYd: metresToYards(best.totalM),
        ballSpeedMph: mpsToMph(best.ballSpeedMps),
        dynamicLoftDeg: radToDeg(best.dynamicLoftRad),
      };
    }),
    assumed: assumed.values,
  };
}

const yards = (m: number): string => `${metresToYards(m).toFixed(0)} yd`;

/** `budget`: where the yards of a block are. */
export function budget(input: unknown): unknown {
  const given = checked(budgetSchema, input);
  const assumed = new Assumed();
  const hand = assumed.take('handedness', given.handedness as Handedness | undefined, 'right');
  const club = assumed.take('club', given.club, 'driver');
  const shots = given.shots.map((row) => shotFromColumns(row as Record<string, number | null | undefined>, hand));
  const b = distanceBudget(shots, club, {
    attackAimRad: given.attackAimDeg === undefined ? undefined : degToRad(given.attackAimDeg),
    level: assumed.take('level', given.level as Level | undefined, 'club'),
  });
  if (given.attackAimDeg === undefined) assumed.note('attackAimDeg', radToDeg(b.attackAimRad));
  if (b.shots < given.shots.length) assumed.note('shotsUsed', b.shots);
  assumed.note('head', headKindOf(club));
  const each = <T>(of: (f: BudgetFactor) => T): Record<string, T> =>
    Object.fromEntries(BUDGET_FACTORS.map((f) => [f, of(f)]));
  return {
    actualCarryYd: metresToYards(b.actualCarryM),
    possibleCarryYd: metresToYards(b.possibleCarryM),
    sharesYd: each((f) => metresToYards(b.sharesM[f])),
    intervals90Yd: each((f) => b.intervals90M[f].map(metresToYards)),
    yardsPerMph: metresToYards(b.metresPerMps) * METRES_PER_SECOND_PER_MPH,
    canBeHadYd: metresToYards(b.canBeHadM),
    canBeHad90Yd: b.canBeHad90M.map(metresToYards),
    speedGainYd: metresToYards(b.speedGainM),
    speedGain90Yd: b.speedGain90M.map(metresToYards),
    verdict: b.verdict,
    chanceSharesHoldMore: b.chanceSharesHoldMore,
    notMeasured: b.notMeasured,
    sentence: budgetSentence(b, yards),
    ...(b.missing ? { missing: b.missing } : {}),
    assumed: assumed.values,
  };
}

/** `battery`: ratios of the isolation tests, the load–velocity line, and what they say together. */
export function battery(input: unknown): unknown {
  const given = checked(batterySchema, input);
  const tests = Object.fromEntries(
    Object.entries(given.tests).map(([name, speeds]) => {
      try {
        return [name, checked(speedsSchema, speeds)];
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
        throw new InputError(
          error.code,
          `tests.${name}${error.where}: ${error.message}`,
          `tests.${name}${error.where}`,
        );
      }
    }),
  );
  const overall = limitReading(given.full, tests);
  return {
    ratios: Object.fromEntries(
      Object.entries(tests).map(([name, speeds]) => [name, testRatio(name, given.full, speeds)]),
    ),
    loadVelocity:
      given.implements.length === 0
        ? null
        : loadVelocity(
            given.implements.map((i) => ({ massKg: i.massKg, inertiaKgM2: i.inertiaKgM2, speeds: i.speedsMph })),
          ),
    limit: overall.limit,
    named: overall.named,
    nextTest: overall.nextTest,
    reading: overall.sentence,
  };
}
