import type { BlockWire, LessonAnswer } from '../../../api/types.ts';
import { ask } from '../../base/api.ts';
import { useUnits } from '../../base/session.tsx';
import { Button } from '../../kit/controls.tsx';
import { Failed, Notice, Row, Spread } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';

/** Shots that came while no block took them: into the block in hand, or away. */
export function WaitingTray({ lesson, block }: { lesson: LessonAnswer; block?: BlockWire }) {
  const units = useUnits();
  const { waiting } = lesson;
  const place = useLessonWrite(lesson.lesson.id, (blockId: string | null) =>
    ask('POST /waiting-shots', { body: { ids: waiting.map((w) => w.id), blockId } }),
  );
  if (waiting.length === 0) return null;
  const speeds = waiting
    .slice(0, 4)
    .flatMap((w) => (w.clubSpeedMps === null ? [] : [units.speed(w.clubSpeedMps)]))
    .join(', ');
  return (
    <Notice tone="unsure" role="status">
      <Spread>
        <span>
          {waiting.length === 1 ? 'One shot waits' : `${waiting.length} shots wait`}: {waiting[0]!.why} when{' '}
          {waiting.length === 1 ? 'it' : 'they'} came{speeds ? ` (${speeds}${waiting.length > 4 ? ' …' : ''})` : ''}.
        </span>
        <Row>
          {block ? (
            <Button onPress={() => place.mutate(block.id)} isDisabled={place.isPending}>
              Put into block {block.position}
            </Button>
          ) : null}
          <Button onPress={() => place.mutate(null)} isDisabled={place.isPending}>
            Throw away
          </Button>
        </Row>
      </Spread>
      {place.error ? <Failed error={place.error} /> : null}
    </Notice>
  );
}
