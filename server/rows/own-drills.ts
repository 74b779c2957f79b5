import type { OwnDrillWire } from '../../api/drill-types.ts';
import type { Drill } from '../../core/catalogue/drill-type.ts';
import { drillById, knowDrills } from '../../core/catalogue/drills.ts';
import { compileOwnDrill, ownDrillId, ownDrillOf, type OwnDrillText } from '../../core/catalogue/own-drill.ts';
import type { Db, Row } from '../db/connection.ts';

interface VersionRow extends Row {
  id: string;
  version: number;
  said: OwnDrillText | null;
  made_at: Date;
  made_by: string;
}

/** Every version of a practice's own drills, oldest first. */
export const ownDrillVersions = async (db: Db, practiceId: string): Promise<OwnDrillWire[]> =>
  (
    await db.query<VersionRow>(
      'select id, version, said, made_at, made_by from own_drills where practice_id = $1 order by id, version',
      [practiceId],
    )
  ).map((r) => ({ id: r.id, version: r.version, said: r.said, madeAt: r.made_at.toISOString(), madeBy: r.made_by }));

const compiled = (versions: readonly OwnDrillWire[]): Drill[] =>
  versions.flatMap((v) => (v.said ? [compileOwnDrill(ownDrillId(v.id, v.version), v.said)] : []));

/** Every version of a practice's drills, made known by id. */
export async function knownOwnDrills(db: Db, practiceId: string): Promise<Drill[]> {
  const drills = compiled(await ownDrillVersions(db, practiceId));
  knowDrills(drills);
  return drills;
}

/** Finds a drill by its id for a practice: what another practice wrote is not found, also where this program knows it. */
export async function drillFinder(db: Db, practiceId: string): Promise<(drillId: string) => Drill | undefined> {
  const own = new Set((await knownOwnDrills(db, practiceId)).map((d) => d.id));
  return (id) => (ownDrillOf(id) === undefined || own.has(id) ? drillById(id) : undefined);
}

/** Makes all versions known. @returns the newest version of each drill that is on the shelf */
export async function ownDrills(db: Db, practiceId: string): Promise<Drill[]> {
  const versions = await ownDrillVersions(db, practiceId);
  knowDrills(compiled(versions));
  return compiled([...new Map(versions.map((v) => [v.id, v])).values()]);
}

/**
 * Adds the next version of a drill; the same words again make none.
 * @returns its number, or undefined where the id belongs to another practice
 */
export async function addVersion(
  tx: Db,
  practiceId: string,
  id: string,
  said: OwnDrillText | null,
  by: string,
): Promise<number | undefined> {
  const [last] = await tx.query<VersionRow & { practice_id: string }>(
    'select * from own_drills where id = $1 order by version desc limit 1 for update',
    [id],
  );
  if (last && last.practice_id !== practiceId) return undefined;
  if (!last && said === null) return undefined;
  if (last) {
    const [same] = await tx.query<{ same: boolean }>('select ($1::jsonb is not distinct from $2::jsonb) as same', [
      last.said === null ? null : JSON.stringify(last.said),
      said === null ? null : JSON.stringify(said),
    ]);
    if (same?.same) return last.version;
  }
  const version = (last?.version ?? 0) + 1;
  await tx.query('insert into own_drills (id, version, practice_id, said, made_by) values ($1,$2,$3,$4,$5)', [
    id,
    version,
    practiceId,
    said === null ? null : JSON.stringify(said),
    by,
  ]);
  return version;
}

/** What a drill said when it last said something; null where it never did. */
export const lastWords = async (db: Db, practiceId: string, id: string): Promise<OwnDrillText | null> =>
  (
    await db.query<VersionRow>(
      'select * from own_drills where practice_id = $1 and id = $2 and said is not null order by version desc limit 1',
      [practiceId, id],
    )
  )[0]?.said ?? null;

export const favouritesOf = async (db: Db, practiceId: string, instructorId: string): Promise<string[]> =>
  (
    await db.query<{ drill: string }>(
      'select drill from favourite_drills where practice_id = $1 and instructor_id = $2 order by drill',
      [practiceId, instructorId],
    )
  ).map((r) => r.drill);

export const setFavourite = (
  db: Db,
  practiceId: string,
  instructorId: string,
  drill: string,
  favourite: boolean,
): Promise<unknown> =>
  favourite
    ? db.query(
        'insert into favourite_drills (practice_id, instructor_id, drill) values ($1,$2,$3) on conflict do nothing',
        [practiceId, instructorId, drill],
      )
    : db.query('delete from favourite_drills where practice_id = $1 and instructor_id = $2 and drill = $3', [
        practiceId,
        instructorId,
        drill,
      ]);
