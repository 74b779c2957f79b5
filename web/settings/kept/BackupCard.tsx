import { format } from 'date-fns';
import { useMutation, useQuery } from '@tanstack/react-query';
import { ask, queryClient, takesPlace } from '../../base/api.ts';
import { useMay } from '../../base/session.tsx';
import { Button, QuietButton } from '../../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { ageInWords } from './age-in-words.ts';

export const useBackups = () => useQuery({ queryKey: ['backups'], queryFn: () => ask('GET /backups'), staleTime: 0 });

/** The last good backup and its age, one made now, and those there are, to be kept elsewhere. */
export function BackupCard() {
  const { data, error, refetch, dataUpdatedAt } = useBackups();
  const make = useMutation({
    mutationFn: () => ask('POST /backups'),
    onSuccess: (answer) => queryClient.setQueryData(['backups'], answer),
  });
  const drop = useMutation({
    mutationFn: (name: string) => ask('DELETE /backups/:name', { name }),
    onSuccess: (answer) => queryClient.setQueryData(['backups'], answer),
  });
  const may = useMay();
  if (takesPlace(error, data)) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what="the backups" />;
  const [last] = data.backups;
  const now = new Date(dataUpdatedAt);
  return (
    <Card aria-label="Backups">
      <h2>Backups</h2>
      <Spread>
        <p>
          {last
            ? `Last good backup: ${ageInWords(new Date(last.madeAt), now)}, ${(last.bytes / 1e6).toFixed(1)} MB, read back and found whole.`
            : 'No backup yet.'}
        </p>
        <Button onPress={() => make.mutate()} isDisabled={make.isPending || data.isRunning}>
          {make.isPending ? 'Backing up …' : 'Back up now'}
        </Button>
      </Spread>
      {data.failed ? <Notice tone="stop">The last try failed: {data.failed}</Notice> : null}
      {make.error ? <Failed error={make.error} /> : null}
      {data.backups.map((b) => {
        const made = format(new Date(b.madeAt), 'd MMM yyyy, HH:mm');
        return (
          <Row key={b.name}>
            {may('GET /backups/:name/file') ? (
              <a href={`/api/backups/${b.name}/file`} download>
                {made} · {(b.bytes / 1e6).toFixed(1)} MB
              </a>
            ) : (
              made
            )}
            {may('DELETE /backups/:name') && data.backups.length > 1 ? (
              <QuietButton onPress={() => drop.mutate(b.name)} aria-label={`Delete the backup of ${made}`}>
                Delete
              </QuietButton>
            ) : null}
          </Row>
        );
      })}
      {drop.error ? <Failed error={drop.error} /> : null}
      <Soft>
        One is made each day while the program runs and kept for {data.keptDays} days in {data.folder}. A disk can fail
        with all of them: save one elsewhere now and then. To put one back: on the page of the first start of an empty
        practice, or with npm run restore -- FILE.
      </Soft>
    </Card>
  );
}
