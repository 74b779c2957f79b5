import type { ContentStore } from '../content/content-store.ts';
import type { Db } from '../db/connection.ts';
import { practiceIds } from '../rows/accounts.ts';
import { forgetAudit, NOBODY, note } from '../rows/audit.ts';
import { dropUnused } from '../rows/content.ts';
import { oldFilms, retentionOf } from '../rows/retention.ts';
import { deleteVideo } from '../rows/videos.ts';

/** Erases what a practice keeps only for some time: films after their lesson, and old entries of the log. @returns films erased */
export async function keepToRetention({
  db,
  content,
}: {
  readonly db: Db;
  readonly content: ContentStore;
}): Promise<number> {
  let erased = 0;
  for (const practiceId of await practiceIds(db)) {
    const { filmMonths, auditMonths } = await retentionOf(db, practiceId);
    await forgetAudit(db, practiceId, auditMonths);
    if (filmMonths === null) continue;
    for (const film of await oldFilms(db, practiceId, filmMonths)) {
      await deleteVideo(db, practiceId, film.id);
      await content.dropPart(film.id);
      if (film.sha256 !== null) await dropUnused(db, content, [film.sha256]);
      await note(db, {
        practiceId,
        instructorId: NOBODY,
        who: 'the program',
        action: 'erased a film at the end of its time',
        studentId: film.student_id,
        thing: film.file_name,
      });
      erased += 1;
    }
  }
  return erased;
}
