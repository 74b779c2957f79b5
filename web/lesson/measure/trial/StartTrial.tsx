import type { TrialsAnswer } from '../../../../api/trial-types.ts';
import type { LessonAnswer } from '../../../../api/types.ts';
import { faultById } from '../../../../core/catalogue/faults.ts';
import { LEAST_CONDITIONS, MOST_CONDITIONS, planTrial } from '../../../../core/trial/order.ts';
import { CONDITION_KINDS, type ConditionKind } from '../../../../core/trial/run.ts';
import { kindCountsWords } from '../../../../core/trial/trial-finding.ts';
import { planStack } from '../../../../core/trial/steps.ts';
import { ask } from '../../../base/api.ts';
import { useDraft } from '../../../base/drafts.tsx';
import { Choice, Chips } from '../../../kit/chips.tsx';
import { Button, PrimaryButton, TextField } from '../../../kit/controls.tsx';
import { Card, Failed, Row, Soft, Spread } from '../../../kit/layout.tsx';
import { useLessonWrite } from '../../common/data.ts';

const CLUBS = ['driver', 'middle iron', 'wedge'];
const EACH = ['3', '4', '6', '9', '12'] as const;
const AT_FIRST = 3;
/** What can be kept while the next is added. */
const STACKED: readonly ConditionKind[] = ['cue', 'set-up'];

interface Draft {
  /** Labels that are chosen, in order; null before anything was touched: the first of what is suggested. */
  readonly chosen: readonly string[] | null;
  readonly own: readonly { label: string; kind: ConditionKind }[];
  readonly typed: string;
  readonly kind: ConditionKind;
  readonly each: (typeof EACH)[number];
  readonly ball: 'ball' | 'no ball';
  readonly club: string;
}

