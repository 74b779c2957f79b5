import { useMutation, useQuery } from '@tanstack/react-query';
import { addDays, addMinutes, format, isToday, isValid, startOfWeek } from 'date-fns';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { AppointmentWire, BegunLessonWire } from '../../api/day-types.ts';
import { ask, queryClient } from '../base/api.ts';
import { Button, ButtonLink, QuietButton } from '../kit/controls.tsx';
import { Card, Failed, Page, Row, Soft, Spread, Waiting } from '../kit/layout.tsx';
import { ForRole } from '../parts/ForRole.tsx';
import { Removed } from '../parts/Removed.tsx';
import { AppointmentForm } from './AppointmentForm.tsx';
import { MoveAppointment } from './MoveAppointment.tsx';
import { useNow } from '../kit/use-now.ts';

const DAYS = 7;
const Seven = styled.ol`
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  gap: var(--s2);
  align-items: start;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Day = styled.li<{ $today: boolean }>`
  border-top: 4px solid ${({ $today }) => ($today ? 'var(--maple)' : 'var(--line)')};
  display: grid;
  gap: var(--s2);
  align-content: start;
  min-height: 200px;
`;
const Slot = styled.button<{ $held: boolean; $chosen: boolean }>`
  text-align: left;
  font: inherit;
  color: var(--ink);
  width: 100%;
  min-height: var(--touch);
  padding: var(--s2);
  border-radius: 8px;
  border: 1px solid ${({ $chosen }) => ($chosen ? 'var(--maple)' : 'var(--line)')};
  background: ${({ $held }) => ($held ? 'var(--moss-wash)' : 'var(--card)')};
  cursor: pointer;
  overflow-wrap: anywhere;
`;

const isBooked = (l: AppointmentWire | BegunLessonWire): l is AppointmentWire => 'minutes' in l;

const Begun = styled(Link)`
  display: block;
  padding: var(--s2);
  border-radius: 8px;
  border: 1px solid var(--line);
  background: var(--moss-wash);
  color: var(--ink);
  text-decoration: none;
  overflow-wrap: anywhere;
