import { LENSES } from '../../core/catalogue/stages.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { median } from '../../core/numeric/statistics.ts';
import { mpsToMph } from '../../core/units/units.ts';
import type { Db } from '../db/connection.ts';
import { sessionsOfStudents } from '../rows/figures.ts';
import { lessonSummaries } from '../rows/lessons.ts';
import { notchesOfStudents } from '../rows/notches.ts';
import { screensOf, studentRow, studentToWire } from '../rows/students.ts';

const day = (at: string | Date): string => new Date(at).toISOString().slice(0, 10);
const speed = (mps: number): string => `${mps.toFixed(1)} m/s (${mpsToMph(mps).toFixed(1)} mph)`;
const faultName = (id: string): string => faultById(id)?.name ?? id;

async function logged(tx: Db, practiceId: string, studentId: string): Promise<string[]> {
  const rows = await tx.query<{ drill_id: string; sets: number; passed: number; reset: number; pain: number }>(
    `select d.drill_id, count(*)::int as sets, sum(s.passed)::int as passed, sum(s.reset)::int as reset,
       (count(*) filter (where s.pain))::int as pain
     from practice_sets s join plan_drills d on d.id = s.plan_drill_id join plans p on p.id = d.plan_id
     where s.practice_id = $1 and p.student_id = $2 group by d.drill_id order by d.drill_id`,
    [practiceId, studentId],
  );
  return rows.map(
    (r) =>
      `${drillById(r.drill_id)?.name ?? r.drill_id}: ${r.sets} sets, ${r.passed} passed, ${r.reset} reset${r.pain > 0 ? `, pain noted ${r.pain} times` : ''}`,
  );
}

const films = async (tx: Db, practiceId: string, studentId: string): Promise<string[]> =>
  (
    await tx.query<{ file_name: string; sha256: string; starts_at: Date }>(
      `select v.file_name, v.sha256, l.starts_at from videos v join lessons l on l.id = v.lesson_id
       where v.practice_id = $1 and l.student_id = $2 and v.sha256 is not null order by l.starts_at, v.id`,
      [practiceId, studentId],
    )
  ).map((f) => `${day(f.starts_at)}: ${f.file_name} (files/${f.sha256})`);

async function ofStudent(tx: Db, practiceId: string, studentId: string): Promise<string> {
  const row = await studentRow(tx, practiceId, studentId);
  if (!row) return '';
  const s = studentToWire(row);
  const sessions = await sessionsOfStudents(tx, practiceId, [studentId]);
  const lessons = await lessonSummaries(tx, practiceId, studentId, { limit: 100_000, offset: 0 });
  const notches = await notchesOfStudents(tx, practiceId, [studentId]);
  const parts: readonly (readonly [string, readonly string[]])[] = [
    [
      'About',
      [
        `${s.handedness}-handed, born ${s.birthDate ?? s.birthYear}, level ${s.level}, lens ${LENSES.find((l) => l.id === s.lens)?.name ?? s.lens}`,
        ...(s.heightM ? [`height ${s.heightM.toFixed(2)} m`] : []),
        ...(s.massKg ? [`mass ${s.massKg.toFixed(0)} kg`] : []),
        `goal: ${s.goalKind}${s.goalSpeedMps ? ` to ${speed(s.goalSpeedMps)}` : ''}${s.goalDate ? ` by ${s.goalDate}` : ''}`,
        ...(s.flags.length > 0 ? [`to be cleared: ${s.flags.join(', ')}`] : []),
        ...(s.clearedOn
          ? [`cleared on ${s.clearedOn} by ${s.clearedBy || 'somebody not named'}: ${s.clearanceNote}`]
          : []),
        ...(s.painfulParts.length > 0 ? [`painful: ${s.painfulParts.join(', ')}`] : []),
        ...(s.bodyNote ? [`body: ${s.bodyNote}`] : []),
        ...(s.guardianName ? [`guardian: ${s.guardianName}, consent ${s.guardianConsentOn ?? 'not on file'}`] : []),
      ],
    ],
    [
      'Lessons',
      [...lessons]
        .reverse()
        .map(
          (l) =>
            `${day(l.startsAt)}: ${l.blocks} blocks, ${l.swings} swings${l.target ? `, target ${faultName(l.target)}` : ''}${l.note ? ` – ${l.note}` : ''}`,
        ),
    ],
    [
      'Club head speed (median of the counted swings)',
      sessions.map(
        (f) =>
          `${day(f.starts_at)}, ${f.club} ${f.with_ball ? 'with' : 'without'} ball, ${f.condition}: ${speed(median(f.speeds))} of ${f.speeds.length}`,
      ),
    ],
    ['Notches', notches.map((n) => `${day(n.date)}, ${n.condition}: ${speed(n.speedMps)}`)],
    ['Practice', await logged(tx, practiceId, studentId)],
    ['Body screens', (await screensOf(tx, practiceId, studentId)).map((x) => x.takenOn ?? '')],
    ['Videos and stills', await films(tx, practiceId, studentId)],
  ];
  return [
    s.name,
    '='.repeat([...s.name].length),
    ...parts.map(([title, lines]) => [`\n${title}`, ...(lines.length > 0 ? lines : ['none'])].join('\n  ')),
  ].join('\n');
}

/** A record in words, for a person to read: what its tables hold in full. */
export async function summaryOf(
  tx: Db,
  practiceId: string,
  students: readonly { readonly id: string }[],
  now: Date,
): Promise<string> {
  const texts: string[] = [];
  for (const { id } of students) texts.push(await ofStudent(tx, practiceId, id));
  return [`Record of ${now.toISOString()}. All of it is in tables/ and files/.`, ...texts, ''].join('\n\n');
}
