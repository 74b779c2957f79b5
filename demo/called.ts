import { randomUUID } from 'node:crypto';
import { seededRandom } from '../core/numeric/random.ts';
import type { DemoClient } from './client.ts';
import type { LessonTruth, Story } from './telling/story.ts';

/** Calls of a lesson, cm past the ball. */
const CALLS_CM = [-60, 30, 0, 60, -30, 60, 30, 0];
const STEP_CM = 30;
const EAR_SD_CM = 14;

/** The place of the swish called and heard in a lesson, by how much of a call the student truly does; tapped to the nearest place. */
export async function callAndHear(
  client: DemoClient,
  story: Story,
  lessonId: string,
  { called }: LessonTruth,
): Promise<void> {
  if (!called) return;
  const id = randomUUID();
  const random = seededRandom(`${story.student.name} calls`);
  await client.call('POST', `/lessons/${lessonId}/called`, {
    id,
    thing: 'swish',
    byWords: true,
    step: STEP_CM,
    wanted: STEP_CM,
    club: 'light stick',
  });
  for (const calledCm of CALLS_CM) {
    const heard = called.offsetCm + called.slope * calledCm + EAR_SD_CM * random.normal();
    const said = Math.max(-2, Math.min(2, Math.round(heard / STEP_CM))) * STEP_CM;
    await client.call('POST', `/called/${id}/calls`, {
      id: randomUUID(),
      blockId: randomUUID(),
      called: calledCm,
      withBall: false,
      said,
    });
  }
  await client.call('POST', `/called/${id}/end`, {});
}
