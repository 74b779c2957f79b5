import { useMutation } from '@tanstack/react-query';
import { format } from 'date-fns';
import { ChevronDown, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import type { DayLesson } from '../../api/day-types.ts';
import { ask, queryClient } from '../base/api.ts';
import { useIntent } from '../base/intent.ts';
import { Tick } from '../kit/chips.tsx';
import { Button, ButtonLink, QuietButton } from '../kit/controls.tsx';
import { Failed, Row, Soft } from '../kit/layout.tsx';
import { NotchStick } from '../parts/NotchStick.tsx';
import { MoveAppointment } from './MoveAppointment.tsx';

const Line = styled.li<{ $over: boolean }>`
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr) 150px auto;
  gap: var(--s1) var(--s3);
  align-items: center;
  padding: var(--s1) 0;
  border-bottom: 1px solid var(--line);
  background: ${({ $over }) => ($over ? 'var(--moss-wash)' : 'none')};
  h2 {
    font-size: var(--body, 1rem);
  }
  @media (max-width: 900px) {
    grid-template-columns: 64px minmax(0, 1fr) auto;
    > :nth-child(3) {
      display: none;
    }
  }
`;
const Hour = styled.div`
  font-family: var(--display);
  font-size: var(--lead);
  line-height: 1.1;
  small {
    display: block;
    font-size: 0.8125rem;
    color: var(--soft-ink);
  }
`;
const OneLine = styled(Soft)`
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
`;
const More = styled.div`
  grid-column: 2 / -1;
  display: grid;
  gap: var(--s3);
  padding-bottom: var(--s3);
`;
const Minutes = styled.ol`
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px var(--s3);
  li {
    display: contents;
  }
  span:first-child {
    font-variant-numeric: tabular-nums;
    color: var(--soft-ink);
  }
`;

/** One lesson of the day in a line: when, who, what first; opened, it shows all that is due, the minutes, and how it is moved. */
export function DayRow({ lesson: l }: { lesson: DayLesson }) {
  const navigate = useNavigate();
  const intent = useIntent();
  const [open, setOpen] = useState(false);
  const [moving, setMoving] = useState(false);
  const start = useMutation({
    mutationFn: () =>
      ask('POST /appointments/:id/lesson', { id: l.appointment?.id ?? '', body: { id: intent.idFor('lesson') } }),
    onSuccess: ({ id }) => {
      void queryClient.invalidateQueries({ queryKey: ['today'] });
      void navigate(`/lessons/${id}`);
    },
  });
  const done = useMutation({
    mutationFn: (over: boolean) => ask('PATCH /lessons/:id', { id: l.id ?? '', body: { done: over } }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ['today'] }),
  });
  const [first, ...more] = l.due;
  const at = new Date(l.startsAt);
  const words = `${l.studentName}, ${format(at, 'HH:mm')}`;
  return (
    <Line $over={l.doneAt !== null} aria-label={words}>
      <Hour>
        {format(at, 'HH:mm')}
        <small>{l.minutes} min</small>
      </Hour>
      <div>
        <h2>
          <Link to={`/students/${l.studentId}`}>{l.studentName}</Link>
        </h2>
        <OneLine>
          {l.handedness === 'left' ? 'left-handed · ' : ''}
          {l.appointment && l.appointment.overlaps.length > 0
            ? `at the same time: ${l.appointment.overlaps.join(', ')} · `
            : ''}
          {first?.text}
          {more.length > 0 ? ` · ${more.length} more` : ''}
        </OneLine>
      </div>
      <NotchStick stick={l.stick} size="card" />
      <Row>
        {l.id ? (
          <>
            <Tick isSelected={l.doneAt !== null} onChange={(over) => done.mutate(over)}>
              done
            </Tick>
            <ButtonLink href={`/lessons/${l.id}`}>Open</ButtonLink>
          </>
        ) : (
          <Button onPress={() => start.mutate()} isDisabled={start.isPending}>
            Start the lesson
          </Button>
        )}
        <QuietButton onPress={() => setOpen((o) => !o)} aria-expanded={open} aria-label={`What is due: ${words}`}>
          {open ? <ChevronDown size={18} aria-hidden /> : <ChevronRight size={18} aria-hidden />}
        </QuietButton>
      </Row>
      {(start.error ?? done.error) ? (
        <More>
          <Failed error={start.error ?? done.error} />
        </More>
      ) : null}
      {open ? (
        <More>
          <Minutes aria-label={`Minutes of the lesson: ${words}`}>
            {l.plan.parts.map((p) => (
              <li key={`${p.fromMin}${p.text}`}>
                <span>
                  {p.fromMin}–{p.toMin} min
                </span>
                <span>{p.text}</span>
              </li>
            ))}
          </Minutes>
          {l.plan.leftOut.length > 0 ? (
            <Soft>
              Does not fit into {l.minutes} minutes: {l.plan.leftOut.map((d) => d.text).join('; ')}.
            </Soft>
          ) : null}
          {l.appointment?.note ? <Soft>Note: {l.appointment.note}</Soft> : null}
          {l.appointment && !l.id ? (
            moving ? (
              <MoveAppointment
                appointment={{ ...l.appointment, startsAt: l.startsAt, minutes: l.minutes }}
                onDone={() => setMoving(false)}
              />
            ) : (
              <Row>
                <Button onPress={() => setMoving(true)}>Move or cancel</Button>
              </Row>
            )
          ) : null}
        </More>
      ) : null}
    </Line>
  );
}