`;

/** The chosen lesson to come, moved by a day or a quarter of an hour at a press, or by typing. */
function Chosen({ appointment: a, onDone }: { appointment: AppointmentWire; onDone: () => void }) {
  const navigate = useNavigate();
  const move = useMutation({
    mutationFn: (to: Date) => ask('PATCH /appointments/:id', { id: a.id, body: { startsAt: to.toISOString() } }),
    onSuccess: () => queryClient.invalidateQueries(),
  });
  const at = new Date(a.startsAt);
  const by = (name: string, to: Date) => (
    <Button onPress={() => move.mutate(to)} isDisabled={move.isPending}>
      {name}
    </Button>
  );
  return (
    <Card aria-label={`Appointment of ${a.studentName}`}>
      <Spread>
        <h2>
          {a.studentName}, {format(at, 'EEEE d MMM, HH:mm')}
        </h2>
        {a.lessonId ? <ButtonLink href={`/lessons/${a.lessonId}`}>Open the lesson</ButtonLink> : null}
        <QuietButton onPress={() => void navigate(`/students/${a.studentId}`)}>The student</QuietButton>
      </Spread>
      {a.overlaps.length > 0 ? <Soft>At the same time: {a.overlaps.join(', ')}.</Soft> : null}
      {a.lessonId ? (
        <Soft>The lesson was opened: its time stands.</Soft>
      ) : (
        <ForRole to="PATCH /appointments/:id">
          <Row>
            {by('a day earlier', addDays(at, -1))}
            {by('a day later', addDays(at, 1))}
            {by('15 min earlier', addMinutes(at, -15))}
            {by('15 min later', addMinutes(at, 15))}
          </Row>
          {move.error ? <Failed error={move.error} /> : null}
          <MoveAppointment key={`${a.startsAt}${a.minutes}`} appointment={a} onDone={onDone} />
        </ForRole>
      )}
    </Card>
  );
}

/** The week as seven days of lessons: made, moved, cancelled. */
export default function Week() {
  const [params, setParams] = useSearchParams();
  const [chosen, setChosen] = useState<string | null>(null);
  const [making, setMaking] = useState<string | null>(null);
  const now = useNow();
  const asked = new Date(`${params.get('day')}T12:00`);
  const monday = startOfWeek(isValid(asked) ? asked : now, { weekStartsOn: 1 });
  const query = { from: monday.toISOString(), to: addDays(monday, DAYS).toISOString() };
  const list = useQuery({
    queryKey: ['appointments', query.from],
    queryFn: () => ask('GET /appointments', { query }),
  });
  const begun = useQuery({
    queryKey: ['appointments', query.from, 'none'],
    queryFn: () => ask('GET /appointments/none', { query }),
  });
  const go = (days: number): void =>
    setParams(days === 0 ? {} : { day: format(addDays(monday, days), 'yyyy-MM-dd') }, { replace: true });
  const appointment = list.data?.find((a) => a.id === chosen);
  return (
    <Page>
      <Spread>
        <h1>
          Week of {format(monday, 'd MMM')} to {format(addDays(monday, DAYS - 1), 'd MMM yyyy')}
        </h1>
        <Row>
          <Button onPress={() => go(-DAYS)}>Before</Button>
          <Button onPress={() => go(0)}>This week</Button>
          <Button onPress={() => go(DAYS)}>After</Button>
          <ButtonLink href="/">Today</ButtonLink>
        </Row>
      </Spread>
      <Removed kinds={['appointment']} />
      {making ? <AppointmentForm key={making} day={making} onDone={() => setMaking(null)} /> : null}
      {appointment ? <Chosen key={appointment.id} appointment={appointment} onDone={() => setChosen(null)} /> : null}
      {list.isPending ? <Waiting what="the week" /> : null}
      {list.error ? <Failed error={list.error} retry={() => void list.refetch()} /> : null}
      <Seven aria-label="Days of the week">
        {Array.from({ length: DAYS }, (_, i) => {
          const day = addDays(monday, i);
          const key = format(day, 'yyyy-MM-dd');
          const inOrder = [...(list.data ?? []), ...(begun.data ?? [])]
            .filter((l) => format(new Date(l.startsAt), 'yyyy-MM-dd') === key)
            .sort((a, b) => a.startsAt.localeCompare(b.startsAt));
          return (
            <Day key={key} $today={isToday(day)} aria-label={format(day, 'EEEE d MMMM')}>
              <strong>{format(day, 'EEE d')}</strong>
              {inOrder.map((l) =>
                isBooked(l) ? (
                  <Slot
                    key={l.id}
                    type="button"
                    $held={l.lessonId !== null}
                    $chosen={l.id === chosen}
                    aria-pressed={l.id === chosen}
                    onClick={() => setChosen(l.id === chosen ? null : l.id)}
                  >
                    <strong>{format(new Date(l.startsAt), 'HH:mm')}</strong> <Soft>{l.minutes} min</Soft>
                    <div>{l.studentName}</div>
                    {l.overlaps.length > 0 ? <Soft>two at once</Soft> : null}
                    {l.lessonId ? <Soft>opened</Soft> : null}
                  </Slot>
                ) : (
                  <Begun key={l.id} to={`/lessons/${l.id}`}>
                    <strong>{format(new Date(l.startsAt), 'HH:mm')}</strong> <Soft>no appointment</Soft>
                    <div>{l.studentName}</div>
                  </Begun>
                ),
              )}
              <ForRole to="POST /appointments">
                <QuietButton
                  onPress={() => setMaking(key)}
                  aria-label={`New appointment on ${format(day, 'EEEE d MMMM')}`}
                >
                  + lesson
                </QuietButton>
              </ForRole>
            </Day>
          );
        })}
      </Seven>
    </Page>
  );
}
