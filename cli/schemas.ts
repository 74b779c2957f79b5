import * as yup from 'yup';

const number = (min: number, max: number): yup.NumberSchema<number | undefined> =>
  yup
    .number()
    .strict()
    .typeError(({ path, value }) => `${path} is ${JSON.stringify(value)}; expected a number from ${min} to ${max}.`)
    .test(
      'range',
      ({ path, value }) => `${path} is ${value}; expected ${min} to ${max}.`,
      (v) => v === undefined || (v >= min && v <= max),
    );
const required = (schema: yup.NumberSchema<number | undefined>): yup.NumberSchema<number> =>
  schema.required(({ path }) => `${path} is missing.`);
const text = (): yup.StringSchema<string | undefined> =>
  yup
    .string()
    .strict()
    .typeError(({ path }) => `${path} must be text.`);

export const flightSchema = yup.object({
  air: yup
    .object({
      temperatureC: number(-40, 60),
      pressureHpa: number(800, 1100),
      altitudeM: number(-500, 6000),
      humidityPct: number(0, 100),
      windTowardTargetMps: number(-40, 40),
      windToRightMps: number(-40, 40),
    })
    .default(undefined),
  ground: text().oneOf(['soft', 'normal', 'firm'], ({ path }) => `${path} must be soft, normal or firm.`),
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
