import { sequenceToWire } from '../api/sequence-wire.ts';
import { analyseSequence } from '../core/capture/sequence.ts';
import { infer } from '../core/diagnosis/infer.ts';
import { c3d } from './c3d-command.ts';
import { called } from './called-command.ts';
import { readGroundFile, readMotionFile } from '../core/formats/capture-file.ts';
import { captureOptions, type Flags } from './flags.ts';
import { compare } from './compare-command.ts';
import { diagnose, signs } from './diagnose-command.ts';
import { findings } from './findings-command.ts';
import { fit } from './fit-command.ts';
import { ground } from './ground-command.ts';
import { battery, budget, impact, optimum } from './measure-commands.ts';
import { airOf, Assumed, checked } from './input.ts';
import { launchFromDegrees, simulateFlight } from '../core/flight/ball-flight.ts';
import type { Ground } from '../core/flight/bounce.ts';
import { reviewGain } from '../core/review/review.ts';
import { settled } from '../core/review/settle.ts';
import { metresToYards, mphToMps, mpsToMph, radToDeg } from '../core/units/units.ts';
import { picture } from './picture-command.ts';
import { swing } from './swing-command.ts';
import { swish } from './swish-command.ts';
import { trial } from './trial-command.ts';
import { video } from './video-command.ts';
import { flightSchema, inferSchema, reviewSchema } from './schemas.ts';

/** A command that takes JSON, one that reads a file as it is, or one that reads nothing. */
export type Command =
  /** Reads nothing. */
  | { readonly kind: 'none'; run(): unknown }
  /** Reads a file of any size from its place. */
  | { readonly kind: 'file'; run(file: string, fileName: string): Promise<unknown> }
  | { readonly kind: 'json'; run(input: unknown): unknown }
  | { readonly kind: 'bytes'; run(bytes: ArrayBuffer, fileName: string, flags: Flags): unknown };

function flight(input: unknown): unknown {
  const { air: givenAir, shots, ground } = checked(flightSchema, input);
  const assumed = new Assumed();
  const air = airOf(givenAir, assumed);
  const firmness = assumed.take('ground', ground as Ground | undefined, 'normal');
  for (const key of ['launchDirectionDeg', 'spinAxisDeg'] as const) {
    if (shots.some((s) => s[key] === undefined)) assumed.note(key, 0);
  }
  return {
    shots: shots.map((shot) => {
      const launch = launchFromDegrees({ ...shot, ballSpeedMps: mphToMps(shot.ballSpeedMph) });
      const f = simulateFlight(launch, air, firmness);
      return {
        carryYd: metresToYards(f.carryM),
        totalYd: metresToYards(f.totalM),
        apexYd: metresToYards(f.apexM),
        landAngleDeg: radToDeg(f.landAngleRad),
        sideYd: metresToYards(f.sideM),
        timeS: f.timeS,
      };
    }),
    assumed: assumed.values,
  };
}

function review(input: unknown): unknown {
  const given = checked(reviewSchema, input);
  const assumed = new Assumed();
  const sessions = given.sessions.map((s) => ({
    date: s.date,
    condition: s.condition ?? '',
    speedsMps: s.speedsMph.map(mphToMps),
    oldPlace: s.oldPlace ?? undefined,
  }));
  const smallestGainMph = assumed.take('smallestGainMph', given.smallestGainMph, 1);
  const r = reviewGain(sessions, {
    baselineSessions: given.baselineSessions,
    smallestGainMps: mphToMps(smallestGainMph),
    compare: assumed.take('compare', given.compare, 'sinceChange') as 'sinceChange' | 'latest',
    goal: assumed.take('goal', given.goal, 'gain') as 'gain' | 'hold',
    growth: given.growth,
  });
  const settling = settled(r);
  if (given.baselineSessions === undefined) assumed.note('baselineSessions', r.baselineSessions);
  return {
    gainMph: mpsToMph(r.gainMps),
    interval90Mph: r.interval90Mps.map(mpsToMph),
    intervalSeasonMph: r.intervalSeasonMps.map(mpsToMph),
    chanceAboveSmallest: r.chanceAboveSmallest,
    chanceBelowSmallest: r.chanceBelowSmallest,
    chanceNeeded: r.chanceNeeded,
    verdict: r.verdict,
    sessionsSince: r.sessionsSince,
    sessionsToSettle: settling.sessions,
    chanceWithin24: settling.chanceWithin24,
    sinceLast: {
      differenceMph: mpsToMph(r.sinceLast.differenceMps),
      interval90Mph: r.sinceLast.interval90Mps.map(mpsToMph),
    },
    oldPlaceWanted: r.oldPlaceWanted,
    baselineMayHideMph: mpsToMph(r.baselineMayHideMps),
    notches: r.notches.map((n) => ({
      date: n.date,
      speedMph: mpsToMph(n.speedMps),
      smallestGainMph: mpsToMph(n.smallestGainMps),
    })),
    baselineMph: mpsToMph(r.baselineMps),
    daySpreadMph: mpsToMph(r.daySpreadMps),
    swingSpreadMph: mpsToMph(r.swingSpreadMps),
    growthMph: mpsToMph(r.growthMps),
    condition: r.condition,
    leftOut: r.leftOut,
    assumed: assumed.values,
  };
}

export const COMMANDS: Readonly<Record<string, Command>> = {
  battery: { kind: 'json', run: battery },
  called: { kind: 'json', run: called },
  compare: { kind: 'json', run: compare },
  trial: { kind: 'json', run: trial },
  diagnose: { kind: 'json', run: diagnose },
  findings: { kind: 'bytes', run: findings },
  signs: { kind: 'none', run: signs },
  budget: { kind: 'json', run: budget },
  flight: { kind: 'json', run: flight },
  impact: { kind: 'json', run: impact },
  infer: {
    kind: 'json',
    run: (input) => {
      const { faults, edges, evidence } = checked(inferSchema, input);
      return infer({ faults, edges }, evidence);
    },
  },
  optimum: { kind: 'json', run: optimum },
  picture: { kind: 'json', run: picture },
  review: { kind: 'json', run: review },
  swing: { kind: 'json', run: swing },
  fit: { kind: 'bytes', run: (bytes, fileName, flags) => fit(readMotionFile(bytes, fileName, captureOptions(flags))) },
  ground: {
    kind: 'bytes',
    run: (bytes, fileName, flags) => ground(readGroundFile(bytes, fileName, captureOptions(flags))),
  },
  c3d: { kind: 'bytes', run: c3d },
  swish: { kind: 'bytes', run: swish },
  video: { kind: 'file', run: video },
  sequence: {
    kind: 'bytes',
    run: (bytes, fileName, flags) =>
      sequenceToWire(analyseSequence(readMotionFile(bytes, fileName, captureOptions(flags)))),
  },
};
