import { format } from 'date-fns';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { ask, queryClient, takesPlace } from '../../base/api.ts';
import { Button } from '../../kit/controls.tsx';
import { useMay } from '../../base/session.tsx';
import { BackupCard } from './BackupCard.tsx';
import { RecordsCard } from './RecordsCard.tsx';
import { RetentionCard } from './RetentionCard.tsx';
import { Card, Failed, Row, Soft, Spread, Waiting } from '../../kit/layout.tsx';

const inMb = (bytes: number): string => `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;

/** What the original files take, and uploads that wait for their rest. */
export function DataPart() {
  const may = useMay();
  const { data, error, refetch } = useQuery({
    queryKey: ['storage'],
    queryFn: () => ask('GET /storage'),
    staleTime: 0,
  });
  const drop = useMutation({
    mutationFn: (id: string) => ask('DELETE /videos/:id', { id }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ['storage'] }),
  });
  if (takesPlace(error, data)) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what="what is stored" />;
  return (
    <>
      <BackupCard />
      {may('GET /export') ? <RecordsCard /> : null}
      <RetentionCard />
      <Card aria-label="Original files">
        <h2>Original files</h2>
        <p>
          {data.files} {data.files === 1 ? 'file' : 'files'}, {inMb(data.bytes)} in all: videos, stills, captures and
          tables, as they were given.
        </p>
        <Soft>What no lesson names any more is taken away by itself.</Soft>
      </Card>
      <Card aria-label="Unfinished uploads">
        <h2>Unfinished uploads</h2>
        {data.unfinished.length === 0 ? <Soft>None. What was sent is all here.</Soft> : null}
        {data.unfinished.map((u) => (
          <Spread key={u.id}>
            <span>
              {u.fileName} · {u.studentName} · {inMb(u.receivedBytes)} of {inMb(u.sizeBytes)} ·{' '}
              {format(new Date(u.startedAt), 'd MMM yyyy, HH:mm')}
            </span>
            <Row>
              <Link to={`/lessons/${u.lessonId}/watch`}>Open the lesson</Link>
              <Button onPress={() => drop.mutate(u.id)} isDisabled={drop.isPending} aria-label={`Drop ${u.fileName}`}>
                Drop it
              </Button>
            </Row>
          </Spread>
        ))}
        {data.unfinished.length > 0 ? (
          <Soft>
            Sending the same video again in that lesson starts anew; what nobody goes on with goes after a week.
          </Soft>
        ) : null}
        {drop.error ? <Failed error={drop.error} /> : null}
      </Card>
    </>
  );
}
