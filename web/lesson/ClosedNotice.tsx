import { Link } from 'react-router';
import type { LessonAnswer } from '../../api/types.ts';
import { useDraft } from '../base/drafts.tsx';
import { ask } from '../base/api.ts';
import { Button, TextField } from '../kit/controls.tsx';
import { Failed, Notice, Row } from '../kit/layout.tsx';
import { loadLine, painLine } from '../parts/ClosuresCard.tsx';
import { ForRole } from '../parts/ForRole.tsx';
import { useLessonWrite } from './common/data.ts';

/** Swings above the cap of the day, with a reason that is kept. */
function Overrule({ lessonId }: { lessonId: string }) {
  const [reason, setReason] = useDraft('cap reason', '');
  const overrule = useLessonWrite(
    lessonId,
    (why: string, id) => ask('POST /lessons/:id/load-overrules', { id: lessonId, body: { id, reason: why } }),
    () => setReason(''),
  );
  return (
    <ForRole to="POST /lessons/:id/load-overrules">
      <Row>
        <TextField label="Your reason to go on (kept)" value={reason} onChange={setReason} />
        <Button onPress={() => overrule.mutate(reason)} isDisabled={reason.trim() === '' || overrule.isPending}>
          Overrule for today
        </Button>
      </Row>
      {overrule.error ? <Failed error={overrule.error} /> : null}
    </ForRole>
  );
}

/** What is closed for the student of this lesson, on every station; near and over the day's cap in Measure. */
export function ClosedNotice({ lesson, measuring }: { lesson: LessonAnswer; measuring: boolean }) {
  const { closures, student } = lesson;
  const { load, overruled } = closures;
  const over = load.state === 'over' && load.today > 0;
  return (
    <>
      {closures.planClosedBecause.length > 0 || closures.pains.length > 0 ? (
        <Notice tone="stop" role="alert">
          {closures.planClosedBecause.length > 0
            ? closures.planClosedBecause.join(' ')
            : `Pain is open: ${closures.pains.map(painLine).join('; ')}. What loads it, and all maximal work, is closed.`}{' '}
          <Link to={`/students/${student.id}`}>Look at it and reopen</Link>
        </Notice>
      ) : null}
      {measuring && load.state === 'near' ? <Notice tone="unsure">{loadLine(closures)} Near the cap.</Notice> : null}
      {measuring && over && overruled === null ? (
        <Notice tone="stop">
          <strong>No more full-intent swings today.</strong> {load.because.join(' ')}
          <Overrule lessonId={lesson.lesson.id} />
        </Notice>
      ) : null}
      {measuring && over && overruled !== null ? (
        <Notice tone="unsure">
          {loadLine(closures)} Overruled for today by {overruled.by}: “{overruled.reason}”
        </Notice>
      ) : null}
    </>
  );
}
