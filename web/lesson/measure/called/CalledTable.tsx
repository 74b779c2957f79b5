import { useState } from 'react';
import type { CalledRunWire } from '../../../../api/called-types.ts';
import type { LessonAnswer } from '../../../../api/types.ts';
import type { CalledLine } from '../../../../core/called/called.ts';
import { amountWords, callWords, slopeWords, valueWords } from '../../../../core/called/called-sentence.ts';
import { thingOf } from '../../../../core/called/run.ts';
import { percent } from '../../../../core/numeric/percent.ts';
import { ask } from '../../../base/api.ts';
import { DataTable, Failed, Row, SideScroll, Soft } from '../../../kit/layout.tsx';
import { useLessonWrite } from '../../common/data.ts';
import { NumberPad } from './NumberPad.tsx';

/** What was done at each call, the lines with a ball and without, and the value that is aimed at. */
export function CalledTable({ run, lesson }: { run: CalledRunWire; lesson: LessonAnswer }) {
  const { said, answer } = run;
  const thing = thingOf(said);
  const [aims, setAims] = useState(false);
  const aim = useLessonWrite(lesson.lesson.id, (wanted: number) =>
    ask('PATCH /called/:id', { id: run.id, body: { wanted } }),
  );
  if (answer.atCalls.length === 0) return null;
  const lines: [string, CalledLine | null][] = [
    ['all swings', answer.line],
    ['with a ball', answer.withBall],
    ['without a ball', answer.withoutBall],
  ];
  return (
    <>
      <details>
        <summary>In figures</summary>
        <SideScroll tabIndex={0} role="group" aria-label="Called and done in figures">
          <DataTable $words>
            <thead>
              <tr>
                <th scope="col">Called</th>
                <th scope="col">Swings</th>
                <th scope="col">Done on average</th>
                <th scope="col">Spread</th>
              </tr>
            </thead>
            <tbody>
              {answer.atCalls.map((c) => (
                <tr key={c.called}>
                  <th scope="row">{callWords(thing, c.called, said.byWords)}</th>
                  <td>{c.swings}</td>
                  <td>{valueWords(thing, c.mean)}</td>
                  <td>{c.sd === null ? '–' : amountWords(thing, c.sd)}</td>
                </tr>
              ))}
            </tbody>
          </DataTable>
          <DataTable $words>
            <thead>
              <tr>
                <th scope="col">Line</th>
                <th scope="col">Swings</th>
                <th scope="col">Of each one called is done</th>
                <th scope="col">Score</th>
              </tr>
            </thead>
            <tbody>
              {lines.map(([name, l]) => (
                <tr key={name}>
                  <th scope="row">{name}</th>
                  <td>{l?.swings ?? '–'}</td>
                  <td>{l ? slopeWords(l) : 'cannot say'}</td>
                  <td>{l ? percent(l.score) : '–'}</td>
                </tr>
              ))}
            </tbody>
          </DataTable>
        </SideScroll>
        <Soft>
          90 % intervals. The score is the part of the spread that calls explain: 0 % calls change nothing, 100 % done
          to the point.
        </Soft>
      </details>
      <details open={aims} onToggle={(e) => setAims(e.currentTarget.open)}>
        <summary>
          {said.wanted === null ? 'Say what is aimed at' : `Aimed at: ${valueWords(thing, said.wanted)}`}
        </summary>
        <Row>
          <NumberPad
            label={`Aim at${thing.sides ? ` (− is ${thing.sides[1]})` : ''}`}
            unit={thing.unit}
            onNumber={(v) => aim.mutate(v)}
            isDisabled={aim.isPending}
          />
        </Row>
        {aim.error ? <Failed error={aim.error} /> : null}
      </details>
    </>
  );
}
