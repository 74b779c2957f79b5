import { lazy, Suspense, useState } from 'react';
import type { LessonAnswer, SwishSetWire } from '../../../api/types.ts';
import { ask } from '../../base/api.ts';
import { useUnits } from '../../base/session.tsx';
import { Button, QuietButton } from '../../kit/controls.tsx';
import { Card, DataTable, Failed, Row, Soft, Waiting } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';

const SwishPanel = lazy(() => import('../../parts/swish/SwishPanel.tsx').then((m) => ({ default: m.SwishPanel })));

const middle = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;

/** Listening in a lesson: the swish panel on demand, and the sets that were kept; a kept set is evidence in the ledger. */
export function Listen({ lesson }: { lesson: LessonAnswer }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const lessonId = lesson.lesson.id;
  const keep = useLessonWrite(lessonId, (set: Omit<SwishSetWire, 'id' | 'heardAt'>, id) =>
    ask('POST /lessons/:id/swish-sets', { id: lessonId, body: { id, ...set } }),
  );
  const remove = useLessonWrite(lessonId, (id: string) => ask('DELETE /swish-sets/:id', { id }));
  const count = (s: SwishSetWire, j: string): number => s.swings.filter((x) => x.judgement === j).length;
  return (
    <>
      <Row>
        <Button onPress={() => setOpen(!open)} aria-expanded={open}>
          {open ? 'Close the microphone' : 'Listen to the swish'}
        </Button>
      </Row>
      {open ? (
        <Suspense fallback={<Waiting what="the microphone" />}>
          <SwishPanel
            handedness={lesson.student.handedness}
            onKeep={(set) => keep.mutate(set)}
            recordings={lesson.videos
              .filter((v) => v.hasSound)
              .map((v) => ({ name: v.fileName, url: `/api/videos/${v.id}/file` }))}
          />
        </Suspense>
      ) : null}
      {keep.error ? <Failed error={keep.error} /> : null}
      {remove.error ? <Failed error={remove.error} /> : null}
      {lesson.swishSets.length > 0 ? (
        <Card aria-label="Heard in this lesson">
          <h2>Heard in this lesson</h2>
          <DataTable>
            <thead>
              <tr>
                <th scope="col">set</th>
                <th scope="col">swings</th>
                <th scope="col">early / at / past</th>
                <th scope="col">tip speed, median</th>
                <th scope="col">stick</th>
                <td />
              </tr>
            </thead>
            <tbody>
              {lesson.swishSets.map((s, i) => (
                <tr key={s.id}>
                  <th scope="row">{i + 1}</th>
                  <td>{s.swings.length}</td>
                  <td>
                    {count(s, 'before')} / {count(s, 'at')} / {count(s, 'past')}
                  </td>
                  <td>{units.speed(middle(s.swings.map((x) => x.tipSpeedMps)))}</td>
                  <td>{(1000 * s.diameterM).toFixed(1)} mm</td>
                  <td>
                    <QuietButton onPress={() => remove.mutate(s.id)} aria-label={`Remove set ${i + 1}`}>
                      Remove
                    </QuietButton>
                  </td>
                </tr>
              ))}
            </tbody>
          </DataTable>
          <Soft>Three judged swings in the usual direction or more count in the ledger.</Soft>
        </Card>
      ) : null}
    </>
  );
}
