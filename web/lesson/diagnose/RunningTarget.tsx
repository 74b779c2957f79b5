import { format } from 'date-fns';
import type { ThreadWire } from '../../../api/thread-types.ts';
import type { LedgerAnswer, LessonAnswer } from '../../../api/types.ts';
import { drillById } from '../../../core/catalogue/drills.ts';
import { rungWords } from '../../../core/catalogue/rungs.ts';
import type { Finding } from '../../../core/diagnosis/findings.ts';
import { percent } from '../../../core/numeric/percent.ts';
import { Card, DataTable, Soft, Spread } from '../../kit/layout.tsx';
import { FaultLink } from '../../parts/FaultLink.tsx';

const sessions = (n: number): string => `${n} session${n === 1 ? '' : 's'}`;

/** What was practised for the running target, in one sentence. */
export function practisedWords(thread: ThreadWire): string {
  if (thread.practisedDays === 0) return 'Nothing was practised for it yet.';
  const asked = thread.drills.reduce((n, d) => n + d.askedSessions, 0);
  const done = thread.drills.reduce((n, d) => n + d.doneSessions, 0);
  const last = thread.lastPractisedAt ? `, last on ${format(new Date(thread.lastPractisedAt), 'd MMM')}` : '';
  return `Practised on ${thread.practisedDays} day${thread.practisedDays === 1 ? '' : 's'}${last}: ${sessions(done)} done of ${asked} asked.`;
}

/** A sign of the target as it was read then and as it is read now. */
function pairsOf(then: readonly Finding[], now: readonly Finding[]): { text: string; then: string; now: string }[] {
  return then.flatMap((a) => {
    const b = now.find((f) => f.sign === a.sign && f.kind === a.kind && !f.ageDays);
    if (!b) return [];
    const [name = a.text, was = ''] = a.text.split(': ');
    return [{ text: name, then: was, now: b.text.split(': ')[1] ?? '' }];
  });
}

/** The target that runs: since when, what was done for it, and what has changed since it was decided. */
export function RunningTarget({
  thread,
  ledger,
  lesson,
}: {
  thread: ThreadWire;
  ledger: LedgerAnswer;
  lesson: LessonAnswer;
}) {
  if (thread.sinceLessonId === lesson.lesson.id) return null;
  const now = ledger.diagnosis.faults.find((f) => f.id === thread.target);
  const pairs = pairsOf(
    ledger.then?.findings ?? [],
    ledger.findings.filter((f) => f.fault === thread.target),
  );
  const then = ledger.then?.presentChance ?? null;
  return (
    <Card aria-label="Running target">
      <Spread>
        <h2>
          Runs: “<FaultLink id={thread.target} lessonId={lesson.lesson.id} />”
        </h2>
        <Soft>since {format(new Date(thread.since), 'd MMM')}</Soft>
      </Spread>
      <p>
        {practisedWords(thread)}{' '}
        {now && then !== null
          ? `There ${percent(then)} when it was decided, ${percent(now.presentChance)} now.`
          : now
            ? `There ${percent(now.presentChance)} now.`
            : ''}
      </p>
      {thread.drills.length > 0 ? (
        <ul>
          {thread.drills.map((d) => (
            <li key={d.id}>
              {drillById(d.drillId)?.name ?? d.drillId}: rung “{rungWords(d.rung)}”, {sessions(d.doneSessions)} of{' '}
              {d.askedSessions}
              {d.state === 'stopped' ? ', stopped' : d.state === 'changed' ? ', changed for another' : ''}
            </li>
          ))}
        </ul>
      ) : null}
      {thread.failedDrillIds.length > 0 ? (
        <p>
          At full length without once meeting the mark:{' '}
          {thread.failedDrillIds.map((id) => drillById(id)?.name ?? id).join(', ')}. It counts against the target below.
        </p>
      ) : null}
      {pairs.length > 0 ? (
        <DataTable $words>
          <thead>
            <tr>
              <th scope="col">Sign</th>
              <th scope="col">then</th>
              <th scope="col">today</th>
            </tr>
          </thead>
          <tbody>
            {pairs.map((p) => (
              <tr key={p.text}>
                <td>{p.text}</td>
                <td>{p.then}</td>
                <td>{p.now}</td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      ) : (
        <Soft>
          None of its signs was read anew in this lesson yet; what is known of it is carried over with its age.
        </Soft>
      )}
    </Card>
  );
}
