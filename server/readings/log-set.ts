import type { PracticeSetInput } from '../../api/schemas.ts';
import type { Db } from '../db/connection.ts';
import { insertPain } from '../rows/pains.ts';
import { insertSet } from '../rows/practice.ts';

/** Keeps a practised set; pain that it says is noted with it and closes work from that moment. A repeat is harmless. */
export async function logSet(
  db: Db,
  practiceId: string,
  drill: { readonly drill_id: string; readonly rung: number; readonly student_id: string },
  input: PracticeSetInput,
  witnessed: boolean,
): Promise<void> {
  const doneAt = input.doneAt ?? new Date().toISOString();
  await db.transaction(async (tx) => {
    await insertSet(tx, practiceId, { ...input, doneAt, rung: drill.rung, witnessed });
    if (input.pain)
      await insertPain(tx, practiceId, drill.student_id, {
        id: input.id,
        notedAt: doneAt,
        part: input.painPart,
        kind: input.painKind,
        note: input.painNote,
        drillId: drill.drill_id,
      });
  });
}
