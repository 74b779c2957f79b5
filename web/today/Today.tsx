import { useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { Link } from 'react-router';
import styled from 'styled-components';
import { ask } from '../base/api.ts';
import { ButtonLink } from '../kit/controls.tsx';
import { Card, Failed, Notice, Page, Soft, Spread, Waiting } from '../kit/layout.tsx';
import { NotchStick } from '../parts/NotchStick.tsx';

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: var(--s5);
  align-items: start;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Hours = styled.ol`
  list-style: none;
  padding: 0 0 0 var(--s4);
  border-left: 3px solid var(--maple);
  display: grid;
  gap: var(--s4);
`;
const Lesson = styled.li`
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr);
  gap: var(--s3);
`;
const Hour = styled.div`
  font-family: var(--display);
  font-size: var(--lead);
  padding-top: var(--s3);
`;
const StickBox = styled.div`
  width: 240px;
  max-width: 100%;
`;
const Came = styled.ul`
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--s2);
`;

/** The day as a line of hours, each lesson with what it is due; beside it what came in since yesterday. */
export default function Today() {
  const today = useQuery({ queryKey: ['today'], queryFn: () => ask('GET /today') });
  if (today.isPending) {
    return (
      <Page>
        <Waiting what="today" />
      </Page>
    );
  }
  if (today.error) {
    return (
      <Page>
        <Failed error={today.error} retry={() => void today.refetch()} />
      </Page>
    );
  }
  const { lessons, cameIn, backupOverdueDays } = today.data;
  return (
    <Page>
      <Spread>
        <h1>{format(new Date(), 'EEEE, d MMMM')}</h1>
        <ButtonLink href="/students">All students</ButtonLink>
      </Spread>
      {backupOverdueDays === null ? null : (
        <Notice tone="unsure">
          No good backup for {backupOverdueDays} days. <Link to="/settings?part=data">Look at the backups</Link>
        </Notice>
      )}
      <Columns>
        {lessons.length === 0 ? (
          <Card>
            <h2>No lessons today</h2>
            <p>
              Open a student to start a lesson, or <Link to="/students/new">add a student</Link>.
            </p>
          </Card>
        ) : (
          <Hours aria-label="Lessons today">
            {lessons.map((l) => (
              <Lesson key={l.id}>
                <Hour>{format(new Date(l.startsAt), 'HH:mm')}</Hour>
                <Card>
                  <Spread>
                    <div>
                      <h2>
                        <Link to={`/students/${l.studentId}`}>{l.studentName}</Link>
                      </h2>
                      <Soft>{l.handedness}-handed</Soft>
                    </div>
                    <StickBox>
                      <NotchStick stick={l.stick} size="card" />
                    </StickBox>
                  </Spread>
                  <ol>
                    {l.due.map((d) => (
                      <li key={d}>{d}</li>
                    ))}
                  </ol>
                  <div>
                    <ButtonLink href={`/lessons/${l.id}`}>Open the lesson</ButtonLink>
                  </div>
                </Card>
              </Lesson>
            ))}
          </Hours>
        )}
        <Card as="aside" aria-label="Came in since yesterday">
          <h2>Came in since yesterday</h2>
          {cameIn.length === 0 ? (
            <Soft>No practice was logged since yesterday morning.</Soft>
          ) : (
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
          )}
        </Card>
      </Columns>
    </Page>
  );
}
