import type { PracticeSetInput } from '../../api/schemas.ts';
import type { Db } from '../db/connection.ts';
import { momentOfSet } from '../../api/clock.ts';
import { insertPain } from '../rows/pains.ts';
import { insertSet } from '../rows/practice.ts';

/** Rung that a set was done at: as the phone says, which may have a plan of before; else the present one. */
const rungOf = (drill: { readonly rung: string }, said: string | undefined): string => said ?? drill.rung;

/**
 * Keeps a practised set; pain that it says is noted with it and closes work from that moment. A repeat is harmless.
 * Within a transaction: both or neither.
 * @param sentAt the phone's own time when it sent this
 */
export async function logSet(
  tx: Db,
  practiceId: string,
  drill: { readonly drill_id: string; readonly rung: string; readonly student_id: string },
  input: PracticeSetInput,
  witnessed: boolean,
  sentAt?: string,
): Promise<void> {
  const { doneAt, day } = momentOfSet({ ...input, sentAt }, new Date());
  await insertSet(tx, practiceId, { ...input, doneAt, day, rung: rungOf(drill, input.rung), witnessed });
  if (input.pain)
    await insertPain(tx, practiceId, drill.student_id, {
      id: input.id,
      notedAt: doneAt,
      part: input.painPart,
      kind: input.painKind,
      note: input.painNote,
      drillId: drill.drill_id,
    });
}