/** Chooses two to six things to try against each other, and begins; what is suggested needs one press. */
export function StartTrial({
  lesson,
  answer,
  stack,
}: {
  lesson: LessonAnswer;
  answer: TrialsAnswer;
  /** Each keeps those before it. */
  stack: boolean;
}) {
  const lessonId = lesson.lesson.id;
  const last = lesson.blocks.at(-1);
  const [draft, setDraft, clear] = useDraft<Draft>(`${stack ? 'stack' : 'trial'} ${answer.faultId}`, {
    chosen: null,
    own: [],
    typed: '',
    kind: 'cue',
    each: '6',
    ball: last && !last.withBall ? 'no ball' : 'ball',
    club: last?.club ?? 'driver',
  });
  const set = (part: Partial<Draft>): void => setDraft((d) => ({ ...d, ...part }));
  const [usual, ...cues] = answer.suggestions;
  const all = [
    ...(usual ? [usual] : []),
    ...answer.setUps,
    ...(stack ? cues.filter((c) => STACKED.includes(c.kind)) : cues),
    ...draft.own.map((o) => ({ ...o, drillId: '', because: 'your own' })),
  ];
  // Set-ups from the lesson's own figures are what a stack begins with; a trial begins with what the fault asks for.
  const first = stack ? all : all.filter((s) => !answer.setUps.includes(s));
  const chosen = draft.chosen ?? first.slice(0, AT_FIRST).map((s) => s.label);
  // A stack is built in the order chosen, on the swing as usual.
  const conditions = stack
    ? [...new Set([usual?.label ?? '', ...chosen])].flatMap((label) => all.find((s) => s.label === label) ?? [])
    : all.filter((s) => chosen.includes(s.label));
  const swings = Number(draft.each) * conditions.length;
  const begin = useLessonWrite(
    lessonId,
    (body: object, id) => ask('POST /lessons/:id/trials', { id: lessonId, body: { id, ...body } }),
    clear,
  );
  const add = (): void => {
    const label = draft.typed.trim();
    if (label === '') return;
    const known = all.find((s) => s.label.toLowerCase() === label.toLowerCase());
    set({
      typed: '',
      own: known ? draft.own : [...draft.own, { label, kind: draft.kind }],
      chosen: [...new Set([...chosen, known?.label ?? label])],
    });
  };
  const fits = conditions.length >= LEAST_CONDITIONS && conditions.length <= MOST_CONDITIONS;
  const plan = fits
    ? stack
      ? planStack(conditions.length, swings)
      : planTrial(conditions.length, swings, 'shown')
    : null;
  const press = (): void =>
    begin.mutate({
      faultId: answer.faultId,
      club: draft.club,
      withBall: draft.ball === 'ball',
      stack,
      swings,
      conditions: conditions.map(({ label, kind, drillId }) => ({
        label,
        kind,
        drillId,
        // Another implement is its own club; the rest is swung with the trial's.
        club: kind === 'implement' ? label : '',
      })),
    });
  return (
    <Card aria-label={stack ? 'Step on step' : 'Try against each other'}>
      <Spread>
        <h2>
          {stack ? 'Step on step: each keeps those before it' : 'Try against each other'}
          {answer.faultId ? <Soft> · {faultById(answer.faultId)?.name ?? answer.faultId}</Soft> : null}
        </h2>
        <PrimaryButton onPress={press} isDisabled={!fits || begin.isPending}>
          Begin: {swings} swings
        </PrimaryButton>
      </Spread>
      {begin.error ? <Failed error={begin.error} /> : null}
      <Chips
        label={
          stack
            ? `Up to five steps, built in the order chosen: ${conditions.map((c) => c.label).join(' → ')}`
            : `Two to six of these, ${conditions.length} chosen`
        }
        value={chosen.filter((c) => all.some((s) => s.label === c))}
        onChange={(labels) => set({ chosen: labels })}
        options={all.map((s) => ({ id: s.label, name: s.label }))}
      />
      <form
        onSubmit={(e) => {
          e.preventDefault();
          add();
        }}
      >
        <Row style={{ alignItems: 'end' }}>
          <TextField label="One more, in your words" value={draft.typed} onChange={(typed) => set({ typed })} />
          <Choice
            label="It is a"
            value={draft.kind}
            onChange={(kind) => set({ kind })}
            options={CONDITION_KINDS.filter((k) =>
              stack ? STACKED.includes(k) : k !== 'as usual' && k !== 'drill',
            ).map((k) => ({ id: k, name: k }))}
          />
          <Button type="submit" isDisabled={draft.typed.trim() === ''}>
            Add it
          </Button>
        </Row>
      </form>
      <Row>
        <Choice
          label="Swings of each"
          value={draft.each}
          onChange={(each) => set({ each })}
          options={EACH.map((n) => ({ id: n, name: n }))}
        />
        <Choice
          label="Ball"
          value={draft.ball}
          onChange={(ball) => set({ ball })}
          options={[
            { id: 'ball', name: 'with a ball' },
            { id: 'no ball', name: 'no ball' },
          ]}
        />
        <Choice
          label="Club"
          value={draft.club}
          onChange={(club) => set({ club })}
          options={[...new Set([draft.club, ...CLUBS])].map((c) => ({ id: c, name: c }))}
        />
      </Row>
      <Soft>
        {plan
          ? `${plan.rounds} round${plan.rounds === 1 ? '' : 's'}, ${plan.swingsATurn} swing${plan.swingsATurn === 1 ? '' : 's'} a turn, ${stack ? 'up the steps and down again, so that tiring is the same on both sides of each' : 'in an order that evens out places and followers'}. Without a device tap ease, swish or the mark on the face.`
          : stack
            ? 'Choose one to five steps.'
            : 'Choose two to six.'}
        {kindCountsWords(answer.alike) ? ` ${kindCountsWords(answer.alike)}` : ''}
        {answer.setUps.map((s) => ` ${s.label}: ${s.because}.`).join('')}
      </Soft>
    </Card>
  );
}
