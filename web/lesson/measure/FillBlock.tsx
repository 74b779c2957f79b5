import type { BlockWire, LessonAnswer } from '../../../api/types.ts';
import { ask } from '../../base/api.ts';
import { Button } from '../../kit/controls.tsx';
import { Card, Failed, Row } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';
import { FillFiles } from './FillFiles.tsx';

/** Ways to fill a block beside typing: import files, take what the devices send. */
export function FillBlock({ block, lesson }: { block: BlockWire; lesson: LessonAnswer }) {
  const lessonId = lesson.lesson.id;
  const listen = useLessonWrite(lessonId, (listening: boolean) =>
    ask('PATCH /blocks/:id', { id: block.id, body: { listening } }),
  );
  return (
    <Card aria-label="Fill the block">
      <h2>Fill the block</h2>
      <Row>
        <Button onPress={() => listen.mutate(!block.listening)}>
          {block.listening ? 'Pause live shots' : 'Take live shots'}
        </Button>
      </Row>
      {listen.error ? <Failed error={listen.error} /> : null}
      <FillFiles block={block} lesson={lesson} />
    </Card>
  );
}
