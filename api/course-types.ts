import type { PainWire } from './body-types.ts';
import type { TargetHistoryWire } from './thread-types.ts';

/** A student's record on one time axis. */
export interface CourseAnswer {
  lessons: { id: string; startsAt: string; note: string; target: string | null }[];
  /** Medians of the sessions by their condition. */
  speeds: { lessonId: string; at: string; condition: string; medianMps: number; swings: number }[];
  notches: { date: string; speedMps: number }[];
  targets: TargetHistoryWire[];
  /** Sets logged on a day, by the student's own calendar. */
  practice: { day: string; sets: number; pain: boolean }[];
  pains: Pick<PainWire, 'id' | 'notedAt' | 'part' | 'kind' | 'reopened'>[];
  screens: { id: string; takenOn: string }[];
  films: { id: string; lessonId: string; at: string }[];
  toCome: { id: string; startsAt: string }[];
}
