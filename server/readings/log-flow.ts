import { momentOfSet } from '../../api/clock.ts';
import type { ProtocolLogInput } from '../../api/protocol-schemas.ts';
import { isFullIntentStep } from '../../core/plan/protocol.ts';
import type { Db } from '../db/connection.ts';
import { insertPain } from '../rows/pains.ts';
import { insertProtocolLog, phoneProtocol } from '../rows/protocols.ts';

/**
 * Keeps what a phone did of a flow; its full-intent swings count, and pain closes at once. A repeat is harmless.
 * Within a transaction: both or neither.
 * @param sentAt the phone's own time when it sent this
 */
export async function logFlow(
  tx: Db,
  practiceId: string,
  studentId: string,
  input: ProtocolLogInput,
  sentAt?: string,
): Promise<void> {
  const sent = await phoneProtocol(tx, practiceId, studentId);
  const said = sent?.id === input.protocolId ? sent.said : null;
  const { doneAt, day } = momentOfSet({ ...input, sentAt }, new Date());
  // A flow that was exchanged meanwhile: what it asked is not known any more, so every swing counts.
  const isFull = (step: number): boolean => {
    const known = said?.steps[step];
    return said === null || (known !== undefined && isFullIntentStep(known));
  };
  await insertProtocolLog(tx, practiceId, studentId, {
    id: input.id,
    protocolName: said?.name ?? 'a flow of before',
    doneAt,
    day,
    steps: input.steps,
    fullIntentSwings: input.steps
      .filter((s) => isFull(s.step))
      .reduce((n, s) => n + s.passed + s.reset + s.unjudged, 0),
    effort: input.effort ?? null,
    pain: input.pain,
    note: input.note,
  });
  if (input.pain)
    await insertPain(tx, practiceId, studentId, {
      id: input.id,
      notedAt: doneAt,
      part: input.painPart,
      kind: input.painKind,
      note: input.painNote,
      drillId: null,
    });
}
