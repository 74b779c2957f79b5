import { useMutation, useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { Link } from 'react-router';
import { ask, queryClient, takesPlace } from '../../base/api.ts';
import { QuietButton } from '../../kit/controls.tsx';
import { Card, Failed, Soft, Spread, Waiting } from '../../kit/layout.tsx';

/** Every private link that is open, with its end and its last use. */
export function PracticeLinks() {
  const { data, error, refetch } = useQuery({
    queryKey: ['practice-links'],
    queryFn: () => ask('GET /practice-links'),
    staleTime: 0,
  });
  const withdraw = useMutation({
    mutationFn: (id: string) => ask('DELETE /practice-links/:id', { id }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: ['practice-links'] }),
  });
  if (takesPlace(error, data)) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what="the practice links" />;
  return (
    <Card aria-label="Practice links">
      <h2>Students’ practice links</h2>
      {data.length === 0 ? <Soft>None is open.</Soft> : null}
      {data.map((l) => (
        <Spread key={l.id}>
          <span>
            <Link to={`/students/${l.studentId}`}>{l.studentName}</Link> · made{' '}
            {format(new Date(l.madeAt), 'd MMM yyyy')} ·{' '}
            {l.expiresAt ? `until ${format(new Date(l.expiresAt), 'd MMM yyyy')}` : 'without an end'} ·{' '}
            {l.usedAt ? `last used ${format(new Date(l.usedAt), 'd MMM, HH:mm')}` : 'not used yet'}
          </span>
          <QuietButton onPress={() => withdraw.mutate(l.id)} aria-label={`Withdraw the link of ${l.studentName}`}>
            Withdraw
          </QuietButton>
        </Spread>
      ))}
      {withdraw.error ? <Failed error={withdraw.error} /> : null}
    </Card>
  );
}
