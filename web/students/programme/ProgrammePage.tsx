import { useMutation, useQuery } from '@tanstack/react-query';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { ProgrammeWire } from '../../../api/programme-types.ts';
import { ALWAYS_CAUTIONS } from '../../../core/catalogue/cautions.ts';
import { ask, queryClient, takesPlace } from '../../base/api.ts';
import { useMay } from '../../base/session.tsx';
import { QuietButton } from '../../kit/controls.tsx';
import { Card, Cautions, Failed, Notice, Page, Row, SideScroll, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { useNow } from '../../kit/use-now.ts';
import { Calendar } from './Calendar.tsx';
import { WeeksChart } from './WeeksChart.tsx';
import { WishForm } from './WishForm.tsx';

const dayName = (date: string): string => format(parseISO(date), 'd MMM');

function Laid({ studentId, programme }: { studentId: string; programme: ProgrammeWire }) {
  const may = useMay();
  const now = useNow();
  const [told, setTold] = useState('');
  const refresh = (): Promise<void> => queryClient.invalidateQueries({ queryKey: ['student', studentId] });
  const move = useMutation({
    mutationFn: (m: { from: string; to: string }) =>
      ask('POST /students/:id/programme/move', { id: studentId, body: m }),
    onSuccess: (_, m) => {
      setTold(`Moved from ${dayName(m.from)} to ${dayName(m.to)}.`);
      return refresh();
    },
    onError: () => setTold(''),
  });
  const end = useMutation({
    mutationFn: () => ask('DELETE /students/:id/programme', { id: studentId }),
    onSuccess: refresh,
  });
  return (
    <>
      {programme.broken.length > 0 ? (
        <Notice tone="stop" role="alert">
          <strong>It cannot be followed as it stands.</strong> {programme.broken.slice(0, 6).join(' ')} Lay it anew.
        </Notice>
      ) : null}
      {programme.gaveWay.length > 0 ? (
        <Notice tone="unsure">
          <strong>What gave way:</strong> {programme.gaveWay.slice(0, 8).join(' ')}
          {programme.gaveWay.length > 8 ? ` And ${programme.gaveWay.length - 8} more.` : ''}
        </Notice>
      ) : null}
      <Card aria-label="Phases">
        <ol>
          {programme.phases.map((p) => (
            <li key={p.id}>
              <strong>{p.id}</strong>, {dayName(p.from)} to {dayName(p.to)}: ends when {p.endsWhen}.
            </li>
          ))}
        </ol>
      </Card>
      <Card aria-label="Calendar">
        <Spread>
          <h2>Days</h2>
          {may('DELETE /students/:id/programme') ? (
            <QuietButton onPress={() => end.mutate()}>End this programme</QuietButton>
          ) : null}
        </Spread>
        {move.error ? <Failed error={move.error} /> : null}
        {told ? (
          <Notice tone="held" role="status">
            {told}
          </Notice>
        ) : null}
        <Soft>
          Drag a session to another day. By keyboard: go to its day with the arrow keys; Alt with an arrow key moves it
          a day or a week. Two sessions change places.
        </Soft>
        <SideScroll>
          <Calendar
            days={programme.days}
            today={format(now, 'yyyy-MM-dd')}
            onMove={may('POST /students/:id/programme/move') ? (from, to) => move.mutate({ from, to }) : null}
          />
        </SideScroll>
      </Card>
      <Card aria-label="Planned and done">
        <h2>Planned and done</h2>
        <WeeksChart programme={programme} />
      </Card>
    </>
  );
}

/** A student's programme to a date: phases, days that can be moved, planned against done. */
export default function ProgrammePage() {
  const { id = '' } = useParams();
  const may = useMay();
  const student = useQuery({ queryKey: ['student', id], queryFn: () => ask('GET /students/:id', { id }) });
  const query = useQuery({
    queryKey: ['student', id, 'programme'],
    queryFn: () => ask('GET /students/:id/programme', { id }),
  });
  if (takesPlace(query.error, query.data)) {
    return (
      <Page>
        <Failed error={query.error} retry={() => void query.refetch()} />
      </Page>
    );
  }
  if (!query.data) {
    return (
      <Page>
        <Waiting what="the programme" />
      </Page>
    );
  }
  const { programme } = query.data;
  return (
    <Page>
      <Spread>
        <h1>Programme</h1>
        <Row>
          <Link to={`/students/${id}`}>{student.data?.student.name ?? 'The student'}</Link>
        </Row>
      </Spread>
      {programme ? <Laid studentId={id} programme={programme} /> : null}
      {may('POST /students/:id/programme') ? (
        <WishForm key={programme?.id ?? 'new'} studentId={id} answer={query.data} onMade={() => void query.refetch()} />
      ) : null}
      <Cautions items={ALWAYS_CAUTIONS} />
    </Page>
  );
}
