import { useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { Link, useNavigate, useParams } from 'react-router';
import { useState } from 'react';
import styled from 'styled-components';
import type { StudentWire } from '../../api/types.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { ask, queryClient, takesPlace } from '../base/api.ts';
import { useIntent } from '../base/intent.ts';
import { useMay, useUnits } from '../base/session.tsx';
import { Button, ButtonLink, PrimaryButton, QuietButton } from '../kit/controls.tsx';
import { Card, Failed, Notice, Page, Row, Soft, Spread, Waiting } from '../kit/layout.tsx';
import { NotchStick, stickSentence } from '../parts/NotchStick.tsx';
import { CourseCard } from './CourseCard.tsx';
import { PhotoCard, StudentFace } from './Photo.tsx';
import { PracticeLink } from './PracticeLink.tsx';
import { ClosuresCard } from '../parts/ClosuresCard.tsx';
import { ThreadCard } from './ThreadCard.tsx';
import { RecordCard } from './RecordCard.tsx';
import { ForRole } from '../parts/ForRole.tsx';
import { Removed } from '../parts/Removed.tsx';
import { AppointmentForm } from '../today/AppointmentForm.tsx';
import { ScreenForm } from '../parts/ScreenForm.tsx';
import { useNow } from '../kit/use-now.ts';

const Name = styled.h1`
  overflow-wrap: anywhere;
`;
const Lessons = styled.ol`
  list-style: none;
  padding: 0;
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 190px;
  gap: var(--s3);
  overflow-x: auto;
  @media print {
    grid-auto-flow: row;
    grid-template-columns: repeat(3, 1fr);
    overflow: visible;
  }
`;

/** How the student, and a minor's guardian, are reached. */
function Contact({ student: s }: { student: StudentWire }) {
  if (!s.phone && !s.email && !s.guardianContact && s.groups.length === 0) return null;
  return (
    <div>
      <Soft>
        {s.phone ? <a href={`tel:${s.phone.replace(/[^+\d]/g, '')}`}>{s.phone}</a> : null}
        {s.phone && s.email ? ' · ' : null}
        {s.email ? <a href={`mailto:${s.email}`}>{s.email}</a> : null}
        {s.guardianContact ? ` · guardian${s.guardianName ? ` ${s.guardianName}` : ''}: ${s.guardianContact}` : ''}
        {s.groups.length > 0 ? ` · ${s.groups.join(', ')}` : ''}
      </Soft>
    </div>
  );
}

/** A student: stick across the top, lessons as columns in time, screen and practice page under them. */
export default function StudentPage() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const units = useUnits();
  const may = useMay();
  const query = useQuery({ queryKey: ['student', id], queryFn: () => ask('GET /students/:id', { id }) });
  const earlier = useInfiniteQuery({
    queryKey: ['student', id, 'lessons'],
    queryFn: ({ pageParam }) => ask('GET /students/:id/lessons', { id, query: { offset: pageParam } }),
    initialPageParam: query.data?.nextOffset ?? 0,
    getNextPageParam: (last) => last.nextOffset,
    enabled: false,
  });
  const intent = useIntent();
  const start = useMutation({
    mutationFn: async () => {
      const lessonId = intent.idFor('lesson');
      await ask('POST /students/:id/lessons', { id, body: { id: lessonId, startsAt: new Date().toISOString() } });
      return lessonId;
    },
    onSuccess: (lessonId) => {
      intent.done();
      void navigate(`/lessons/${lessonId}`);
    },
  });
  const remove = useMutation({
    mutationFn: (lessonId: string) => ask('DELETE /lessons/:id', { id: lessonId }),
    onSuccess: () => queryClient.invalidateQueries(),
  });
  const archive = useMutation({
    mutationFn: (archived: boolean) => ask('PUT /students/:id/archived', { id, body: { archived } }),
    onSuccess: () => queryClient.invalidateQueries(),
  });
  const [booking, setBooking] = useState(false);
  const now = useNow();
  if (query.isPending) {
    return (
      <Page>
        <Waiting what="the student" />
      </Page>
    );
  }
  if (!query.data || takesPlace(query.error, query.data)) {
    return (
      <Page>
        <Failed error={query.error} retry={() => void query.refetch()} />
      </Page>
    );
  }
  const { student, screens, stick, practiceLink } = query.data;
  const lessons = [...query.data.lessons, ...(earlier.data?.pages.flatMap((p) => p.lessons) ?? [])];
  const more = earlier.data ? earlier.hasNextPage : query.data.nextOffset !== null;
  const goal = { gain: 'gain speed', 'win-back': 'win back lost speed', hold: 'hold speed' }[student.goalKind];
  return (
    <Page>
      <Spread>
        <StudentFace id={id} name={student.name} takenAt={query.data.photoTakenAt} />
        <div>
          <Name>{student.name}</Name>
          <Soft>
            {student.handedness}-handed · {student.level} · {goal}
            {student.goalSpeedMps ? ` to ${units.speed(student.goalSpeedMps, 0)}` : ''}
            {student.goalDate ? ` by ${format(new Date(student.goalDate), 'd MMM yyyy')}` : ''}
          </Soft>
          <Contact student={student} />
        </div>
        <Row>
          <ForRole to="POST /appointments">
            <Button onPress={() => setBooking((b) => !b)} aria-expanded={booking}>
              Appointment
            </Button>
          </ForRole>
          <ButtonLink href={`/students/${id}/programme`}>Programme</ButtonLink>
          <ButtonLink href={`/api/students/${id}/handout`} target="_blank" rel="noreferrer">
            Handout
          </ButtonLink>
          <ButtonLink href={`/students/${id}/season`}>Season</ButtonLink>
          <ButtonLink href={`/api/students/${id}/calendar`} download>
            Calendar file
          </ButtonLink>
          {may('PUT /students/:id') ? <ButtonLink href={`/students/${id}/edit`}>Edit</ButtonLink> : null}
          {may('PUT /students/:id/archived') ? (
            <Button onPress={() => archive.mutate(!query.data.archived)} isDisabled={archive.isPending}>
              {query.data.archived ? 'Take out of the archive' : 'Archive'}
            </Button>
          ) : null}
          <PrimaryButton onPress={() => start.mutate()} isDisabled={start.isPending}>
            Start a lesson
          </PrimaryButton>
        </Row>
      </Spread>
      {start.error ? <Failed error={start.error} /> : null}
      {remove.error ? <Failed error={remove.error} /> : null}
      {query.data.archived ? (
        <Notice tone="info">Archived: in no list but that of the archived; the record stays whole.</Notice>
      ) : null}
      <Removed studentId={id} />
      {booking ? (
        <AppointmentForm
          day={format(now, 'yyyy-MM-dd')}
          student={{ id, name: student.name }}
          onDone={() => setBooking(false)}
        />
      ) : null}
      <Card aria-label="Notch stick">
        <NotchStick stick={stick} size="full" />
        <Soft>{stickSentence(stick, (v) => units.speed(v))}</Soft>
      </Card>
      {student.pinnedNote ? (
        <Notice tone="info">
          <strong>For next time:</strong> {student.pinnedNote}
        </Notice>
      ) : null}
      <ClosuresCard studentId={id} closures={query.data.closures} />
      <CourseCard studentId={id} />
      <Card aria-label="Lessons">
        <h2>Lessons</h2>
        {lessons.length === 0 ? (
          <Soft>No lesson yet. Start one to measure a baseline.</Soft>
        ) : (
          <Lessons tabIndex={0} aria-label="Lessons, newest first">
            {lessons.map((l) => (
              <li key={l.id}>
                <Card>
                  <Link to={`/lessons/${l.id}`}>{format(new Date(l.startsAt), 'd MMM yyyy, HH:mm')}</Link>
                  <Soft>
                    {l.blocks === 1 ? '1 block' : `${l.blocks} blocks`}, {l.swings} swings
                  </Soft>
                  {l.note ? <Soft>{l.note}</Soft> : null}
                  <Link
                    to={`/lessons/${l.id}/sheet`}
                    aria-label={`Page of the lesson of ${format(new Date(l.startsAt), 'd MMM yyyy, HH:mm')}`}
                  >
                    On one page
                  </Link>
                  <Soft>{l.target ? `target: ${faultById(l.target)?.name ?? l.target}` : 'no target set'}</Soft>
                  <ForRole to="DELETE /lessons/:id">
                    <QuietButton
                      style={{ justifySelf: 'start' }}
                      onPress={() => remove.mutate(l.id)}
                      aria-label={`Remove the lesson of ${format(new Date(l.startsAt), 'd MMM yyyy, HH:mm')}`}
                    >
                      Remove
                    </QuietButton>
                  </ForRole>
                </Card>
              </li>
            ))}
          </Lessons>
        )}
        {more ? (
          <Button
            isDisabled={earlier.isFetching}
            onPress={() => void (earlier.data ? earlier.fetchNextPage() : earlier.refetch())}
          >
            Show earlier lessons
          </Button>
        ) : null}
        {earlier.error ? <Failed error={earlier.error} retry={() => void earlier.refetch()} /> : null}
      </Card>
      <ThreadCard studentId={id} />
      <ScreenForm studentId={id} screens={screens} />
      {may('POST /students/:id/practice-link') ? <PracticeLink studentId={id} open={practiceLink} /> : null}
      <PhotoCard id={id} takenAt={query.data.photoTakenAt} />
      <RecordCard id={id} />
    </Page>
  );
}
