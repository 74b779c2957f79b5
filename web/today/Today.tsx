import { useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { InboxEntry } from '../../api/day-types.ts';
import { ask, takesPlace } from '../base/api.ts';
import { Button, ButtonLink } from '../kit/controls.tsx';
import { Card, Failed, Notice, Page, Row, Soft, Spread, Waiting } from '../kit/layout.tsx';
import { ForRole } from '../parts/ForRole.tsx';
import { Removed } from '../parts/Removed.tsx';
import { AppointmentForm } from './AppointmentForm.tsx';
import { DayRow } from './DayRow.tsx';
import { useNow } from '../kit/use-now.ts';

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 280px;
  gap: var(--s4);
  align-items: start;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Hours = styled.ol`
  list-style: none;
  padding: 0 0 0 var(--s4);
  border-left: 3px solid var(--maple);
`;
const Came = styled.ul`
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--s2);
`;
const TONE = { pain: 'stop', late: 'unsure', link: 'unsure', behind: 'unsure', done: 'held' } as const;

function Inbox({ entries }: { entries: readonly InboxEntry[] }) {
  return (
    <Card as="aside" aria-label="Between the lessons">
      <h2>Between the lessons</h2>
      {entries.length === 0 ? <Soft>Nothing asks for a word.</Soft> : null}
      <Came>
        {entries.map((e) => (
          <li key={`${e.studentId}${e.text}`}>
            <Notice tone={TONE[e.kind]}>
              <Link to={`/students/${e.studentId}`}>{e.studentName}</Link>: {e.text}
            </Notice>
          </li>
        ))}
      </Came>
    </Card>
  );
}

/** The day as a line of hours, a line a lesson; beside it what asks for a word, and what came in since yesterday. */
export default function Today() {
  const today = useQuery({ queryKey: ['today'], queryFn: () => ask('GET /today') });
  const [making, setMaking] = useState(false);
  const now = useNow();
  if (today.isPending) {
    return (
      <Page>
        <Waiting what="today" />
      </Page>
    );
  }
  if (!today.data || takesPlace(today.error, today.data)) {
    return (
      <Page>
        <Failed error={today.error} retry={() => void today.refetch()} />
      </Page>
    );
  }
  const { lessons, cameIn, inbox, backupOverdueDays } = today.data;
  return (
    <Page>
      <Spread>
        <h1>{format(now, 'EEEE, d MMMM')}</h1>
        <Row>
          <ForRole to="POST /appointments">
            <Button onPress={() => setMaking((m) => !m)} aria-expanded={making}>
              New appointment
            </Button>
          </ForRole>
          <ButtonLink href="/week">The week</ButtonLink>
        </Row>
      </Spread>
      {backupOverdueDays === null ? null : (
        <Notice tone="unsure">
          No good backup for {backupOverdueDays} days. <Link to="/settings?part=data">Look at the backups</Link>
        </Notice>
      )}
      <Removed kinds={['appointment']} />
      {making ? <AppointmentForm day={format(now, 'yyyy-MM-dd')} onDone={() => setMaking(false)} /> : null}
      <Columns>
        {lessons.length === 0 ? (
          <Card>
            <h2>No lessons today</h2>
            <p>
              Make an appointment, open a student to start a lesson, or <Link to="/students/new">add a student</Link>.
            </p>
          </Card>
        ) : (
          <Hours aria-label="Lessons today">
            {lessons.map((l) => (
              <DayRow key={l.id ?? l.appointment?.id} lesson={l} />
            ))}
          </Hours>
        )}
        <div style={{ display: 'grid', gap: 'var(--s4)' }}>
          <Inbox entries={inbox} />
          <Card as="aside" aria-label="Came in since yesterday">
            <h2>Came in since yesterday</h2>
            {cameIn.length === 0 ? <Soft>No practice was logged since yesterday morning.</Soft> : null}
            <Came>
              {cameIn.map((c) => (
                <li key={`${c.studentId}${c.doneAt}${c.text}`}>
                  {c.pain ? (
                    <Notice tone="stop">
                      <strong>{c.studentName}</strong> – {c.text}
                    </Notice>
                  ) : (
                    <>
                      <Link to={`/students/${c.studentId}`}>{c.studentName}</Link> – {c.text}
                    </>
                  )}
                </li>
              ))}
            </Came>
          </Card>
        </div>
      </Columns>
    </Page>
  );
}
