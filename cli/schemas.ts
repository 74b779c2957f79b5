import * as yup from 'yup';
import { columnName } from './shot-columns.ts';
import { SHOT_FIELDS } from '../core/formats/shot-fields.ts';

export const number = (min: number, max: number): yup.NumberSchema<number | undefined> =>
  yup
    .number()
    .strict()
    .typeError(({ path, value }) => `${path} is ${JSON.stringify(value)}; expected a number from ${min} to ${max}.`)
    .test(
      'range',
      ({ path, value }) => `${path} is ${value}; expected ${min} to ${max}.`,
      (v) => v === undefined || (v >= min && v <= max),
    );
export const required = (schema: yup.NumberSchema<number | undefined>): yup.NumberSchema<number> =>
  schema.required(({ path }) => `${path} is missing.`);
const text = (): yup.StringSchema<string | undefined> =>
  yup
    .string()
    .strict()
    .typeError(({ path }) => `${path} must be text.`);

const airSchema = yup
  .object({
    temperatureC: number(-40, 60),
    pressureHpa: number(800, 1100),
    altitudeM: number(-500, 6000),
    humidityPct: number(0, 100),
    windTowardTargetMps: number(-40, 40),
    windToRightMps: number(-40, 40),
  })
  .default(undefined);
export const oneOf = <T extends string>(...values: readonly T[]) =>
  text().oneOf(
    values,
    ({ path }) => `${path} must be ${values.slice(0, -1).join(', ')} or ${values[values.length - 1]}.`,
  );
const ground = () => oneOf('soft', 'normal', 'firm');
const handedness = () => oneOf('right', 'left');

export const flightSchema = yup.object({
  air: airSchema,
  ground: ground(),
  shots: yup
    .array(
      yup.object({
        ballSpeedMph: required(number(1, 260)),
        launchDeg: required(number(-20, 89)),
        launchDirectionDeg: number(-89, 89),
        spinRpm: required(number(0, 20000)),
        spinAxisDeg: number(-90, 90),
      }),
    )
    .required(({ path }) => `${path} is missing; expected a list of shots.`)
    .min(1, ({ path }) => `${path} is empty; expected at least one shot.`),
});

export const inferSchema = yup.object({
  faults: yup
    .array(
      yup.object({
        id: text().required(({ path }) => `${path} is missing.`),
        prior: required(number(0, 1)),
        costMph: number(-100, 100),
        changeable: yup.boolean().strict(),
      }),
    )
    .required(({ path }) => `${path} is missing; expected a list of faults.`)
    .min(1, ({ path }) => `${path} is empty; expected at least one fault.`),
  edges: yup
    .array(
      yup.object({
        from: text().required(({ path }) => `${path} is missing.`),
        to: text().required(({ path }) => `${path} is missing.`),
        strength: required(number(0, 1)),
      }),
    )
    .default([]),
  evidence: yup
    .array(
      yup.object({
        fault: text().required(({ path }) => `${path} is missing.`),
        logOdds: required(number(-1000, 1000)),
        source: text().required(({ path }) => `${path} is missing.`),
        group: text(),
      }),
    )
    .default([]),
});

export const reviewSchema = yup.object({
  sessions: yup
    .array(
      yup.object({
        date: text().required(({ path }) => `${path} is missing.`),
        condition: text(),
        speedsMph: yup
          .array(required(number(5, 180)))
          .required(({ path }) => `${path} is missing; expected a list of speeds.`),
        oldPlace: yup.boolean(),
      }),
    )
    .required(({ path }) => `${path} is missing; expected a list of sessions.`),
  baselineSessions: number(1, 1000).integer(({ path }) => `${path} must be a whole number.`),
  smallestGainMph: number(0, 50),
  level: text().oneOf(
    ['beginner', 'club', 'single-figure', 'elite'],
    ({ path }) => `${path} must be beginner, club, single-figure or elite.`,
  ),
  compare: text().oneOf(['sinceChange', 'latest'], ({ path }) => `${path} must be sinceChange or latest.`),
  goal: text().oneOf(['gain', 'hold'], ({ path }) => `${path} must be gain or hold.`),
  growth: yup.array(
    yup.object({
      date: text().required(({ path }) => `${path} is missing.`),
      heightM: required(number(0.6, 2.5)),
      massKg: required(number(10, 250)),
    }),
  ),
  sex: text(),
  birthYear: number(1900, 2100),
});

