import type { ScreenInput, StudentInput } from '../../api/schemas.ts';
import { degToRad, radToDeg } from '../../core/units/units.ts';
import type { Db, Row } from '../db/connection.ts';

export interface StudentRow extends Row {
  id: string;
  name: string;
  handedness: 'right' | 'left';
  birth_year: number;
  birth_date: string | null;
  sex: 'female' | 'male' | null;
  height_m: number | null;
  mass_kg: number | null;
  level: StudentInput['level'];
  goal_kind: StudentInput['goalKind'];
  goal_speed_mps: number | null;
  goal_date: string | null;
  kit: string[];
  places: string[];
  sessions_per_week: number;
  lens: string;
  flags: string[];
  painful_parts: string[];
  body_note: string;
  cleared_on: string | null;
  cleared_by: string;
  speed_unit: 'mph' | 'm/s' | 'km/h' | null;
  phone: string;
  email: string;
  guardian_contact: string;
  groups: string[];
  pinned_note: string;
  archived_at: Date | null;
  clearance_note: string;
  guardian_name: string;
  guardian_consent_on: string | null;
}

/** A student as the wire shows it: the same fields as the form. */
export function studentToWire(row: StudentRow): StudentInput & { id: string } {
  return {
    id: row.id,
    name: row.name,
    handedness: row.handedness,
    birthYear: row.birth_year,
    birthDate: row.birth_date,
    sex: row.sex,
    heightM: row.height_m,
    massKg: row.mass_kg,
    level: row.level,
    goalKind: row.goal_kind,
    goalSpeedMps: row.goal_speed_mps,
    goalDate: row.goal_date,
    kit: row.kit,
    places: row.places,
    sessionsPerWeek: row.sessions_per_week,
    lens: row.lens as StudentInput['lens'],
    flags: row.flags as StudentInput['flags'],
    painfulParts: row.painful_parts as StudentInput['painfulParts'],
    bodyNote: row.body_note,
    clearedOn: row.cleared_on,
    clearedBy: row.cleared_by,
    speedUnit: row.speed_unit,
    phone: row.phone,
    email: row.email,
    guardianContact: row.guardian_contact,
    groups: row.groups,
    pinnedNote: row.pinned_note,
    clearanceNote: row.clearance_note,
    guardianName: row.guardian_name,
    guardianConsentOn: row.guardian_consent_on,
  };
}

const columnValues = (practiceId: string, id: string, s: StudentInput): unknown[] => [
  id,
  practiceId,
  s.name,
  s.handedness,
  s.birthYear,
  s.heightM ?? null,
  s.massKg ?? null,
  s.level,
  s.goalKind,
  s.goalSpeedMps ?? null,
  s.goalDate ?? null,
  s.kit,
  s.places,
  s.sessionsPerWeek,
  s.lens,
  s.flags,
  s.painfulParts,
  s.bodyNote,
  s.clearedOn ?? null,
  s.clearanceNote,
  s.guardianName,
  s.guardianConsentOn ?? null,
  s.sex ?? null,
  s.birthDate ?? null,
  s.clearedBy,
  s.speedUnit ?? null,
  s.phone,
  s.email,
  s.guardianContact,
  [...new Set(s.groups)],
  s.pinnedNote,
];

/** Adds or edits a student; a repeat of the same id and practice is an edit. @returns false where the id is another practice's */
export const saveStudent = async (db: Db, practiceId: string, id: string, s: StudentInput): Promise<boolean> =>
  (
    await db.query(
      `insert into students (id, practice_id, name, handedness, birth_year, height_m, mass_kg, level, goal_kind,
         goal_speed_mps, goal_date, kit, places, sessions_per_week, lens, flags, painful_parts, body_note, cleared_on,
         clearance_note, guardian_name, guardian_consent_on, sex, birth_date, cleared_by, speed_unit,
         phone, email, guardian_contact, groups, pinned_note)
       values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12,$13,$14,$15,$16,$17,$18,$19,$20,$21,$22,$23,$24,$25,$26,$27,$28,$29,$30,$31)
       on conflict (id) do update set name = excluded.name, handedness = excluded.handedness,
         birth_year = excluded.birth_year, height_m = excluded.height_m, mass_kg = excluded.mass_kg,
         level = excluded.level, goal_kind = excluded.goal_kind, goal_speed_mps = excluded.goal_speed_mps,
         goal_date = excluded.goal_date, kit = excluded.kit, places = excluded.places,
         sessions_per_week = excluded.sessions_per_week, lens = excluded.lens, flags = excluded.flags,
         painful_parts = excluded.painful_parts, body_note = excluded.body_note, cleared_on = excluded.cleared_on,
         clearance_note = excluded.clearance_note, guardian_name = excluded.guardian_name,
         guardian_consent_on = excluded.guardian_consent_on, sex = excluded.sex,
         birth_date = excluded.birth_date, cleared_by = excluded.cleared_by, speed_unit = excluded.speed_unit,
         phone = excluded.phone, email = excluded.email, guardian_contact = excluded.guardian_contact,
         groups = excluded.groups, pinned_note = excluded.pinned_note
       where students.practice_id = excluded.practice_id
       returning id`,
      columnValues(practiceId, id, s),
    )
  ).length > 0;

