import type { LessonAnswer } from '../../../../api/types.ts';
import { calledRunSchema } from '../../../../api/called-schemas.ts';
import type { SwishLead } from '../../../../core/called/run.ts';
import { CALLED_THINGS, callsOf, calledThing, type CalledId } from '../../../../core/called/things.ts';
import { ask } from '../../../base/api.ts';
import { useDraft } from '../../../base/drafts.tsx';
import { Choice } from '../../../kit/chips.tsx';
import { PrimaryButton, TextField } from '../../../kit/controls.tsx';
import { Card, Failed, Row, Sentence, Soft, Spread } from '../../../kit/layout.tsx';
import { numberOf, wrongNumber } from '../../../kit/typed-number.ts';
import { useLessonWrite } from '../../common/data.ts';

const CLUBS = ['driver', 'middle iron', 'wedge', 'light stick'];

interface Draft {
  readonly thing: CalledId;
  readonly name: string;
  readonly unit: string;
  readonly by: 'words' | 'numbers';
  readonly step: string;
  readonly wanted: string;
  readonly club: string;
}

/** Chooses what is called, in words or numbers, and begins. */
export function StartCalled({ lesson, lead }: { lesson: LessonAnswer; lead: SwishLead | null }) {
  const lessonId = lesson.lesson.id;
  const [draft, setDraft, clear] = useDraft<Draft>('called', {
    thing: 'path',
    name: '',
    unit: '',
    by: 'words',
    step: '',
    wanted: '',
    club: lesson.blocks.at(-1)?.club ?? 'driver',
  });
  const set = (part: Partial<Draft>): void => setDraft((d) => ({ ...d, ...part }));
  const thing = calledThing(draft.thing);
  const begin = useLessonWrite(
    lessonId,
    (body: object, id) => ask('POST /lessons/:id/called', { id: lessonId, body: { id, ...body } }),
    clear,
  );
  if (!thing) return null;
  const unit = draft.thing === 'free' ? draft.unit : thing.unit;
  const asked = {
    thing: draft.thing,
    name: draft.thing === 'free' ? draft.name : '',
    unit: draft.thing === 'free' ? draft.unit : '',
    byWords: draft.by === 'words',
    step: numberOf(draft.step) ?? thing.step,
    wanted: numberOf(draft.wanted),
    club: draft.club,
  };
  const wanting = !calledRunSchema.isValidSync({ id: '00000000-0000-4000-8000-000000000000', ...asked });
  return (
    <Card aria-label="Called and done">
      <Spread>
        <h2>Called and done</h2>
        <PrimaryButton onPress={() => begin.mutate(asked)} isDisabled={wanting || begin.isPending}>
          Begin to call
        </PrimaryButton>
      </Spread>
      {begin.error ? <Failed error={begin.error} /> : null}
      <Soft>
        Ask for far too much and far too little, from much less to much more: the line of what was done shows what to
        ask for, and how far feel and real lie apart.
      </Soft>
      <Choice
        label="What is called"
        value={draft.thing}
        onChange={(id) => set({ thing: id, step: '', wanted: '' })}
        options={CALLED_THINGS.map((t) => ({ id: t.id, name: t.name }))}
      />
      {draft.thing === 'free' ? (
        <Row>
          <TextField label="What it is" value={draft.name} onChange={(name) => set({ name })} />
          <TextField label="Its unit, if any" value={draft.unit} onChange={(u) => set({ unit: u })} />
        </Row>
      ) : null}
      {draft.thing === 'swish' && lead ? (
        <Sentence>
          So far the swish comes {Math.abs(Math.round(lead.leadCm))} cm {lead.leadCm >= 0 ? 'before' : 'past'} where it
          is called ({lead.swings} swings).
        </Sentence>
      ) : null}
      <Row style={{ alignItems: 'end' }}>
        <Choice
          label="Calls"
          value={draft.by}
          onChange={(by) => set({ by })}
          options={[
            {
              id: 'words',
              name: `in words: ${callsOf(thing)
                .map((c) => c.words)
                .filter((_, i) => i % 4 === 0)
                .join(' … ')}`,
            },
            { id: 'numbers', name: `as numbers${unit ? `, ${unit}` : ''}` },
          ]}
        />
        {draft.by === 'words' ? (
          <TextField
            label={`One step is taken as${unit ? `, ${unit}` : ''}`}
            value={draft.step}
            onChange={(step) => set({ step })}
            placeholder={String(thing.step)}
            error={wrongNumber(draft.step)}
            inputMode="decimal"
          />
        ) : null}
        <TextField
          label={`Aimed at${unit ? `, ${unit}` : ''}${thing.sides ? ` (− is ${thing.sides[1]})` : ''}`}
          value={draft.wanted}
          onChange={(wanted) => set({ wanted })}
          error={wrongNumber(draft.wanted)}
        />
      </Row>
      <Choice
        label="Club"
        value={draft.club}
        onChange={(club) => set({ club })}
        options={[...new Set([draft.club, ...CLUBS])].map((c) => ({ id: c, name: c }))}
      />
      <Soft>
        {thing.ofShot
          ? 'The shot after a call says what was done; without a device, tap it.'
          : 'After the swing tap what was done: by the ear, by tape, from film or in the student’s word.'}
      </Soft>
    </Card>
  );
}
