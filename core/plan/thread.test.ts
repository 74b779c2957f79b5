import { describe, expect, test } from '@jest/globals';
import type { PlanStudent } from './open-drills.ts';
import { askedDays, nextPlan, recordOf, type RunningDrill, type ThreadSet } from './thread.ts';

const DAY_MS = 86_400_000;
const setOn = (day: number, change: Partial<ThreadSet> = {}): ThreadSet => ({
  drillId: 'throw-bend-extend',
  target: 'early-release',
  rung: 'half/part/short-iron/none/on/garden',
  doneAt: new Date(Date.UTC(2026, 0, 1) + day * DAY_MS),
  day: new Date(Date.UTC(2026, 0, 1) + day * DAY_MS).toISOString().slice(0, 10),
  passed: 3,
  reset: 5,
  witnessed: false,
  pain: false,
  ...change,
});

describe('the next plan', () => {
  const student: PlanStudent = {
    ageYears: 40,
    kit: ['driver', 'iron', 'club', 'racket', 'light stick'],
    places: ['range', 'garden', 'living room'],
    flags: [],
    clearedOn: null,
    painfulParts: [],
    pains: [],
    balanceS: 20,
    lens: 'measured',
  };
  const running = (change: Partial<RunningDrill> = {}): RunningDrill => ({
    drillId: 'throw-bend-extend',
    rung: 'half/part/middle-iron/none/on/garden',
    cue: 'throw it',
    sets: 2,
    reps: 8,
    sessionsPerWeek: 3,
    because: '',
    state: 'running',
    ...change,
  });
  test('goes on at the decided rung, cue and dose', () => {
    const { drills, dropped } = nextPlan('early-release', student, [running()], new Set());
    expect(drills).toMatchObject([
      { drillId: 'throw-bend-extend', rung: running().rung, cue: 'throw it', continues: true },
    ]);
    expect(dropped).toEqual([]);
    // A row of the plan before brings more than that; its id must not go along.
    const row = { ...running(), id: 'of the plan before', restS: 60 };
    expect(nextPlan('early-release', student, [row], new Set()).drills).toEqual(drills);
  });
  test('all running drills go on, not the first alone', () => {
    const two = [running(), running({ drillId: 'flat-face-strike' })];
    expect(nextPlan('early-release', student, two, new Set()).drills).toHaveLength(2);
  });
  test('a changed drill gives way to one not tried yet, a stopped one is left out, each with its reason', () => {
    const plan = nextPlan(
      'early-release',
      student,
      [running({ state: 'changed' }), running({ drillId: 'flat-face-strike', state: 'stopped' })],
      new Set(['throw-bend-extend', 'flat-face-strike']),
    );
    expect(plan.drills).toHaveLength(1);
    expect(['throw-bend-extend', 'flat-face-strike']).not.toContain(plan.drills[0]!.drillId);
    expect(plan.drills[0]!.why).toContain('In place of');
    expect(plan.dropped.map((d) => d.drillId)).toEqual(['throw-bend-extend', 'flat-face-strike']);
  });
  test('a drill that the body closes by now does not go on', () => {
    const plan = nextPlan('early-release', { ...student, flags: ['heart'] }, [running()], new Set());
    expect(plan.drills).toEqual([]);
    expect(plan.dropped[0]!.because).toContain('clearance');
  });
});

test('days asked repeat weekly until another plan takes over', () => {
  expect(askedDays([0, 2, 4], '2026-01-01', '2026-01-01')).toBe(0);
  expect(askedDays([0, 2, 4], '2026-01-01', '2026-01-04')).toBe(2);
  expect(askedDays([0, 2, 4], '2026-01-01', '2026-01-15')).toBe(6);
});
test('what a drill did before is said in sessions and marks met', () => {
  expect(recordOf('throw-bend-extend', [])).toBe('');
  expect(recordOf('throw-bend-extend', [setOn(0), setOn(0), setOn(2, { passed: 8, reset: 0 })])).toBe(
    'Practised before: 2 sessions since 1 Jan, the mark met in 1.',
  );
});