export const studentRow = async (db: Db, practiceId: string, id: string): Promise<StudentRow | undefined> =>
  (await db.query<StudentRow>('select * from students where practice_id = $1 and id = $2', [practiceId, id]))[0];

export const studentsById = (db: Db, practiceId: string, ids: readonly string[]): Promise<StudentRow[]> =>
  db.query<StudentRow>('select * from students where practice_id = $1 and id = any($2::uuid[])', [practiceId, ids]);

/** Takes a student out of the lists, or back. @returns false where there is no such student */
export const archiveStudent = async (db: Db, practiceId: string, id: string, archived: boolean): Promise<boolean> =>
  (
    await db.query(
      `update students set archived_at = case when $3 then coalesce(archived_at, now()) end
       where practice_id = $1 and id = $2 returning id`,
      [practiceId, id, archived],
    )
  ).length > 0;

interface ScreenRow extends Row {
  id: string;
  taken_on: string;
  trunk_turn_lead_rad: number | null;
  trunk_turn_trail_rad: number | null;
  toe_extension_lead_rad: number | null;
  toe_extension_trail_rad: number | null;
  balance_lead_s: number | null;
  balance_trail_s: number | null;
  heel_raises: number | null;
}

const toRad = (deg: number | null | undefined): number | null =>
  deg === null || deg === undefined ? null : degToRad(deg);
const toDeg = (rad: number | null): number | null => (rad === null ? null : Math.round(radToDeg(rad) * 10) / 10);

export const insertScreen = (db: Db, practiceId: string, studentId: string, s: ScreenInput): Promise<unknown> =>
  db.query(
    `insert into screens (id, practice_id, student_id, taken_on, trunk_turn_lead_rad, trunk_turn_trail_rad,
       toe_extension_lead_rad, toe_extension_trail_rad, balance_lead_s, balance_trail_s, heel_raises)
     values ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11) on conflict (id) do nothing`,
    [
      s.id,
      practiceId,
      studentId,
      s.takenOn,
      toRad(s.trunkTurnLeadDeg),
      toRad(s.trunkTurnTrailDeg),
      toRad(s.toeExtensionLeadDeg),
      toRad(s.toeExtensionTrailDeg),
      s.balanceLeadS ?? null,
      s.balanceTrailS ?? null,
      s.heelRaises ?? null,
    ],
  );

const screenToWire = (r: ScreenRow): ScreenInput => ({
  id: r.id,
  takenOn: r.taken_on,
  trunkTurnLeadDeg: toDeg(r.trunk_turn_lead_rad),
  trunkTurnTrailDeg: toDeg(r.trunk_turn_trail_rad),
  toeExtensionLeadDeg: toDeg(r.toe_extension_lead_rad),
  toeExtensionTrailDeg: toDeg(r.toe_extension_trail_rad),
  balanceLeadS: r.balance_lead_s,
  balanceTrailS: r.balance_trail_s,
  heelRaises: r.heel_raises,
});

export const screensOf = async (db: Db, practiceId: string, studentId: string): Promise<ScreenInput[]> =>
  (
    await db.query<ScreenRow>(
      'select * from screens where practice_id = $1 and student_id = $2 order by taken_on desc, id',
      [practiceId, studentId],
    )
  ).map(screenToWire);

/** The newest body screen of each of some students. */
export const latestScreens = async (
  db: Db,
  practiceId: string,
  studentIds: readonly string[],
): Promise<Map<string, ScreenInput>> =>
  new Map(
    (
      await db.query<ScreenRow & { student_id: string }>(
        `select distinct on (student_id) * from screens where practice_id = $1 and student_id = any($2::uuid[])
         order by student_id, taken_on desc, id`,
        [practiceId, studentIds],
      )
    ).map((r) => [r.student_id, screenToWire(r)]),
  );
