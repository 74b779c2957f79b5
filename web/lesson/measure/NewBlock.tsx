import { useState } from 'react';
import type { LessonAnswer } from '../../../api/types.ts';
import { newId } from '../../base/api.ts';
import { useDraft } from '../../base/drafts.tsx';
import { send } from '../../base/outbox.ts';
import { Choice } from '../../kit/chips.tsx';
import { Button, PrimaryButton, TextField } from '../../kit/controls.tsx';
import { Card, Failed, Grid, Row, Soft, Spread } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';
import {
  CircumstancesForm,
  circumstancesFrom,
  typedCircumstances,
  type TypedCircumstances,
} from './CircumstancesForm.tsx';

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

interface Draft {
  id: string;
  club: string;
  ownClub: string;
  ball: 'ball' | 'no ball';
  condition: string;
  ownCondition: string;
  cue: string;
  feel: string;
  effort: string | null;
  circumstances: TypedCircumstances;
}

/** Starts a block, in the page: club, ball, condition, cue, felt effort, the student's own word for the feel, circumstances as last time. */
export function NewBlock({
  lesson,
  onDone,
  onTry,
}: {
  lesson: LessonAnswer;
  onDone: () => void;
  /** Several things against each other instead of one block. */
  onTry: () => void;
}) {
  const last = lesson.blocks[lesson.blocks.length - 1];
  const [draft, setDraft, clear] = useDraft<Draft>('new block', () => ({
    id: newId(),
    club: last?.club ?? 'driver',
    ownClub: '',
    ball: last && !last.withBall ? 'no ball' : 'ball',
    condition: last?.condition ?? 'normal',
    ownCondition: '',
    cue: last?.cue ?? '',
    feel: '',
    effort: null,
    circumstances: typedCircumstances(last?.circumstances),
  }));
  const set =
    <K extends keyof Draft>(key: K) =>
    (value: Draft[K]): void =>
      setDraft((d) => ({ ...d, [key]: value }));
  const { id, club, ownClub, ball, condition, ownCondition, cue, feel, effort, circumstances } = draft;
  const [wide, setWide] = useState(false);
  const [kept, setKept] = useState(false);
  const clubs = [...new Set([...CLUBS, ...lesson.blocks.map((b) => b.club)])];
  const conditions = [...new Set([...CONDITIONS, ...lesson.blocks.map((b) => b.condition)])];
  const theClub = club === OWN ? ownClub : club;
  const theCondition = condition === OWN ? ownCondition : condition;
  const start = useLessonWrite(lesson.lesson.id, () => {
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
    return send('POST', `/lessons/${lesson.lesson.id}/blocks`, body, `new block, ${theClub}`);
  });
  // Once the block is there, so that what comes next starts from it.
  const onStarted = (done: unknown): void => {
    clear();
    if (done === 'kept') setKept(true);
    else onDone();
  };
  const named = (list: readonly string[], other: string) => [
    ...list.map((c) => ({ id: c, name: c })),
    { id: OWN, name: other },
  ];
  return (
    <Card aria-label="New block">
      <Spread>
        <h2>New block</h2>
        <Row>
          <PrimaryButton
            autoFocus
            onPress={() => start.mutate(undefined, { onSuccess: onStarted })}
            isDisabled={start.isPending || kept || theClub.trim() === '' || theCondition.trim() === ''}
          >
            Start the block
          </PrimaryButton>
          <Button onPress={onTry}>Try several against each other</Button>
          <Button onPress={onDone}>Not now</Button>
        </Row>
      </Spread>
      {start.error ? <Failed error={start.error} /> : null}
      {kept ? (
        <Soft role="status">The server does not answer: the block is kept here and made when it is back.</Soft>
      ) : null}
      <Choice label="Club" value={club} onChange={set('club')} options={named(clubs, 'another …')} />
      {club === OWN ? (
        <TextField label="Which club" value={ownClub} onChange={set('ownClub')} placeholder="7-iron" />
      ) : null}
      <Choice
        label="Ball"
        value={ball}
        onChange={set('ball')}
        options={[
          { id: 'ball', name: 'with a ball' },
          { id: 'no ball', name: 'no ball' },
        ]}
      />
      <Choice
        label="Condition"
        value={condition}
        onChange={set('condition')}
        options={named(conditions, 'in own words …')}
      />
      {condition === OWN ? (
        <TextField label="Condition, in own words" value={ownCondition} onChange={set('ownCondition')} />
      ) : null}
      <Grid>
        <TextField label="Cue (what the student attends to)" value={cue} onChange={set('cue')} />
        <TextField label="Feel, in the student’s own word" value={feel} onChange={set('feel')} />
      </Grid>
      <Choice
        label="Felt effort, 0–10"
        value={effort}
        onChange={set('effort')}
        options={Array.from({ length: 11 }, (_, i) => ({ id: String(i), name: String(i) }))}
      />
      <Row>
        <Button onPress={() => setWide((w) => !w)} aria-expanded={wide}>
          Device, ball, place, air, club
        </Button>
        <Soft>{last ? 'as in the block before, unless you change it' : 'so that later blocks can be compared'}</Soft>
      </Row>
      {wide ? <CircumstancesForm value={circumstances} onChange={set('circumstances')} /> : null}
    </Card>
  );
}
