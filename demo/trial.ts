import { randomUUID } from 'node:crypto';
import type { TrialsAnswer } from '../api/trial-types.ts';
import { seededRandom } from '../core/numeric/random.ts';
import type { DemoClient } from './client.ts';
import { shotsFile, truePlayer } from './files.ts';
import type { LessonTruth, Story } from './telling/story.ts';

const MINUTE_MS = 60_000;
/** So long after the start of the lesson it is tried, and so long a turn takes, minutes. */
const FROM_MIN = 24;
const TURN_MIN = 1.5;

/** Things tried against the swing as usual in a lesson, by what each truly adds; the best of them is kept. */
export async function tryOut(
  client: DemoClient,
  story: Story,
  lessonId: string,
  lesson: LessonTruth,
  startsAt: Date,
): Promise<void> {
  const { tried, target } = lesson;
  if (!tried || !target) return;
  const id = randomUUID();
  const random = seededRandom(`${story.student.name} tries`);
  const labels = Object.keys(tried);
  await client.call('POST', `/lessons/${lessonId}/trials`, {
    id,
    faultId: target,
    club: 'driver',
    withBall: true,
    swings: 8 * (labels.length + 1),
    conditions: [{ label: 'As usual', kind: 'as usual' }, ...labels.map((label) => ({ label, kind: 'cue' }))],
  });
  const trial = async () => {
    const { trials } = await client.call<TrialsAnswer>('GET', `/lessons/${lessonId}/trials`);
    return trials.find((t) => t.id === id);
  };
  for (let turn = 0; ; turn++) {
    const due = (await trial())?.next;
    if (!due) break;
    const blockId = randomUUID();
    const { round, condition, swings } = due;
    await client.call('POST', `/trials/${id}/turns`, { id: randomUUID(), blockId, round, condition });
    const mph = lesson.driverMph + (tried[labels[condition - 1] ?? ''] ?? 0);
    const at = new Date(startsAt.getTime() + (FROM_MIN + TURN_MIN * turn) * MINUTE_MS);
    const csv = shotsFile(truePlayer(story, lesson, 'driver', mph), true, at, random, swings);
    await client.call(
      'POST',
      `/blocks/${blockId}/imports/shots?id=${randomUUID()}&name=trial-${turn + 1}.csv`,
      csv,
      'text/csv',
    );
  }
  await client.call('POST', `/trials/${id}/end`, {});
  const leader = (await trial())?.answer.leader;
  if (typeof leader === 'number') await client.call('POST', `/trials/${id}/keep`, { condition: leader });
}
