import { distanceBudget, type Budget } from '../../core/diagnosis/budget/budget.ts';
import { distanceValue, type DistanceValue, type Hole } from '../../core/diagnosis/budget/distance-value.ts';
import { budgetShot } from '../../core/diagnosis/budget/subsets.ts';
import type { Level } from '../../core/catalogue/stages.ts';
import type { DiagnosedFault } from '../../core/diagnosis/diagnose.ts';
import type { Finding } from '../../core/diagnosis/findings.ts';
import type { Beliefs } from '../../core/beliefs/beliefs.ts';
import { paysMost, type Removal } from '../../core/diagnosis/pays-most.ts';
import { CannotSayError, InputError } from '../../core/errors/input-error.ts';
import { DEFAULT_AIR, type Air } from '../../core/flight/air.ts';
import { simulateFlight } from '../../core/flight/ball-flight.ts';
import type { Ground } from '../../core/flight/bounce.ts';
import { handOfNotes } from '../../core/formats/capture-file.ts';
import { checkShots, otherHandIssue, type ShotIssue } from '../../core/formats/check-shots.ts';
import { readDelimited } from '../../core/formats/delimited.ts';
import { columnMiddles, readMappedShots, type MappedShot, type Repair } from '../../core/formats/mapped-shots.ts';
import { guessMapping, mappingProblems, ownMapping, type MappedColumn } from '../../core/formats/shot-columns.ts';
import type { ShotValues } from '../../core/formats/shot-fields.ts';
import { completeShot, knownValues } from '../../core/impact/complete-shot.ts';
import type { HeadKind } from '../../core/catalogue/heads.ts';
import { bestLaunch, launchOut, type Optimum, type OptimumFor } from '../../core/impact/optimum.ts';
import { strikeMap, type StrikeMap } from '../../core/impact/strike-map.ts';
import { settled, type Settling } from '../../core/review/settle.ts';
import type { Review } from '../../core/review/review.ts';
import type { Handedness } from '../../core/units/units.ts';
import { lookIntoCapture } from './capture-tasks.ts';
import { SWING_TASKS } from './swing-tasks.ts';
import { SWISH_TASKS } from './swish-tasks.ts';

/** One flight of a pattern: where it flew, + out, and whether its launch was measured whole. */
export interface PatternShot {
  readonly id: string;
  /** Along the target line, up, out: m. */
  readonly path: readonly (readonly [number, number, number])[];
  readonly carryM: number;
  readonly sideOutM: number;
  readonly apexM: number;
  readonly totalM: number;
  /** Quantities that had to be estimated for it. */
  readonly estimated: readonly string[];
}

export interface FilePreview {
  /** Our own header: no mapping is needed. */
  readonly own: boolean;
  readonly header: readonly string[];
  readonly mapping: readonly MappedColumn[];
  readonly problems: readonly string[];
  readonly issues: readonly ShotIssue[];
  readonly first: readonly MappedShot[];
  readonly rows: number;
  /** Line of the file in which the names of the columns stand. */
  readonly headerLine: number;
  readonly clubs: readonly { readonly club: string; readonly count: number }[];
}

const PREVIEW_ROWS = 5;
/** What a flight is flown from. */
const FLOWN = ['ballSpeedMps', 'launchRad', 'launchDirectionOutRad', 'spinRadPerS', 'spinAxisOutRad'] as const;
/** Points drawn of one flight. */
const PATH_POINTS = 40;

function pattern(input: {
  shots: readonly { id: string; values: ShotValues }[];
  club: string;
  air: Air;
}): PatternShot[] {
  return input.shots.flatMap(({ id, values }) => {
    const done = completeShot(values, input.club, input.air);
    const known = knownValues(done);
    const { ballSpeedMps, launchRad, spinRadPerS } = known;
    if (ballSpeedMps === undefined || launchRad === undefined || spinRadPerS === undefined) return [];
    const flight = simulateFlight(
      launchOut({
        ballSpeedMps,
        launchRad,
        spinRadPerS,
        launchDirectionOutRad: known.launchDirectionOutRad ?? 0,
        spinAxisOutRad: known.spinAxisOutRad ?? 0,
      }),
      input.air,
    );
    const step = Math.max(1, Math.floor(flight.path.length / PATH_POINTS));
    const path = flight.path.filter((_, i) => i % step === 0 || i === flight.path.length - 1).map((p) => p.positionM);
    return [
      {
        id,
        path,
        carryM: flight.carryM,
        sideOutM: flight.sideM,
        apexM: flight.apexM,
        totalM: flight.totalM,
        estimated: FLOWN.filter((k) => done.estimated[k] !== undefined),
      },
    ];
  });
}

