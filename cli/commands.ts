import type * as yup from 'yup';
import { sequenceToWire } from '../api/sequence-wire.ts';
import { analyseSequence } from '../core/capture/sequence.ts';
import { infer } from '../core/diagnosis/infer.ts';
import { InputError } from '../core/errors/input-error.ts';
import { DEFAULT_AIR, type Air } from '../core/flight/air.ts';
import { launchFromDegrees, simulateFlight } from '../core/flight/ball-flight.ts';
import type { Ground } from '../core/flight/bounce.ts';
import { readMotionCsv } from '../core/formats/motion-csv.ts';
import { reviewGain } from '../core/review/review.ts';
import { metresToYards, mphToMps, mpsToMph, radToDeg } from '../core/units/units.ts';
import { flightSchema, inferSchema, reviewSchema } from './schemas.ts';

/** A command that answers one JSON value, or one that reads a file as it is. */
export type Command =
  | { readonly kind: 'json'; run(input: unknown): unknown }
  | { readonly kind: 'file'; run(text: string, fileName: string): unknown };

function checked<T>(schema: yup.Schema<T>, input: unknown): T {
  try {
    return schema.validateSync(input, { abortEarly: true });
  } catch (error) {
    const problem = error as yup.ValidationError;
    if (problem.name !== 'ValidationError') throw error;
    const code =
      problem.type === 'required' || problem.type === 'optionality'
        ? 'missing'
        : problem.type === 'typeError'
          ? 'not-a-number'
          : 'out-of-range';
    throw new InputError(code, problem.errors[0], problem.path ?? '');
  }
}

function flight(input: unknown): unknown {
  const { air: givenAir, shots, ground } = checked(flightSchema, input);
  const given = Object.fromEntries(Object.entries(givenAir ?? {}).filter(([, v]) => v !== undefined));
  const air: Air = { ...DEFAULT_AIR, ...given };
  const assumed: Record<string, unknown> = {};
  const missingAir = Object.keys(DEFAULT_AIR).filter((k) => !(k in given)) as (keyof Air)[];
  if (missingAir.length > 0) assumed.air = Object.fromEntries(missingAir.map((k) => [k, DEFAULT_AIR[k]]));
  if (ground === undefined) assumed.ground = 'normal';
  for (const key of ['launchDirectionDeg', 'spinAxisDeg'] as const) {
    if (shots.some((s) => s[key] === undefined)) assumed[key] = 0;
  }
  return {
    shots: shots.map((shot) => {
      const launch = launchFromDegrees({ ...shot, ballSpeedMps: mphToMps(shot.ballSpeedMph) });
      const f = simulateFlight(launch, air, (ground ?? 'normal') as Ground);
      return {
        carryYd: metresToYards(f.carryM),
        totalYd: metresToYards(f.totalM),
        apexYd: metresToYards(f.apexM),
        landAngleDeg: radToDeg(f.landAngleRad),
        sideYd: metresToYards(f.sideM),
        timeS: f.timeS,
      };
    }),
    assumed,
  };
}

function review(input: unknown): unknown {
  const given = checked(reviewSchema, input);
  const assumed: Record<string, unknown> = {};
  const assume = <T>(key: string, value: T | undefined, fallback: T): T => {
    if (value === undefined) assumed[key] = fallback;
    return value ?? fallback;
  };
  const sessions = given.sessions.map((s) => ({
    date: s.date,
    condition: s.condition ?? '',
    speedsMps: s.speedsMph.map(mphToMps),
  }));
  const smallestGainMph = assume('smallestGainMph', given.smallestGainMph, 1);
  const r = reviewGain(sessions, {
    baselineSessions: given.baselineSessions,
    smallestGainMps: mphToMps(smallestGainMph),
    compare: assume('compare', given.compare, 'sinceChange') as 'sinceChange' | 'latest',
    goal: assume('goal', given.goal, 'gain') as 'gain' | 'hold',
    growth: given.growth,
  });
  if (given.baselineSessions === undefined) assumed.baselineSessions = r.baselineSessions;
  return {
    gainMph: mpsToMph(r.gainMps),
    interval90Mph: r.interval90Mps.map(mpsToMph),
    chanceAboveSmallest: r.chanceAboveSmallest,
    verdict: r.verdict,
    sessionsToSettle: r.sessionsToSettle,
    notches: r.notches.map((n) => ({ date: n.date, speedMph: mpsToMph(n.speedMps) })),
    baselineMph: mpsToMph(r.baselineMps),
    daySpreadMph: mpsToMph(r.daySpreadMps),
    swingSpreadMph: mpsToMph(r.swingSpreadMps),
    growthMph: mpsToMph(r.growthMps),
    condition: r.condition,
    leftOut: r.leftOut,
    assumed,
  };
}

export const COMMANDS: Readonly<Record<string, Command>> = {
  flight: { kind: 'json', run: flight },
  infer: {
    kind: 'json',
    run: (input) => {
      const { faults, edges, evidence } = checked(inferSchema, input);
      return infer({ faults, edges }, evidence);
    },
  },
  review: { kind: 'json', run: review },
  sequence: {
    kind: 'file',
    run: (text, fileName) => {
      if (/\.c3d$/i.test(fileName)) {
        throw new InputError(
          'unknown-value',
          `${fileName}: C3D files are not read yet; save the curves as motion.csv.`,
          fileName,
        );
      }
      return sequenceToWire(analyseSequence(readMotionCsv(text, fileName)));
    },
  },
};
