import { useMutation } from '@tanstack/react-query';
import type { ProgrammeAnswer } from '../../../api/programme-types.ts';
import type { DaysOff, ProgrammeWish } from '../../../core/plan/programme.ts';
import { useDraft } from '../../base/drafts.tsx';
import { ask } from '../../base/api.ts';
import { useIntent } from '../../base/intent.ts';
import { Chips } from '../../kit/chips.tsx';
import { PrimaryButton, QuietButton, Select, TextField } from '../../kit/controls.tsx';
import { Card, Failed, Grid, Row, Soft } from '../../kit/layout.tsx';
import { wholeOf } from '../../kit/typed-number.ts';

const WEEK = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
type Typed = Pick<ProgrammeWish, 'startsOn' | 'sessionsPerWeek' | 'weekdays' | 'off' | 'lessons' | 'weeks'> & {
  eventOn: string;
};

const typedOf = ({ programme, draft }: ProgrammeAnswer): Typed => ({
  startsOn: draft.startsOn,
  eventOn: programme?.wish.eventOn ?? draft.eventOn ?? '',
  weeks: programme?.wish.weeks ?? 12,
  sessionsPerWeek: programme?.wish.sessionsPerWeek ?? draft.sessionsPerWeek,
  weekdays: programme?.wish.weekdays ?? [0, 1, 2, 3, 4, 5, 6],
  off: programme?.wish.off ?? [],
  lessons: programme?.wish.lessons ?? { every: 'weekly', firstOn: draft.startsOn, count: 1 },
});

/** What is wished of a programme; laying it anew takes the place of the one that runs from its first day on. */
export function WishForm({
  studentId,
  answer,
  onMade,
}: {
  studentId: string;
  answer: ProgrammeAnswer;
  onMade: () => void;
}) {
  const [wish, setWish, , wishSaved] = useDraft(`wish ${studentId}`, () => typedOf(answer));
  const change = (part: Partial<Typed>): void => setWish({ ...wish, ...part });
  const intent = useIntent();
  const make = useMutation({
    mutationFn: () =>
      ask('POST /students/:id/programme', {
        id: studentId,
        body: { id: intent.idFor(wish), ...wish, eventOn: wish.eventOn === '' ? null : wish.eventOn },
      }),
    onSuccess: () => {
      intent.done();
      wishSaved();
      onMade();
    },
  });
  const setOff = (i: number, part: Partial<DaysOff>): void =>
    change({ off: wish.off.map((o, k) => (k === i ? { ...o, ...part } : o)) });
  return (
    <Card aria-label="Lay the programme">
      <h2>{answer.programme ? 'Lay it anew' : 'Lay a programme'}</h2>
      <Grid $least="150px">
        <TextField label="First day" value={wish.startsOn} onChange={(startsOn) => change({ startsOn })} type="date" />
        <TextField
          label="Event on (empty: none)"
          value={wish.eventOn}
          onChange={(eventOn) => change({ eventOn })}
          type="date"
        />
        {wish.eventOn === '' ? (
          <TextField
            label="Weeks"
            inputMode="numeric"
            value={String(wish.weeks)}
            onChange={(v) => change({ weeks: wholeOf(v) })}
          />
        ) : null}
        <TextField
          label="Sessions a week"
          inputMode="numeric"
          value={String(wish.sessionsPerWeek)}
          onChange={(v) => change({ sessionsPerWeek: wholeOf(v) })}
        />
      </Grid>
      <Chips
        label="Days of the week that can be used"
        value={wish.weekdays.map(String)}
        onChange={(days) => change({ weekdays: days.map(Number).sort() })}
        options={WEEK.map((name, i) => ({ id: String(i), name }))}
      />
      <Grid $least="150px">
        <Select
          label="Lessons"
          value={wish.lessons.every}
          onChange={(every) => change({ lessons: { ...wish.lessons, every } })}
          options={[
            { id: 'weekly', name: 'weekly' },
            { id: 'fortnightly', name: 'fortnightly' },
            { id: 'days', name: 'some days running' },
          ]}
        />
        <TextField
          label="First lesson on"
          value={wish.lessons.firstOn}
          onChange={(firstOn) => change({ lessons: { ...wish.lessons, firstOn } })}
          type="date"
        />
        {wish.lessons.every === 'days' ? (
          <TextField
            label="Days running"
            inputMode="numeric"
            value={String(wish.lessons.count)}
            onChange={(v) => change({ lessons: { ...wish.lessons, count: wholeOf(v) } })}
          />
        ) : null}
      </Grid>
      {wish.off.map((o, i) => (
        <Grid key={i} $least="140px">
          <Select
            label="Off for"
            value={o.why}
            onChange={(why) => setOff(i, { why })}
            options={[
              { id: 'holiday', name: 'holiday' },
              { id: 'sick', name: 'sick days' },
            ]}
          />
          <TextField label="from" type="date" value={o.from} onChange={(from) => setOff(i, { from })} />
          <TextField label="to" type="date" value={o.to} onChange={(to) => setOff(i, { to })} />
          <QuietButton onPress={() => change({ off: wish.off.filter((_, k) => k !== i) })}>Take it out</QuietButton>
        </Grid>
      ))}
      <Row>
        <QuietButton
          onPress={() => change({ off: [...wish.off, { from: wish.startsOn, to: wish.startsOn, why: 'holiday' }] })}
        >
          Add days off
        </QuietButton>
      </Row>
      {make.error ? <Failed error={make.error} /> : null}
      <Row>
        <PrimaryButton onPress={() => make.mutate()} isDisabled={make.isPending}>
          {answer.programme ? 'Lay it anew from the first day' : 'Lay it'}
        </PrimaryButton>
      </Row>
      <Soft>
        Age, level, closures and the load of the last two weeks come from the student. Moves made by hand are laid anew
        with it.
      </Soft>
    </Card>
  );
}
