import type { Due, MinutePlan } from '../core/plan/minute-plan.ts';
import type { NotchStickData } from './types.ts';

/** A lesson to come, or one that was held from it. */
export interface AppointmentWire {
  id: string;
  seriesId: string;
  /** Lessons of its series that are still to come, itself included. */
  seriesLeft: number;
  studentId: string;
  studentName: string;
  startsAt: string;
  minutes: number;
  note: string;
  lessonId: string | null;
  /** Others at the same time, by the names of their students. */
  overlaps: string[];
}

/** A lesson that was begun without an appointment. */
export interface BegunLessonWire {
  id: string;
  studentId: string;
  studentName: string;
  startsAt: string;
}

/** A lesson of the day: to come, under way, or over. */
export interface DayLesson {
  /** Of the lesson; null while it has not been opened. */
  id: string | null;
  appointment: Pick<AppointmentWire, 'id' | 'seriesLeft' | 'note' | 'overlaps'> | null;
  startsAt: string;
  minutes: number;
  doneAt: string | null;
  studentId: string;
  studentName: string;
  handedness: 'right' | 'left';
  due: Due[];
  plan: MinutePlan;
  stick: NotchStickData;
}

/** What asks for a word between lessons. */
export interface InboxEntry {
  kind: 'pain' | 'late' | 'link' | 'behind' | 'done';
  studentId: string;
  studentName: string;
  text: string;
}

export interface TodayAnswer {
  lessons: DayLesson[];
  inbox: InboxEntry[];
  cameIn: { studentId: string; studentName: string; doneAt: string; text: string; pain: boolean }[];
  /** Days without a good backup where they are too many; else null. */
  backupOverdueDays: number | null;
}
