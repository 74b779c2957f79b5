import { useQuery } from '@tanstack/react-query';
import { format, subYears } from 'date-fns';
import { useParams, useSearchParams } from 'react-router';
import { ask } from '../base/api.ts';
import { useUnits } from '../base/session.tsx';
import { ButtonLink, PrimaryButton, TextField } from '../kit/controls.tsx';
import { DataTable, Failed, Page, Soft, Waiting } from '../kit/layout.tsx';
import { NotchStick, stickSentence } from '../parts/NotchStick.tsx';
import { NotOnPaper, Sheet } from './paper-style.tsx';
import { useNow } from '../kit/use-now.ts';

const DAY = 'yyyy-MM-dd';
const shown = (iso: string): string => format(new Date(iso), 'd MMM yyyy');

/** A student's season on one page, under the stick: sessions, notches, targets and practice. */
export default function SeasonPaper() {
  const { id = '' } = useParams();
  const units = useUnits();
  const [params, setParams] = useSearchParams();
  const now = useNow();
  const from = params.get('from') ?? format(subYears(now, 1), DAY);
  const to = params.get('to') ?? format(now, DAY);
  const student = useQuery({ queryKey: ['student', id], queryFn: () => ask('GET /students/:id', { id }) });
  const season = useQuery({
    queryKey: ['student', id, 'season', from, to],
    queryFn: () => ask('GET /students/:id/season', { id, query: { from, to } }),
    retry: false,
  });
  const s = season.data;
  const set = (key: 'from' | 'to') => (v: string) => setParams({ from, to, [key]: v }, { replace: true });
  return (
    <Page>
      <NotOnPaper>
        <TextField label="From" type="date" value={from} onChange={set('from')} />
        <TextField label="To" type="date" value={to} onChange={set('to')} />
        <PrimaryButton onPress={() => window.print()} isDisabled={!s}>
          Print, or save as PDF
        </PrimaryButton>
        <ButtonLink href={`/students/${id}`}>Back to the student</ButtonLink>
      </NotOnPaper>
      {season.isPending ? <Waiting what="the season" /> : null}
      {season.error ? <Failed error={season.error} retry={() => void season.refetch()} /> : null}
      {s ? (
        <Sheet aria-label="The season on one page">
          <header>
            <h1>{s.student}</h1>
            <Soft>
              {shown(s.from)} to {shown(s.to)}: {s.lessons} lessons, practice on {s.practiceDays} days ({s.practiceSets}{' '}
              sets)
            </Soft>
          </header>
          {student.data ? (
            <section>
              <NotchStick stick={student.data.stick} size="full" />
              <Soft>{stickSentence(student.data.stick, (v) => units.speed(v))}</Soft>
            </section>
          ) : null}
          <section>
            <h2>What came of it</h2>
            <p>{s.verdict}</p>
            {s.notches.length > 0 ? (
              <p>Notches: {s.notches.map((n) => `${units.speed(n.speedMps)} on ${shown(n.date)}`).join('; ')}.</p>
            ) : (
              <p>No notch in this time.</p>
            )}
          </section>
          {s.targets.length > 0 ? (
            <section>
              <h2>What was worked on</h2>
              <ul>
                {s.targets.map((t) => (
                  <li key={`${t.name} ${t.from}`}>
                    <strong>{t.name}</strong>, {shown(t.from)} to {t.to ? shown(t.to) : 'now'}
                    {t.drills.length > 0 ? `: ${t.drills.join(', ')}` : ''}
                  </li>
                ))}
              </ul>
            </section>
          ) : null}
          <section>
            <h2>Measured</h2>
            {s.sessions.length === 0 ? (
              <Soft>No club head speed was measured in this time.</Soft>
            ) : (
              <DataTable $words>
                <thead>
                  <tr>
                    <th scope="col">day</th>
                    <th scope="col">conditions</th>
                    <th scope="col">median</th>
                    <th scope="col">swings</th>
                  </tr>
                </thead>
                <tbody>
                  {s.sessions.map((x) => (
                    <tr key={`${x.startsAt} ${x.condition}`}>
                      <th scope="row">{shown(x.startsAt)}</th>
                      <td>{x.condition}</td>
                      <td>{units.speed(x.medianMps)}</td>
                      <td>{x.swings}</td>
                    </tr>
                  ))}
                </tbody>
              </DataTable>
            )}
          </section>
        </Sheet>
      ) : null}
    </Page>
  );
}
