import { useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import type { TargetHistoryWire } from '../../api/thread-types.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { rungWords } from '../../core/catalogue/rungs.ts';
import { ask, takesPlace } from '../base/api.ts';
import { Card, DataTable, Failed, Soft, Spread } from '../kit/layout.tsx';

const day = (iso: string): string => format(new Date(iso), 'd MMM yyyy');

function Target({ history }: { history: TargetHistoryWire }) {
  return (
    <section aria-label={faultById(history.target)?.name ?? history.target}>
      <Spread>
        <h3>{faultById(history.target)?.name ?? history.target}</h3>
        <Soft>
          {day(history.from)} – {history.to ? day(history.to) : 'runs'}
        </Soft>
      </Spread>
      {history.drills.length === 0 ? (
        <Soft>No drill was given for it.</Soft>
      ) : (
        <DataTable $words>
          <thead>
            <tr>
              <th scope="col">Drill</th>
              <th scope="col">Rungs</th>
              <th scope="col">Cues</th>
              <th scope="col">Sessions done of asked</th>
              <th scope="col">Mark met</th>
              <th scope="col">Decisions</th>
            </tr>
          </thead>
          <tbody>
            {history.drills.map((d) => (
              <tr key={d.drillId}>
                <td>{drillById(d.drillId)?.name ?? d.drillId}</td>
                <td>{d.rungs.map((r) => `${rungWords(r.rung)} (${format(new Date(r.from), 'd MMM')})`).join(' → ')}</td>
                <td>{d.cues.map((c) => `“${c.cue}”`).join(' → ')}</td>
                <td>
                  {d.doneSessions} of {d.askedSessions}
                </td>
                <td>{d.metSessions}</td>
                <td>
                  {d.decisions
                    .map((x) => `${format(new Date(x.at), 'd MMM')}: ${x.chosen.replace(/-/g, ' ')} – ${x.reason}`)
                    .join(' · ')}
                </td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      )}
    </section>
  );
}

/** Every target of a student with the drills tried for it: what was asked, done and decided. */
export function ThreadCard({ studentId }: { studentId: string }) {
  const query = useQuery({
    queryKey: ['student', studentId, 'thread'],
    queryFn: () => ask('GET /students/:id/thread', { id: studentId }),
  });
  if (takesPlace(query.error, query.data)) return <Failed error={query.error} retry={() => void query.refetch()} />;
  if (!query.data || query.data.length === 0) return null;
  return (
    <Card aria-label="Targets and drills">
      <h2>Targets and drills so far</h2>
      {query.data.map((t) => (
        <Target key={t.from} history={t} />
      ))}
    </Card>
  );
}
