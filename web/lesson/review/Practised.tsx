import { format } from 'date-fns';
import { useState } from 'react';
import type { PracticeSetWire, ReviewAnswer } from '../../../api/types.ts';
import { drillById } from '../../../core/catalogue/drills.ts';
import { faultById } from '../../../core/catalogue/faults.ts';
import { ask } from '../../base/api.ts';
import { QuietButton } from '../../kit/controls.tsx';
import { Card, DataTable, Notice, Row, Soft } from '../../kit/layout.tsx';
import { ForRole } from '../../parts/ForRole.tsx';
import { WeekStrip } from '../../parts/WeekStrip.tsx';
import { useLessonWrite } from '../common/data.ts';

/** What the microphone heard of a practised set, in figures: swings, and the middle place of the swish. */
function heardWords({ heard }: PracticeSetWire): string {
  const places = heard.flatMap((h) => h.pastBallM ?? []).sort((a, b) => a - b);
  if (places.length === 0) return '';
  const middle = 100 * places[places.length >> 1]!;
  return ` (${heard.length} heard, ${Math.abs(middle).toFixed(0)} cm ${middle >= 0 ? 'past' : 'before'})`;
}

/** How many swings were called before. */
const callWords = ({ calls }: PracticeSetWire): string => (calls.length > 0 ? `, ${calls.length} called` : '');

/** What was practised since the lesson before, by sets; one that was logged by mistake is removed. */
export function Practised({ review, lessonId }: { review: ReviewAnswer; lessonId: string }) {
  const [changing, setChanging] = useState(false);
  const remove = useLessonWrite(lessonId, (id: string) => ask('DELETE /sets/:id', { id }));
  const { plan, practice } = review;
  if (!plan) return <Notice tone="info">No plan from an earlier lesson.</Notice>;
  const name = (planDrillId: string): string =>
    drillById(plan.drills.find((d) => d.id === planDrillId)?.drillId ?? '')?.name ?? 'drill';
  return (
    <Card aria-label="Practised since last time">
      <h2>Practised since last time, for “{faultById(plan.target)?.name ?? plan.target}”</h2>
      <WeekStrip startsOn={plan.startsOn} week={plan.week} sets={practice} />
      {practice.some((s) => s.pain) ? (
        <Notice tone="stop">Pain was noted. Ask about it before anything else; do not train through it.</Notice>
      ) : null}
      {practice.length === 0 ? (
        <Soft>Nothing was logged.</Soft>
      ) : (
        <DataTable $words>
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">Drill</th>
              <th scope="col">Passed</th>
              <th scope="col">Swish</th>
              <th scope="col">Ease without / with ball</th>
              <th scope="col">Seen by you</th>
              <th scope="col">Pain</th>
            </tr>
          </thead>
          <tbody>
            {practice.map((s) => (
              <tr key={s.id}>
                <td>{format(new Date(s.doneAt), 'd MMM')}</td>
                <td>{name(s.planDrillId)}</td>
                <td>
                  {s.passed + s.reset > 0 ? `${s.passed} of ${s.passed + s.reset}` : `${s.unjudged} done, not judged`}
                </td>
                <td>
                  {s.swish === 'not heard' ? '–' : `${s.swish} the ball`}
                  {heardWords(s)}
                  {callWords(s)}
                </td>
                <td>
                  {s.easeWithoutBall ?? '–'} / {s.easeWithBall ?? '–'}
                </td>
                <td>{s.witnessed ? 'yes' : '–'}</td>
                <td>{s.pain ? s.painNote || 'yes' : 'no'}</td>
                {changing ? (
                  <td>
                    <ForRole to="DELETE /sets/:id">
                      <QuietButton
                        onPress={() => remove.mutate(s.id)}
                        aria-label={`Remove the set of ${format(new Date(s.doneAt), 'd MMM')}`}
                      >
                        Remove
                      </QuietButton>
                    </ForRole>
                  </td>
                ) : null}
              </tr>
            ))}
          </tbody>
        </DataTable>
      )}
      {practice.length > 0 ? (
        <ForRole to="DELETE /sets/:id">
          <Row>
            <QuietButton onPress={() => setChanging((c) => !c)} aria-expanded={changing}>
              {changing ? 'Done with the log' : 'Take a set out of the log'}
            </QuietButton>
          </Row>
        </ForRole>
      ) : null}
    </Card>
  );
}
