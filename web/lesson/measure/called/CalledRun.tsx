import { useState } from 'react';
import styled from 'styled-components';
import type { CalledHistoryWire, CalledRunWire } from '../../../../api/called-types.ts';
import type { LessonAnswer } from '../../../../api/types.ts';
import { calledSentence, callWords, valueWords } from '../../../../core/called/called-sentence.ts';
import { thingOf } from '../../../../core/called/run.ts';
import { callsOf } from '../../../../core/called/things.ts';
import { ask } from '../../../base/api.ts';
import { useIntent } from '../../../base/intent.ts';
import { Choice } from '../../../kit/chips.tsx';
import { Button, PrimaryButton, QuietButton } from '../../../kit/controls.tsx';
import { Card, Failed, Row, Sentence, Soft, Spread } from '../../../kit/layout.tsx';
import { ForRole } from '../../../parts/ForRole.tsx';
import { useLessonWrite } from '../../common/data.ts';
import { CalledHistory } from './CalledHistory.tsx';
import { CalledPicture } from './CalledPicture.tsx';
import { CalledTable } from './CalledTable.tsx';
import { NumberPad } from './NumberPad.tsx';

const Now = styled.div`
  font-family: var(--display);
  font-size: clamp(40px, 5.2vw, 68px);
  line-height: 1.1;
  overflow-wrap: anywhere;
`;

/** Calls, large enough for a glove: one tap before the swing; what was done by one tap after it where no shot says it. */
function Calls({ run, lesson }: { run: CalledRunWire; lesson: LessonAnswer }) {
  const { said, calls } = run;
  const thing = thingOf(said);
  const newest = calls.at(-1);
  const [ball, setBall] = useState<'ball' | 'no ball'>(newest && !newest.withBall ? 'no ball' : 'ball');
  const intent = useIntent();
  const call = useLessonWrite(lesson.lesson.id, (said: { called: number; withBall: boolean }, id) =>
    ask('POST /called/:id/calls', {
      id: run.id,
      body: { id, blockId: intent.idFor([calls.length, said.withBall]), ...said },
    }),
  );
  const callOut = (called: number): void => call.mutate({ called, withBall: ball === 'ball' });
  const say = useLessonWrite(lesson.lesson.id, (value: number | null) =>
    ask('PATCH /calls/:id', { id: newest?.id ?? '', body: { said: value } }),
  );
  const back = useLessonWrite(lesson.lesson.id, (id: string) => ask('DELETE /calls/:id', { id }));
  const end = useLessonWrite(lesson.lesson.id, () => ask('POST /called/:id/end', { id: run.id }));
  const error = call.error ?? say.error ?? back.error ?? end.error;
  const words = callsOf(thing).map((c) => ({ value: c.steps * thing.step, words: c.words }));
  return (
    <>
      <div role="status" aria-live="polite">
        <Now>
          {call.isPending
            ? `Calling: ${callWords(thing, call.variables.called, said.byWords)} …`
            : !newest
              ? 'What is called?'
              : newest.done === null
                ? `Called: ${callWords(thing, newest.called, said.byWords)}`
                : `Done: ${valueWords(thing, newest.done)}`}
        </Now>
        {newest ? (
          <Soft>
            {newest.done === null
              ? `${newest.setAside > 0 ? 'set aside: swing it again. ' : ''}${thing.ofShot ? 'Waiting for the shot, or tap what was done.' : 'Swing, then tap what was done.'}`
              : `“${callWords(thing, newest.called, said.byWords)}” was called${newest.measured ? ', measured' : ''}`}{' '}
            · {calls.length} called
          </Soft>
        ) : null}
      </div>
      {error ? <Failed error={error} /> : null}
      {said.byWords ? (
        <Row role="group" aria-label="Call">
          <strong>Call:</strong>
          {words.map((w) => (
            <Button
              key={w.words}
              aria-label={`Call ${w.words}`}
              onPress={() => callOut(w.value)}
              isDisabled={call.isPending}
            >
              {w.words}
            </Button>
          ))}
        </Row>
      ) : (
        <NumberPad label="Call" unit={thing.unit} onNumber={callOut} isDisabled={call.isPending} />
      )}
      {newest && !newest.measured ? (
        said.thing === 'swish' || (said.byWords && !thing.ofShot) ? (
          <Choice
            label="What was done"
            value={words.find((w) => w.value === newest.done)?.words ?? null}
            onChange={(v) => say.mutate(words.find((w) => w.words === v)?.value ?? null)}
            options={words.map((w) => ({ id: w.words, name: w.words }))}
          />
        ) : (
          <NumberPad label="Done" unit={thing.unit} onNumber={(v) => say.mutate(v)} isDisabled={say.isPending} />
        )
      ) : null}
      <Row>
        <Choice
          label="Ball"
          value={ball}
          onChange={setBall}
          options={[
            { id: 'ball', name: 'with a ball' },
            { id: 'no ball', name: 'no ball' },
          ]}
        />
        <QuietButton onPress={() => newest && back.mutate(newest.id)} isDisabled={!newest || back.isPending}>
          Take the last call back
        </QuietButton>
        <PrimaryButton onPress={() => end.mutate(undefined)} isDisabled={end.isPending}>
          That is all
        </PrimaryButton>
      </Row>
    </>
  );
}

/** One run of calls: live while it goes on; its line, and what to ask for. */
export function CalledRun({
  run,
  history,
  lesson,
}: {
  run: CalledRunWire;
  history: readonly CalledHistoryWire[];
  lesson: LessonAnswer;
}) {
  const { said, answer } = run;
  const thing = thingOf(said);
  const over = run.endedAt !== null;
  const more = useLessonWrite(lesson.lesson.id, () => ask('POST /called/:id/more', { id: run.id }));
  const remove = useLessonWrite(lesson.lesson.id, () => ask('DELETE /called/:id', { id: run.id }));
  return (
    <Card aria-label={`Called: ${thing.name}`}>
      <Spread>
        <div>
          <h2>Called: {thing.name}</h2>
          <Soft>
            {said.club}
            {said.byWords ? ` · one step is taken as ${valueWords({ unit: thing.unit }, said.step)}` : ''}
          </Soft>
        </div>
        {over ? (
          <Row>
            <QuietButton onPress={() => more.mutate(undefined)}>Go on with it</QuietButton>
            <ForRole to="DELETE /called/:id">
              <QuietButton onPress={() => remove.mutate(undefined)}>Remove it (its blocks stay)</QuietButton>
            </ForRole>
          </Row>
        ) : null}
      </Spread>
      {(more.error ?? remove.error) ? <Failed error={more.error ?? remove.error} /> : null}
      {over ? null : <Calls run={run} lesson={lesson} />}
      {run.calls.length > 0 ? (
        <Sentence data-testid="called-sentence">{calledSentence(answer, thing, thing.name, said.byWords)}</Sentence>
      ) : null}
      <CalledPicture run={run} />
      <CalledTable run={run} lesson={lesson} />
      <CalledHistory history={history} />
    </Card>
  );
}
