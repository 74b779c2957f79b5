import type { StorageAnswer } from '../../api/types.ts';
import type { ContentStore } from '../content/content-store.ts';
import type { Db } from '../db/connection.ts';
import { forgetIntents } from '../rows/intents.ts';
import { dropStaged } from '../rows/captures.ts';
import { dropUnused, installationId, unnamedContent } from '../rows/content.ts';
import { forgetRemovals } from '../records/removals.ts';
import { deleteVideo, unfinishedVideos } from '../rows/videos.ts';

const HOUR_MS = 3_600_000;
/** An upload that nobody goes on with is given up after this long. */
const UPLOAD_HOURS = 7 * 24;
/** What another request may still be at is left alone for this long. */
const GRACE_HOURS = 1;

/** Whether a folder of files is this database's: those of another must not be taken for left over. */
async function isOwnFolder(db: Db, content: ContentStore, unnamed: readonly string[]): Promise<boolean> {
  const own = await installationId(db);
  const owner = await content.owner();
  if (owner !== undefined) return owner === own;
  const all = (await content.list()).filter((f) => !f.isPart);
  if (all.length > 0 && unnamed.length === all.length) return false;
  await content.setOwner(own);
  return true;
}

/** What was taken away. */
export interface Tidied {
  readonly imports: number;
  readonly uploads: number;
  readonly parts: number;
  readonly files: number;
}

/**
 * Takes away what a cut-off request has left: half-read imports, uploads that nobody goes on with, pieces of none, files that no row
 * names. What a row names is never touched.
 * @param alone nobody else is at work, as when the program has just started on its own folder: nothing needs time
 */
export async function tidy(
  { db, content }: { readonly db: Db; readonly content: ContentStore },
  alone: boolean,
  now = Date.now(),
): Promise<Tidied> {
  const grace = alone ? 0 : GRACE_HOURS;
  const imports = await dropStaged(db, grace);
  await forgetIntents(db);
  const uploads = await unfinishedVideos(db);
  const given = uploads.filter((u) => now - u.created_at.getTime() > UPLOAD_HOURS * HOUR_MS);
  for (const { id, practice_id } of given) {
    await deleteVideo(db, practice_id, id);
    await content.dropPart(id);
  }
  const running = new Set(uploads.filter((u) => !given.includes(u)).map((u) => u.id));
  const old = (await content.list()).filter((f) => alone || now - f.changedMs > grace * HOUR_MS);
  const parts = old.filter((f) => f.isPart && !running.has(f.name));
  for (const part of parts) await content.dropPart(part.name);
  await forgetRemovals({ db, content });
  const unnamed = await unnamedContent(
    db,
    old.filter((f) => !f.isPart).map((f) => f.name),
  );
  let files = 0;
  if (await isOwnFolder(db, content, unnamed))
    for (const sha256 of unnamed) files += await dropUnused(db, content, [sha256]);
  return { imports, uploads: given.length, parts: parts.length, files };
}

/** What the original files take, and which uploads wait for their rest. */
export async function storageOf(db: Db, content: ContentStore, practiceId: string): Promise<StorageAnswer> {
  const list = await content.list();
  const bytes = new Map(list.map((f) => [f.name, f.bytes]));
  const unfinished = (await unfinishedVideos(db)).filter((u) => u.practice_id === practiceId);
  return {
    files: list.filter((f) => !f.isPart).length,
    bytes: list.reduce((sum, f) => sum + f.bytes, 0),
    unfinished: unfinished.map((u) => ({
      id: u.id,
      lessonId: u.lesson_id,
      fileName: u.file_name,
      studentName: u.student_name,
      sizeBytes: Number(u.size_bytes),
      receivedBytes: bytes.get(u.id) ?? 0,
      startedAt: u.created_at.toISOString(),
    })),
  };
}