function budget(input: { shots: readonly ShotValues[]; club: string; attackAimRad?: number; level?: Level }): Budget {
  return distanceBudget(input.shots, input.club, { attackAimRad: input.attackAimRad, level: input.level });
}

function value(input: { shots: readonly ShotValues[]; club: string; hole: Hole }): DistanceValue {
  const landings = pattern({
    shots: input.shots.map((values) => ({ id: '', values })),
    club: input.club,
    air: DEFAULT_AIR,
  });
  const known = input.shots.flatMap((s) => budgetShot(s, input.club) ?? []);
  return distanceValue(known, landings, input.hole);
}

function optimum(input: {
  head: HeadKind;
  clubSpeedMps: number;
  attackRad: number;
  aim: OptimumFor;
  ground: Ground;
  air: Air;
}): Optimum {
  return bestLaunch(input.head, input.clubSpeedMps, input.attackRad, input);
}

/** Reads a file as it would be imported: mapping guessed or given, first rows in SI, what looks wrong. */
function preview(input: {
  text: string;
  fileName: string;
  handedness: Handedness;
  defaultClub: string;
  mapping?: readonly MappedColumn[];
  repairs: readonly Repair[];
}): FilePreview {
  const table = readDelimited(input.text, input.fileName);
  const own = ownMapping(table.header);
  const mapping = input.mapping ?? own ?? guessMapping(table.header, columnMiddles(table));
  const problems = mappingProblems(mapping);
  const base = {
    own: own !== undefined,
    header: table.header,
    mapping,
    problems,
    rows: table.rows.length,
    headerLine: table.headerLine,
  };
  if (problems.length > 0) return { ...base, issues: [], first: [], clubs: [] };
  const shots = readMappedShots(input.text, mapping, input.handedness, input);
  const counts = new Map<string, number>();
  for (const s of shots) counts.set(s.club, (counts.get(s.club) ?? 0) + 1);
  return {
    ...base,
    issues: [...otherHandIssue(handOfNotes(table.notes), input.handedness), ...checkShots(shots)],
    first: shots.slice(0, PREVIEW_ROWS),
    clubs: [...counts].map(([club, count]) => ({ club, count })),
  };
}

/** Everything the worker does, by name: heavy sums stay off the page. */
export const TASKS = {
  ...SWING_TASKS,
  ...SWISH_TASKS,
  lookIntoCapture,
  budget,
  value,
  optimum,
  /** Carry of a driver at some club speeds, each with the loft that is best for it, m. */
  bestCarries: (input: { clubSpeedsMps: readonly number[] }): number[] =>
    input.clubSpeedsMps.map((v) => bestLaunch('driver', v, 0).carryM),
  pattern,
  preview,
  paysMost: (input: {
    findings: readonly Finding[];
    faults: readonly DiagnosedFault[];
    level: Level;
    beliefs: Beliefs;
  }): Removal[] => paysMost(input.findings, input.faults, input.level, input.beliefs),
  settle: (input: Pick<Review, 'verdict' | 'settle' | 'sessionsSince'>): Settling => settled(input),
  strikes: (input: { shots: readonly ShotValues[]; club: string }): StrikeMap | null =>
    strikeMap(input.shots, input.club) ?? null,
} as const;
export type TaskName = keyof typeof TASKS;
export type TaskInput<N extends TaskName> = Parameters<(typeof TASKS)[N]>[0];
export type TaskOutput<N extends TaskName> = ReturnType<(typeof TASKS)[N]>;

export type TaskAnswer =
  | { readonly output: unknown }
  | { readonly error: { readonly code: string; readonly message: string; readonly missing: string } };

/**
 * Runs one task; errors of the core come back as data, with their code.
 * @param report told how far a long sum is: simulations done
 */
export function answer(name: TaskName, input: unknown, report: (done: number) => void = () => undefined): TaskAnswer {
  try {
    return { output: (TASKS[name] as (i: unknown, report: (done: number) => void) => unknown)(input, report) };
  } catch (error) {
    const known = error instanceof InputError || error instanceof CannotSayError;
    return {
      error: {
        code: known ? error.code : 'failed',
        message: error instanceof Error ? error.message : 'The sum failed.',
        missing: error instanceof CannotSayError ? error.missing : '',
      },
    };
  }
}
