import { useState } from 'react';
import type { LessonAnswer } from '../../../api/types.ts';
import { newId } from '../../base/api.ts';
import { send } from '../../base/outbox.ts';
import { Choice } from '../../kit/chips.tsx';
import { Button, PrimaryButton, TextField } from '../../kit/controls.tsx';
import { Card, Failed, Grid, Row, Soft } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';
import { CircumstancesForm, circumstancesFrom, typedCircumstances } from './CircumstancesForm.tsx';

const CLUBS = ['driver', 'iron', 'wood', 'wedge', 'light stick', 'heavy stick'];
const CONDITIONS = [
  'normal',
  'feet together',
  'hands apart',
  'trail arm only',
  'half-way down only',
  'kneeling',
  'step into it',
  'other direction',
  'light implement',
  'heavy implement',
  'drill',
];
const OWN = 'another';

/** Starts a block, in the page: club, ball, condition, cue, felt effort, the student's own word for the feel, circumstances as last time. */
export function NewBlock({ lesson, onDone }: { lesson: LessonAnswer; onDone: () => void }) {
  const last = lesson.blocks[lesson.blocks.length - 1];
  const [club, setClub] = useState(last?.club ?? 'driver');
  const [ownClub, setOwnClub] = useState('');
  const [ball, setBall] = useState<'ball' | 'no ball'>(last && !last.withBall ? 'no ball' : 'ball');
  const [condition, setCondition] = useState(last?.condition ?? 'normal');
  const [ownCondition, setOwnCondition] = useState('');
  const [cue, setCue] = useState('');
  const [feel, setFeel] = useState('');
  const [effort, setEffort] = useState<string | null>(null);
  const [circumstances, setCircumstances] = useState(() => typedCircumstances(last?.circumstances));
  const [wide, setWide] = useState(false);
  const [kept, setKept] = useState(false);
  const [id] = useState(newId);
  const clubs = [...new Set([...CLUBS, ...lesson.blocks.map((b) => b.club)])];
  const conditions = [...new Set([...CONDITIONS, ...lesson.blocks.map((b) => b.condition)])];
  const theClub = club === OWN ? ownClub : club;
  const theCondition = condition === OWN ? ownCondition : condition;
  const start = useLessonWrite(lesson.lesson.id, async () => {
    const body = {
      id,
      club: theClub,
      withBall: ball === 'ball',
      condition: theCondition,
      cue,
      feel,
      effort: effort === null ? null : Number(effort),
      circumstances: circumstancesFrom(circumstances),
    };
    const done = await send('POST', `/lessons/${lesson.lesson.id}/blocks`, body, `new block, ${theClub}`);
    if (done === 'kept') setKept(true);
    else onDone();
  });
  const named = (list: readonly string[], other: string) => [
    ...list.map((c) => ({ id: c, name: c })),
    { id: OWN, name: other },
  ];
  return (
    <Card aria-label="New block">
      <h2>New block</h2>
      <Choice label="Club" value={club} onChange={setClub} options={named(clubs, 'another …')} />
      {club === OWN ? (
        <TextField label="Which club" value={ownClub} onChange={setOwnClub} placeholder="7-iron" />
      ) : null}
      <Choice
        label="Ball"
        value={ball}
        onChange={setBall}
        options={[
          { id: 'ball', name: 'with a ball' },
          { id: 'no ball', name: 'no ball' },
        ]}
      />
      <Choice
        label="Condition"
        value={condition}
        onChange={setCondition}
        options={named(conditions, 'in own words …')}
      />
      {condition === OWN ? (
        <TextField label="Condition, in own words" value={ownCondition} onChange={setOwnCondition} />
      ) : null}
      <Grid>
        <TextField label="Cue (what the student attends to)" value={cue} onChange={setCue} />
        <TextField label="Feel, in the student’s own word" value={feel} onChange={setFeel} />
      </Grid>
      <Choice
        label="Felt effort, 0–10"
        value={effort}
        onChange={setEffort}
        options={Array.from({ length: 11 }, (_, i) => ({ id: String(i), name: String(i) }))}
      />
      <Row>
        <Button onPress={() => setWide((w) => !w)} aria-expanded={wide}>
          Device, ball, place, air, club
        </Button>
        <Soft>{last ? 'as in the block before, unless you change it' : 'so that later blocks can be compared'}</Soft>
      </Row>
      {wide ? <CircumstancesForm value={circumstances} onChange={setCircumstances} /> : null}
      {start.error ? <Failed error={start.error} /> : null}
      {kept ? (
        <Soft role="status">The server does not answer: the block is kept here and made when it is back.</Soft>
      ) : null}
      <Row>
        <PrimaryButton
          onPress={() => start.mutate(undefined)}
          isDisabled={start.isPending || kept || theClub.trim() === '' || theCondition.trim() === ''}
        >
          Start the block
        </PrimaryButton>
        <Button onPress={onDone}>Not now</Button>
      </Row>
    </Card>
  );
}
