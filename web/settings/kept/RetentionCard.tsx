import { useMutation, useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import type { RetentionAnswer } from '../../../api/account-types.ts';
import { ask, queryClient, takesPlace } from '../../base/api.ts';
import { useMay } from '../../base/session.tsx';
import { Button, TextField } from '../../kit/controls.tsx';
import { Card, Failed, Row, Soft, Waiting } from '../../kit/layout.tsx';
import { sentOf } from '../../kit/typed-number.ts';

const shown = (months: number | null): string => (months === null ? '' : String(months));

function Kept({ retention }: { retention: RetentionAnswer['retention'] }) {
  const [film, setFilm] = useState(shown(retention.filmMonths));
  const [student, setStudent] = useState(shown(retention.studentMonths));
  const [audit, setAudit] = useState(shown(retention.auditMonths));
  const keep = useMutation({
    mutationFn: () =>
      ask('PUT /retention', {
        body: { filmMonths: sentOf(film), studentMonths: sentOf(student), auditMonths: sentOf(audit) ?? undefined },
      }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ['retention'] }),
  });
  return (
    <>
      <Row>
        <TextField
          label="Erase films, months after their lesson"
          hint="Empty keeps them."
          inputMode="numeric"
          value={film}
          onChange={setFilm}
        />
        <TextField
          label="List students not seen for, months"
          hint="Empty lists none."
          inputMode="numeric"
          value={student}
          onChange={setStudent}
        />
        <TextField
          label="Keep the log for, months"
          hint="At least one."
          inputMode="numeric"
          value={audit}
          onChange={setAudit}
        />
      </Row>
      <Row>
        <Button onPress={() => keep.mutate()} isDisabled={keep.isPending}>
          Keep to this
        </Button>
        {keep.isSuccess ? <Soft role="status">Kept. Films whose time is over go within ten minutes.</Soft> : null}
      </Row>
      {keep.error ? <Failed error={keep.error} /> : null}
    </>
  );
}

/** How long things are kept, who has not been seen for long, and who was erased, as counts. */
export function RetentionCard() {
  const may = useMay();
  const { data, error, refetch } = useQuery({ queryKey: ['retention'], queryFn: () => ask('GET /retention') });
  if (takesPlace(error, data)) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what="how long things are kept" />;
  return (
    <Card aria-label="How long things are kept">
      <h2>How long things are kept</h2>
      {may('PUT /retention') ? <Kept key={JSON.stringify(data.retention)} retention={data.retention} /> : null}
      {data.unseen.map((s) => (
        <p key={s.id}>
          <Link to={`/students/${s.id}`}>{s.name}</Link>{' '}
          <Soft>
            {s.lastSeenOn ? `last lesson ${format(new Date(s.lastSeenOn), 'd MMM yyyy')}` : 'no lesson'}; can be
            exported and erased on the page
          </Soft>
        </p>
      ))}
      {data.erasures.length > 0 ? <h3>Erased</h3> : null}
      {data.erasures.map((e) => (
        <Soft key={e.erasedAt}>
          {format(new Date(e.erasedAt), 'd MMM yyyy')}: one student with {e.lessons} lessons, {e.swings} swings,{' '}
          {e.films} films, {e.practiceSets} practice sets
        </Soft>
      ))}
    </Card>
  );
}
