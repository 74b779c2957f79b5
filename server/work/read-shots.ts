import { randomUUID } from 'node:crypto';
import { readMappedShots, type MappedShot, type Repair } from '../../core/formats/mapped-shots.ts';
import type { ColumnMapping } from '../../core/formats/shot-columns.ts';
import { readShotsCsv } from '../../core/formats/shots-csv.ts';
import type { Handedness } from '../../core/units/units.ts';
import { shotRows, type NewShot } from '../rows/new-shots.ts';

/** Rows in one statement: larger ones hold the database longer than a live shot should wait. */
const ROWS_AT_ONCE = 200;

/** Where the shots of a file belong. */
export interface ShotsFor {
  readonly importId: string;
  readonly handedness: Handedness;
  /** Start of the lesson, ms: rows without a time keep their order by one second each from it. */
  readonly startsAtMs: number;
  readonly fileName: string;
}

function partsOf(shots: readonly NewShot[]): string[] {
  const parts: string[] = [];
  for (let i = 0; i < shots.length; i += ROWS_AT_ONCE) parts.push(shotRows(shots.slice(i, i + ROWS_AT_ONCE)));
  return parts;
}

const fileShot = (of: ShotsFor, values: NewShot['values'], timeIso: string | undefined, index: number): NewShot => ({
  id: randomUUID(),
  source: 'file',
  importId: of.importId,
  struckAt: timeIso ?? new Date(of.startsAtMs + 1000 * index).toISOString(),
  values,
});

/** A file with our own header, made ready for the database. @throws InputError */
export function readShots(text: string, of: ShotsFor) {
  const file = readShotsCsv(text, of.handedness, of.fileName);
  return {
    rows: file.shots.length,
    ignoredColumns: file.ignoredColumns,
    clubs: [...new Set(file.shots.map((s) => s.club))],
    parts: partsOf(file.shots.map((s, i) => fileShot(of, s.values, s.timeIso, i))),
  };
}

const MOST_LEFT_OUT_SAID = 20;

/** A file with any header through its mapping, made ready for the database, by club. @throws InputError */
export function readForeignShots(
  text: string,
  mapping: ColumnMapping,
  of: ShotsFor & { readonly defaultClub: string; readonly repairs: readonly Repair[] },
) {
  const { fileName, defaultClub, repairs } = of;
  const shots = readMappedShots(text, mapping, of.handedness, { fileName, defaultClub, repairs });
  // A row without any speed has nothing that could be kept as a shot; the database asks for one.
  const hasSpeed = (s: MappedShot): boolean =>
    s.values.clubSpeedMps !== undefined || s.values.ballSpeedMps !== undefined;
  const kept = shots.filter(hasSpeed);
  const ready = kept.map((s, i) => ({
    club: s.club,
    shot: {
      ...fileShot(of, s.values, s.timeIso, i),
      setAsideReason: s.wrong.length > 0 ? s.wrong.join('; ') : undefined,
    },
  }));
  return {
    rows: kept.length,
    setAside: kept.filter((s) => s.wrong.length > 0).length,
    leftOut: shots
      .filter((s) => !hasSpeed(s))
      .slice(0, MOST_LEFT_OUT_SAID)
      .map((s) => ({ line: s.line, why: s.wrong.join('; ') })),
    leftOutCount: shots.length - kept.length,
    clubs: [...new Set(kept.map((s) => s.club))].map((club) => ({
      club,
      parts: partsOf(ready.filter((r) => r.club === club).map((r) => r.shot)),
    })),
  };
}
