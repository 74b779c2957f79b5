import { useSyncExternalStore } from 'react';
import type { LessonAnswer } from '../../api/types.ts';
import { outbox, type Kept } from '../base/outbox.ts';
import { Button } from '../kit/controls.tsx';
import { Notice, Row, Spread } from '../kit/layout.tsx';

/** Where a refused shot can go instead: the block in hand. */
const isShot = (k: Kept): boolean => /^\/blocks\/[^/]+\/shots$/.test(k.path);

/** What is kept in the browser until the server answers, and what the server refused and a person must decide on. */
export function OutboxNotice({ lesson }: { lesson: LessonAnswer }) {
  const kept = useSyncExternalStore(outbox.subscribe, outbox.get);
  const waiting = kept.filter((k) => k.refused === undefined);
  const refused = kept.filter((k) => k.refused !== undefined);
  const block = lesson.blocks.at(-1);
  return (
    <>
      {waiting.length > 0 ? (
        <Notice tone="unsure" role="status">
          Kept here until the server answers, then sent once: {waiting.map((k) => k.what).join('; ')}.
        </Notice>
      ) : null}
      {refused.map((k) => (
        <Notice key={k.key} tone="stop" role="alert">
          <Spread>
            <span>
              Not taken by the server: {k.what}. {k.refused}
            </span>
            <Row>
              {isShot(k) && block ? (
                <Button onPress={() => void outbox.redirect(k.key, `/blocks/${block.id}/shots`)}>
                  Put into block {block.position}
                </Button>
              ) : null}
              <Button onPress={() => void outbox.again(k.key)}>Try again</Button>
              <Button onPress={() => void outbox.drop(k.key)}>Throw away</Button>
            </Row>
          </Spread>
        </Notice>
      ))}
    </>
  );
}
