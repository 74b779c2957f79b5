import { format } from 'date-fns';
import type { CalledHistoryWire } from '../../../../api/called-types.ts';
import { slopeWords } from '../../../../core/called/called-sentence.ts';
import { calledThing } from '../../../../core/called/things.ts';
import { percent } from '../../../../core/numeric/percent.ts';
import { Card, DataTable, SideScroll } from '../../../kit/layout.tsx';

/** How far calls were done before, newest first. */
export function CalledHistory({ history }: { history: readonly CalledHistoryWire[] }) {
  if (history.length === 0) return null;
  return (
    <Card aria-label="Called before">
      <h3>Called before</h3>
      <SideScroll tabIndex={0} role="group" aria-label="Called before, in figures">
        <DataTable $words>
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">What</th>
              <th scope="col">Swings</th>
              <th scope="col">Of each one called is done</th>
              <th scope="col">Score</th>
            </tr>
          </thead>
          <tbody>
            {history.map((h) => (
              <tr key={`${h.at} ${h.thing} ${h.name}`}>
                <th scope="row">{format(new Date(h.at), 'd MMM yyyy')}</th>
                <td>
                  {h.name || calledThing(h.thing)?.name}
                  {h.lessonId === null ? ', at home' : ''}
                </td>
                <td>{h.swings}</td>
                <td>{slopeWords(h)}</td>
                <td>{percent(h.score)}</td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      </SideScroll>
    </Card>
  );
}