export const impactSchema = yup.object({
  handedness: handedness(),
  impacts: yup
    .array(
      yup.object({
        club: oneOf('driver', 'fairway', 'iron').required(({ path }) => `${path} is missing.`),
        clubSpeedMph: required(number(5, 170)),
        attackDeg: number(-25, 25),
        pathDeg: number(-35, 35),
        faceDeg: number(-35, 35),
        dynamicLoftDeg: required(number(-5, 80)),
        toeMm: number(-60, 60),
        highMm: number(-50, 50),
      }),
    )
    .required(({ path }) => `${path} is missing; expected a list of impacts.`)
    .min(1, ({ path }) => `${path} is empty; expected at least one impact.`),
});

export const optimumSchema = yup.object({
  cases: yup
    .array(
      yup.object({
        for: oneOf('carry', 'total'),
        club: oneOf('driver', 'fairway', 'iron'),
        clubSpeedMph: required(number(20, 170)),
        attackDeg: number(-15, 15),
        ground: ground(),
        air: airSchema,
      }),
    )
    .required(({ path }) => `${path} is missing; expected a list of cases.`)
    .min(1, ({ path }) => `${path} is empty; expected at least one case.`),
});

/** Columns of shots.csv in camel case, with the unit they are written in. */
const shotColumns = Object.fromEntries(
  SHOT_FIELDS.map((f) => {
    const [unit, factor] = Object.entries(f.units)[0]!;
    const edge = (si: number): number => Math.round((si / factor) * 100) / 100;
    return [columnName(f.file, unit), number(edge(f.range[0]), edge(f.range[1])).nullable()];
  }),
);

export const budgetSchema = yup.object({
  level: text().oneOf(
    ['beginner', 'club', 'single-figure', 'elite'],
    ({ path }) => `${path} must be beginner, club, single-figure or elite.`,
  ),
  club: text(),
  handedness: handedness(),
  attackAimDeg: number(-15, 15),
  shots: yup
    .array(yup.object(shotColumns))
    .required(({ path }) => `${path} is missing; expected a list of shots.`)
    .min(1, ({ path }) => `${path} is empty; expected at least one shot.`),
});

const speeds = () =>
  yup.array(required(number(5, 180))).required(({ path }) => `${path} is missing; expected a list of speeds.`);

export const batterySchema = yup.object({
  full: yup.array(required(number(5, 180))).default([]),
  tests: yup
    .mixed<Record<string, unknown>>(
      (v): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v),
    )
    .typeError(({ path }) => `${path} must be an object of test names and lists of speeds.`)
    .default({}),
  implements: yup
    .array(
      yup.object({
        massKg: required(number(0.05, 3)),
        inertiaKgM2: number(0.005, 5),
        speedsMph: speeds(),
      }),
    )
    .default([]),
});
export const speedsSchema = speeds();

const LEVEL_NAMES = ['beginner', 'club', 'single-figure', 'elite'] as const;

/** A player of the command line: what is known of the body and the level. */
export const playerSchema = yup.object({
  level: oneOf(...LEVEL_NAMES),
  sex: oneOf('female', 'male'),
  ageYears: number(5, 110),
  heightM: number(0.8, 2.4),
  massKg: number(15, 250),
  fullSpeedMph: number(20, 180),
  handedness: handedness(),
});

/** Oldest finding that is still taken, days: ten years. */
const OLDEST_DAYS = 3653;

export const diagnoseSchema = yup.object({
  player: playerSchema.default(undefined),
  lens: text(),
  target: text(),
  practisedSince: yup.boolean(),
  beliefs: yup.mixed(),
  findings: yup
    .array(
      yup.object({
        sign: text(),
        seen: text(),
        grade: oneOf('absent', 'unsure', 'slight', 'clear'),
        value: number(-1e6, 1e6),
        uncertainty: number(0, 1e6),
        source: text(),
        ageDays: number(0, OLDEST_DAYS),
      }),
    )
    .required(({ path }) => `${path} is missing; expected a list of findings.`),
});

const speedList = () =>
  yup.array(required(number(5, 180))).required(({ path }) => `${path} is missing; expected a list of speeds.`);

export const compareSchema = yup.object({
  runs: yup
    .array(
      yup.object({
        label: text().required(({ path }) => `${path} is missing.`),
        day: text(),
        position: number(-1e6, 1e6),
        speedsMph: speedList(),
        strikeMm: yup.array(required(number(0, 200))),
        values: yup.mixed(),
      }),
    )
    .required(({ path }) => `${path} is missing; expected a list of runs.`)
    .min(2, ({ path }) => `${path} needs at least two runs.`),
  quantity: text(),
});
