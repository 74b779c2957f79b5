import { useInfiniteQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { Link } from 'react-router';
import { ask, takesPlace } from '../../base/api.ts';
import { Button } from '../../kit/controls.tsx';
import { Card, DataTable, Failed, SideScroll, Soft, Waiting } from '../../kit/layout.tsx';

/** Who opened, changed, took away or erased what, newest first. */
export function LogPart() {
  const log = useInfiniteQuery({
    queryKey: ['audit'],
    queryFn: ({ pageParam }) => ask('GET /audit', { query: { before: pageParam } }),
    initialPageParam: '',
    getNextPageParam: (last) => last.nextBefore,
    staleTime: 0,
  });
  if (takesPlace(log.error, log.data)) return <Failed error={log.error} retry={() => void log.refetch()} />;
  if (!log.data) return <Waiting what="the log" />;
  const entries = log.data.pages.flatMap((p) => p.entries);
  return (
    <Card aria-label="Who did what">
      <h2>Who did what</h2>
      <Soft>The same thing within an hour is one line. The time is that of its first.</Soft>
      <SideScroll>
        <DataTable $words>
          <thead>
            <tr>
              <th>When</th>
              <th>Who</th>
              <th>Did</th>
              <th>Of whom</th>
            </tr>
          </thead>
          <tbody>
            {entries.map((e, i) => (
              <tr key={`${e.at} ${i}`}>
                <td>{format(new Date(e.at), 'd MMM yyyy, HH:mm')}</td>
                <td>{e.who}</td>
                <td>
                  {e.action}
                  {e.thing ? `: ${e.thing.replace(/-/g, ' ')}` : ''}
                </td>
                <td>
                  {e.studentId === null ? (
                    ''
                  ) : e.studentName === null ? (
                    <Soft>somebody erased</Soft>
                  ) : (
                    <Link to={`/students/${e.studentId}`}>{e.studentName}</Link>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      </SideScroll>
      {log.hasNextPage ? (
        <Button onPress={() => void log.fetchNextPage()} isDisabled={log.isFetching}>
          Show earlier
        </Button>
      ) : null}
    </Card>
  );
}
