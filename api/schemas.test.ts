import { describe, expect, test } from '@jest/globals';
import type * as yup from 'yup';
import { blockSchema, feedSchema, importQuerySchema, shotSchema } from './measure-schemas.ts';
import {
  accountSchema,
  decisionSchema,
  planSchema,
  practiceSetSchema,
  screenSchema,
  studentSchema,
  verdictSchema,
} from './schemas.ts';
import { settingsSchema } from './settings-schemas.ts';

const ID = '3f0e8a52-6c1d-4a53-9d2f-0a3b5c7d9e11';
/** The first complaint of a schema about a value, or undefined. */
const complaint = (schema: yup.Schema, value: unknown): string | undefined => {
  try {
    schema.validateSync(value);
    return undefined;
  } catch (error) {
    return `${(error as yup.ValidationError).path}: ${(error as yup.ValidationError).errors[0]}`;
  }
};
const student = { name: 'Ada Birch', handedness: 'left', birthYear: 1990, level: 'elite', goalKind: 'hold' };

describe('student', () => {
  test('the least that is needed takes the stated defaults', () => {
    expect(studentSchema.cast(student)).toMatchObject({
      kit: [],
      places: [],
      sessionsPerWeek: 3,
      lens: 'measured',
      flags: [],
      clearanceNote: '',
    });
    expect(complaint(studentSchema, student)).toBeUndefined();
  });
  test.each([
    ['name', { name: '   ' }],
    ['handedness', { handedness: 'both' }],
    ['birthYear', { birthYear: 'old' }],
    ['birthYear', { birthYear: 1850 }],
    ['level', { level: 'professional' }],
    ['goalKind', { goalKind: 'win' }],
    ['heightM', { heightM: 178 }],
    ['massKg', { massKg: -3 }],
    ['goalDate', { goalDate: 'spring' }],
    ['flags[0]', { flags: ['tired'] }],
    ['painfulParts[0]', { painfulParts: ['pride'] }],
    ['sessionsPerWeek', { sessionsPerWeek: 40 }],
    ['lens', { lens: 'rose' }],
  ])('%s is checked', (path, change) =>
    expect(complaint(studentSchema, { ...student, ...change })).toContain(`${path}:`),
  );
  test('empty text means not known, not nought', () => {
    expect(studentSchema.cast({ ...student, heightM: '', goalDate: '' })).toMatchObject({
      heightM: null,
      goalDate: null,
    });
  });
});

describe('what is written in a lesson', () => {
  test('ids are made by the client and must be UUIDs', () => {
    for (const [schema, rest] of [
      [blockSchema, { club: 'driver', withBall: true, condition: 'normal' }],
      [screenSchema, { takenOn: '2026-03-01' }],
      [verdictSchema, { target: 'tension' }],
      [importQuerySchema, {}],
    ] as const) {
      expect(complaint(schema, { ...rest, id: ID })).toBeUndefined();
      expect(complaint(schema, { ...rest, id: '17' })).toContain('UUID');
    }
  });
  test('a shot needs a speed, and every value must be possible', () => {
    expect(complaint(shotSchema, { id: ID, values: { clubSpeedMps: 40, pathOutDeg: -3 } })).toBeUndefined();
    expect(complaint(shotSchema, { id: ID, values: { pathOutDeg: -3 } })).toContain('needs club speed or ball speed');
    expect(complaint(shotSchema, { id: ID, values: { clubSpeedMps: 400 } })).toContain('clubSpeedMps');
    expect(complaint(shotSchema, { id: ID, values: { clubSpeedMps: 40, spinRpm: -300 } })).toContain('spinRpm');
  });
  test('the feed keeps the device’s own columns', () => {
    const feed = {
      deviceId: 'm',
      shots: [{ deviceShotId: '1', struckAt: '2026-03-01T10:00:00Z', row: { club: 'driver', club_speed_mph: 90 } }],
    };
    expect(feedSchema.validateSync(feed, { stripUnknown: true }).shots[0]!.row).toEqual(feed.shots[0]!.row);
    expect(complaint(feedSchema, { ...feed, shots: [{ ...feed.shots[0], row: 'driver,90' }] })).toContain('row');
    expect(complaint(feedSchema, { ...feed, shots: [{ ...feed.shots[0], struckAt: 'now' }] })).toContain('struckAt');
  });
  test('a plan holds one to three drills on rungs that exist', () => {
    const drill = { id: ID, drillId: 'feet-together', rung: 2, sets: 2, reps: 8, sessionsPerWeek: 3 };
    const plan = { id: ID, target: 'tension', startsOn: '2026-03-01', drills: [drill] };
    expect(complaint(planSchema, plan)).toBeUndefined();
    expect(complaint(planSchema, { ...plan, drills: [] })).toContain('at least one drill');
    expect(complaint(planSchema, { ...plan, drills: Array.from({ length: 3 }, () => drill) })).toBeUndefined();
    expect(complaint(planSchema, { ...plan, drills: Array.from({ length: 4 }, () => drill) })).toContain(
      'at most three',
    );
    expect(complaint(planSchema, { ...plan, drills: [{ ...drill, rung: 9 }] })).toContain('rung');
    expect(complaint(planSchema, { ...plan, drills: [{ ...drill, sets: 0 }] })).toContain('sets');
  });
  test('a practice set says where the swish was and whether it hurt', () => {
    const set = { id: ID, planDrillId: ID, passed: 3, reset: 1, swish: 'past', pain: false };
    expect(complaint(practiceSetSchema, set)).toBeUndefined();
    expect(complaint(practiceSetSchema, { ...set, pain: undefined })).toContain('pain');
    expect(complaint(practiceSetSchema, { ...set, swish: 'loud' })).toContain('swish');
    expect(complaint(practiceSetSchema, { ...set, easeWithBall: 11 })).toContain('at most 10');
    expect(complaint(practiceSetSchema, { ...set, passed: 2.5 })).toContain('passed');
  });
  test('a decision is one of the ladder’s moves', () => {
    expect(complaint(decisionSchema, { id: ID, planDrillId: ID, chosen: 'up' })).toBeUndefined();
    expect(complaint(decisionSchema, { id: ID, planDrillId: ID, chosen: 'sideways' })).toContain('chosen');
  });
});

test('settings: defaults, and nothing that does not exist', () => {
  expect(settingsSchema.cast({})).toEqual({
    lens: 'measured',
    speedUnit: 'mph',
    distanceUnit: 'yd',
    shotFields: ['clubSpeedMps', 'ballSpeedMps'],
    theme: 'paper',
    smallestGainMps: 0.44704,
    phone: '',
  });
  expect(settingsSchema.cast({ phone: ' +44 20 7946 0000 ' }).phone).toBe('+44 20 7946 0000');
  expect(complaint(settingsSchema, { phone: 'call me' })).toContain('telephone');
  expect(complaint(settingsSchema, { speedUnit: 'knots' })).toContain('speedUnit');
  expect(complaint(settingsSchema, { smallestGainMps: -1 })).toContain('smallestGainMps');
});

test('an account needs a long password', () => {
  const account = { practiceName: 'P', name: 'N', signIn: 's', password: '123456789' };
  expect(complaint(accountSchema, account)).toContain('at least 10 characters');
  expect(complaint(accountSchema, { ...account, password: '1234567890' })).toBeUndefined();
});
