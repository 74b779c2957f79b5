import { useMutation, useQuery } from '@tanstack/react-query';
import { addDays, addWeeks, format } from 'date-fns';
import { useState } from 'react';
import { LEAST_MINUTES, MOST_MINUTES } from '../../core/plan/minute-plan.ts';
import { ask, newId, queryClient } from '../base/api.ts';
import { useDraft } from '../base/drafts.tsx';
import { Choice } from '../kit/chips.tsx';
import { Button, PrimaryButton, TextField } from '../kit/controls.tsx';
import { Card, Failed, Grid, Row, Soft } from '../kit/layout.tsx';

/** When lessons stand, as typed. */
export interface TypedTime {
  readonly day: string;
  readonly time: string;
  readonly minutes: string;
}
/** A typed time as a moment of this machine's calendar; undefined where it is none. */
export const momentOf = ({ day, time }: TypedTime): Date | undefined => {
  const at = new Date(`${day}T${time}`);
  return Number.isFinite(at.getTime()) ? at : undefined;
};
export const minutesWrong = (text: string): string | undefined => {
  const n = Number(text);
  return Number.isInteger(n) && n >= LEAST_MINUTES && n <= MOST_MINUTES
    ? undefined
    : `${LEAST_MINUTES} to ${MOST_MINUTES} whole minutes.`;
};

/** Day, time and length of a lesson. */
export function TimeFields({ value, onChange }: { value: TypedTime; onChange: (part: Partial<TypedTime>) => void }) {
  return (
    <Grid $least="120px">
      <TextField label="Day" type="date" value={value.day} onChange={(day) => onChange({ day })} />
      <TextField label="Time" type="time" value={value.time} onChange={(time) => onChange({ time })} />
      <TextField
        label="Minutes"
        inputMode="numeric"
        value={value.minutes}
        onChange={(minutes) => onChange({ minutes })}
        error={minutesWrong(value.minutes)}
      />
    </Grid>
  );
}

type Repeat = 'once' | 'weekly' | 'fortnightly' | 'days';
const STEP: Readonly<Record<Repeat, (at: Date, n: number) => Date>> = {
  once: (at) => at,
  weekly: (at, n) => addWeeks(at, n),
  fortnightly: (at, n) => addWeeks(at, 2 * n),
  days: (at, n) => addDays(at, n),
};

interface Draft extends TypedTime {
  readonly id: string;
  readonly search: string;
  readonly studentId: string;
  readonly studentName: string;
  readonly repeat: Repeat;
  readonly times: string;
  readonly note: string;
}

/** Who takes the lesson: found by a part of the name. */
function StudentPick({ draft, onPick }: { draft: Draft; onPick: (part: Partial<Draft>) => void }) {
  const { search, studentId, studentName } = draft;
  const found = useQuery({
    queryKey: ['students', search],
    queryFn: () => ask('GET /students', { query: { offset: 0, search } }),
    enabled: studentId === '',
  });
  const hits = found.data?.students.slice(0, 8) ?? [];
  if (studentId !== '')
    return (
      <Row>
        <strong>{studentName}</strong>
        <Button onPress={() => onPick({ studentId: '', studentName: '' })}>Somebody else</Button>
      </Row>
    );
  return (
    <>
      <TextField
        label="Student"
        value={search}
        onChange={(v) => onPick({ search: v })}
        autoFocus
        onKeyDown={(e) => {
          const [only, another] = hits;
          if (e.key === 'Enter' && only && !another) onPick({ studentId: only.id, studentName: only.name });
        }}
      />
      <Row>
        {hits.map((s) => (
          <Button key={s.id} onPress={() => onPick({ studentId: s.id, studentName: s.name })}>
            {s.name}
          </Button>
        ))}
        {found.data && hits.length === 0 ? <Soft>Nobody is called “{search}”.</Soft> : null}
      </Row>
    </>
  );
}

/** Makes one lesson to come, or several: weekly, fortnightly, some days running. */
export function AppointmentForm({
  day,
  student,
  onDone,
}: {
  day: string;
  student?: { id: string; name: string };
  onDone: () => void;
}) {
  const [draft, setDraft, clear] = useDraft<Draft>(`appointment ${student?.id ?? ''}`, () => ({
    id: newId(),
    search: '',
    studentId: student?.id ?? '',
    studentName: student?.name ?? '',
    day,
    time: '10:00',
    minutes: '60',
    repeat: 'once',
    times: '4',
    note: '',
  }));
  const change = (part: Partial<Draft>): void => setDraft((d) => ({ ...d, ...part }));
  const [said, setSaid] = useState('');
  const first = momentOf(draft);
  const many = draft.repeat === 'once' ? 1 : Number(draft.times);
  const make = useMutation({
    mutationFn: () =>
      ask('POST /appointments', {
        body: {
          id: draft.id,
          studentId: draft.studentId,
          // By this machine's calendar, so that the clock time stays over the night the clocks change.
          times: Array.from({ length: many }, (_, n) => STEP[draft.repeat](first ?? new Date(), n).toISOString()),
          minutes: Number(draft.minutes),
          note: draft.note,
        },
      }),
    onSuccess: async () => {
      clear();
      await queryClient.invalidateQueries();
      onDone();
    },
  });
  const submit = (): void => {
    if (draft.studentId === '') setSaid('Choose the student first.');
    else if (!first) setSaid('Day and time are needed.');
    else if (!Number.isInteger(many) || many < 1 || many > 60) setSaid('A series holds 1 to 60 lessons.');
    else if (!minutesWrong(draft.minutes)) {
      setSaid('');
      make.mutate();
    }
  };
  const last = first && many >= 1 && many <= 60 ? STEP[draft.repeat](first, many - 1) : undefined;
  return (
    <Card aria-label="New appointment">
      <h2>New appointment</h2>
      <StudentPick draft={draft} onPick={change} />
      <TimeFields value={draft} onChange={change} />
      <Choice
        label="Repeat"
        value={draft.repeat}
        onChange={(repeat) => change({ repeat })}
        options={[
          { id: 'once', name: 'once' },
          { id: 'weekly', name: 'every week' },
          { id: 'fortnightly', name: 'every other week' },
          { id: 'days', name: 'some days running' },
        ]}
      />
      {draft.repeat === 'once' ? null : (
        <Grid $least="160px">
          <TextField
            label="Lessons"
            inputMode="numeric"
            value={draft.times}
            onChange={(times) => change({ times })}
            hint={last ? `the last on ${format(last, 'd MMM yyyy')}` : undefined}
          />
        </Grid>
      )}
      <TextField label="Note (optional)" value={draft.note} onChange={(note) => change({ note })} />
      {said ? <Soft role="alert">{said}</Soft> : null}
      {make.error ? <Failed error={make.error} /> : null}
      <Row>
        <PrimaryButton onPress={submit} isDisabled={make.isPending}>
          Make it
        </PrimaryButton>
        <Button
          onPress={() => {
            clear();
            onDone();
          }}
        >
          Not now
        </Button>
      </Row>
    </Card>
  );
}
