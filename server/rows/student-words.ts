import { randomUUID } from 'node:crypto';
import type { Db } from '../db/connection.ts';

/** What an instructor put into other words in some lessons, by lesson and what it is about. */
export async function editedWords(
  db: Db,
  practiceId: string,
  lessonIds: readonly string[],
): Promise<(lessonId: string, about: string) => string | undefined> {
  const rows = await db.query<{ lesson_id: string; about: string; words: string }>(
    'select lesson_id, about, words from student_words where practice_id = $1 and lesson_id = any($2::uuid[])',
    [practiceId, lessonIds],
  );
  const by = new Map(rows.map((r) => [`${r.lesson_id} ${r.about}`, r.words]));
  return (lessonId, about) => by.get(`${lessonId} ${about}`);
}

/** Keeps other words; empty ones bring back those of the program. */
export const keepWords = (
  db: Db,
  practiceId: string,
  lessonId: string,
  about: string,
  words: string,
): Promise<unknown> =>
  words === ''
    ? db.query('delete from student_words where practice_id = $1 and lesson_id = $2 and about = $3', [
        practiceId,
        lessonId,
        about,
      ])
    : db.query(
        `insert into student_words (id, practice_id, lesson_id, about, words) values ($1,$2,$3,$4,$5)
         on conflict (practice_id, lesson_id, about) do update set words = excluded.words`,
        [randomUUID(), practiceId, lessonId, about, words],
      );
