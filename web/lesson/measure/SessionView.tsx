import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { ProtocolChoiceWire, ProtocolsAnswer } from '../../../api/protocol-types.ts';
import type { LessonAnswer } from '../../../api/types.ts';
import { fullIntentSwings } from '../../../core/plan/protocol.ts';
import { useDraft } from '../../base/drafts.tsx';
import { ask, newId, takesPlace } from '../../base/api.ts';
import { useIntent } from '../../base/intent.ts';
import { Button, PrimaryButton, QuietButton, Select } from '../../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { Removed } from '../../parts/Removed.tsx';
import { ForRole } from '../../parts/ForRole.tsx';
import { useLessonWrite } from '../common/data.ts';
import { ProtocolForm } from './session/ProtocolForm.tsx';
import { ProtocolFiles } from './session/ProtocolFiles.tsx';
import { RunView } from './session/RunView.tsx';

const useProtocols = (lessonId: string) =>
  useQuery({
    queryKey: ['lesson', lessonId, 'protocols'],
    queryFn: () => ask('GET /lessons/:id/protocols', { id: lessonId }),
  });

/** A protocol before it is run: its steps, why it is closed, and what can be done with it. */
function Choice({
  choice,
  lesson,
  onEdit,
}: {
  choice: ProtocolChoiceWire;
  lesson: LessonAnswer;
  onEdit: (id: string, said: ProtocolChoiceWire['said']) => void;
}) {
  const lessonId = lesson.lesson.id;
  const intent = useIntent();
  const begin = useLessonWrite(lessonId, (withDriver: boolean) =>
    ask('POST /lessons/:id/protocol-runs', {
      id: lessonId,
      body: { id: intent.idFor(`${choice.id} ${withDriver}`), protocol: choice.id, withDriver },
    }),
  );
  const toPhone = useLessonWrite(lessonId, () =>
    ask('PUT /students/:id/phone-protocol', { id: lesson.student.id, body: { protocol: choice.id } }),
  );
  const remove = useLessonWrite(lessonId, () => ask('DELETE /protocols/:id', { id: choice.id }));
  const full = fullIntentSwings(choice.said);
  const error = begin.error ?? toPhone.error ?? remove.error;
  return (
    <Card aria-label={choice.said.name}>
      <h2>{choice.said.name}</h2>
      <Soft>{choice.said.what}</Soft>
      <ol>
        {choice.said.steps.map((s, i) => (
          <li key={i}>
            <strong>{s.name}</strong>: {s.swings} × {s.club}
            {s.withBall ? ', ball' : ''}. {s.how}
          </li>
        ))}
      </ol>
      {full > 0 ? <Soft>{full} swings at full intent count into the day.</Soft> : null}
      {choice.closedBecause.length > 0 ? (
        <Notice tone="stop">
          <strong>Closed.</strong> {choice.closedBecause.join(' ')}
        </Notice>
      ) : null}
      {error ? <Failed error={error} /> : null}
      <Row>
        <PrimaryButton
          onPress={() => begin.mutate(false)}
          isDisabled={choice.closedBecause.length > 0 || begin.isPending}
        >
          Run it
        </PrimaryButton>
        <Button onPress={() => begin.mutate(true)} isDisabled={choice.closedBecause.length > 0 || begin.isPending}>
          Run it with the driver
        </Button>
        <ForRole to="PUT /students/:id/phone-protocol">
          <QuietButton onPress={() => toPhone.mutate(undefined)} isDisabled={choice.closedBecause.length > 0}>
            Send it to the phone
          </QuietButton>
        </ForRole>
        <ForRole to="PUT /protocols/:id">
          <QuietButton
            onPress={() =>
              onEdit(choice.own ? choice.id : newId(), {
                ...choice.said,
                name: choice.own ? choice.said.name : `${choice.said.name} (own)`,
              })
            }
          >
            {choice.own ? 'Write on' : 'Copy it'}
          </QuietButton>
          {choice.own ? <QuietButton onPress={() => remove.mutate(undefined)}>Remove it</QuietButton> : null}
        </ForRole>
      </Row>
    </Card>
  );
}

function OnPhone({ answer, lesson }: { answer: ProtocolsAnswer; lesson: LessonAnswer }) {
  const off = useLessonWrite(lesson.lesson.id, () =>
    ask('PUT /students/:id/phone-protocol', { id: lesson.student.id, body: { protocol: '' } }),
  );
  if (!answer.onPhone) return null;
  return (
    <Notice tone="info">
      <Spread>
        <span>On the student’s phone as one flow: “{answer.onPhone.name}”.</span>
        <ForRole to="PUT /students/:id/phone-protocol">
          <QuietButton onPress={() => off.mutate(undefined)}>Take it off the phone</QuietButton>
        </ForRole>
      </Spread>
    </Notice>
  );
}

/** Session: a protocol is chosen and run step by step; each step makes its own block. */
export default function SessionView({ lesson }: { lesson: LessonAnswer }) {
  const query = useProtocols(lesson.lesson.id);
  const [chosen, setChosen] = useState('');
  const [writing, setWriting] = useDraft<{ id: string; said: ProtocolChoiceWire['said'] } | null>(
    'written protocol',
    null,
  );
  if (query.isPending) return <Waiting what="the protocols" />;
  if (!query.data || takesPlace(query.error, query.data))
    return <Failed error={query.error} retry={() => void query.refetch()} />;
  const { choices, runs } = query.data;
  const choice = choices.find((c) => c.id === chosen) ?? choices[0];
  const running = runs.find((r) => r.endedAt === null);
  if (writing)
    return (
      <ProtocolForm
        key={writing.id}
        id={writing.id}
        from={writing.said}
        onDone={(id) => {
          setWriting(null);
          if (id) setChosen(id);
          void query.refetch();
        }}
      />
    );
  return (
    <>
      <Removed kinds={['protocol']} />
      <OnPhone answer={query.data} lesson={lesson} />
      {running ? (
        <RunView key={running.id} run={running} lesson={lesson} />
      ) : (
        <>
          <Select
            label="Protocol"
            value={choice?.id ?? ''}
            onChange={setChosen}
            options={choices.map((c) => ({
              id: c.id,
              name: `${c.said.name}${c.own ? ' · own' : ''}${c.closedBecause.length > 0 ? ' · closed' : ''}`,
            }))}
          />
          {choice ? (
            <Choice key={choice.id} choice={choice} lesson={lesson} onEdit={(id, said) => setWriting({ id, said })} />
          ) : null}
          <ProtocolFiles choice={choice} onRead={() => void query.refetch()} />
        </>
      )}
      {[...runs]
        .reverse()
        .filter((r) => r.endedAt !== null)
        .map((r) => (
          <RunView key={r.id} run={r} lesson={lesson} />
        ))}
    </>
  );
}
