import { dayOf } from '../../core/units/calendar-day.ts';
import type { Settings } from '../../api/settings-schemas.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { shotField } from '../../core/formats/shot-fields.ts';
import { writeCsv } from '../../core/formats/write-csv.ts';
import type { StudentCard } from '../../api/types.ts';
import { listStudents, type StudentsWanted } from '../rows/student-list.ts';
import type { Means } from '../work/means.ts';
import { standings } from './standing.ts';

const UNIT_IN_FILES = { mph: 'mph', 'm/s': 'mps', 'km/h': 'kmh' } as const;

/** The table of students as a file, speeds in the practice's unit. */
export function studentsCsv(students: readonly StudentCard[], unit: Settings['speedUnit']): string {
  const { units } = shotField('clubSpeedMps');
  const name = UNIT_IN_FILES[unit];
  const speed = (mps: number | null | undefined): string =>
    mps === null || mps === undefined ? '' : (mps / (units[name] ?? 1)).toFixed(2);
  const day = (iso: string | null): string => (iso ? dayOf(iso) : '');
  return writeCsv(
    [
      'name',
      'handedness',
      'level',
      'groups',
      'lessons',
      'last_lesson_on',
      'next_lesson_on',
      'target',
      'pain_open',
      `latest_club_speed_${name}`,
      `gain_${name}`,
      `gain_low_90_${name}`,
      `gain_high_90_${name}`,
      'planned_days_a_week',
      'days_logged_in_last_week',
      'goal_on',
    ],
    students.map((s) => [
      s.name,
      s.handedness,
      s.level,
      s.groups.join('; '),
      s.lessons,
      day(s.lastLessonAt),
      day(s.nextLessonAt),
      s.target ? (faultById(s.target)?.name ?? s.target) : '',
      s.hasPain ? 'yes' : 'no',
      speed(s.stick.latestMps),
      speed(s.gain?.gainMps),
      speed(s.gain?.interval90Mps[0]),
      speed(s.gain?.interval90Mps[1]),
      s.plannedDays,
      s.loggedDays,
      s.goalDate ?? '',
    ]),
  );
}

/** Students as the list shows them; the same few queries for any number of them. @returns one more page's start, null at the end */
export async function studentCards(
  means: Means,
  practiceId: string,
  wanted: StudentsWanted,
  limit: number,
): Promise<{ students: StudentCard[]; nextOffset: number | null }> {
  const rows = await listStudents(means.db, practiceId, wanted, limit + 1);
  const shown = rows.slice(0, limit);
  const standing = await standings(means, practiceId, shown);
  return {
    students: shown.flatMap((row): StudentCard[] => {
      const at = standing.get(row.id);
      return at
        ? [
            {
              id: row.id,
              name: row.name,
              handedness: row.handedness,
              level: row.level,
              goalKind: row.goal_kind,
              goalDate: row.goal_date,
              lessons: row.lessons,
              lastLessonAt: row.last_at?.toISOString() ?? null,
              nextLessonAt: row.next_at?.toISOString() ?? null,
              hasPain: row.has_pain,
              target: row.target,
              plannedDays: row.planned_days,
              loggedDays: row.logged_days,
              groups: row.groups,
              archived: row.archived_at !== null,
              stick: at.stick,
              gain: at.gain && { gainMps: at.gain.gainMps, interval90Mps: [...at.gain.interval90Mps] },
            },
          ]
        : [];
    }),
    nextOffset: rows.length > limit ? wanted.offset + limit : null,
  };
}
