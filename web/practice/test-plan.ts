import type { PracticeAnswer } from '../../api/types.ts';
import { loadOn } from '../../core/plan/load.ts';

/** A drill of a plan on the phone. */
export const planDrill = (
  drillId: string,
  rung = 'full/whole/stick/none/on/garden',
  closedBecause: string[] = [],
): PracticeAnswer['drills'][number] => ({
  id: drillId,
  drillId,
  rung,
  cue: '',
  sets: 3,
  reps: 5,
  restS: 60,
  sessionsPerWeek: 3,
  mark: '',
  because: '',
  state: 'running',
  cautions: [],
  closedBecause,
});
/** A plan as the server says it to a phone on 10 March 2026. */
export const phonePlan = (change: Partial<PracticeAnswer> = {}): PracticeAnswer => ({
  studentName: 'S',
  handedness: 'right',
  planClosed: false,
  planClosedBecause: [],
  pains: [],
  load: loadOn('2026-03-10', [], 40, false),
  target: null,
  startsOn: '2026-03-01',
  week: [{ day: 2, drillIds: ['light-fast', 'quiet-setup'] }],
  cautions: [],
  referral: '',
  drills: [],
  ownDrills: [],
  protocol: null,
  programmeDays: null,
  sets: [],
  swishLead: null,
  words: { target: '', drills: {} },
  phone: '',
  speedUnit: 'mph',
  stick: { latestMps: null, spreadMps: 0, goalMps: null, notches: [] },
  ...change,
});
