import { useSearchParams } from 'react-router';
import type { LessonAnswer } from '../../../api/types.ts';
import { takesPlace } from '../../base/api.ts';
import { Failed, Waiting } from '../../kit/layout.tsx';
import { Removed } from '../../parts/Removed.tsx';
import { useTrials } from './trial/data.ts';
import { StartTrial } from './trial/StartTrial.tsx';
import { TrialRun } from './trial/TrialRun.tsx';

/** Several things against each other, or a stack of steps, led through live; what they say, and which one is kept. */
export default function TrialView({ lesson, stack }: { lesson: LessonAnswer; stack: boolean }) {
  const [search] = useSearchParams();
  const query = useTrials(lesson.lesson.id, search.get('fault') ?? '');
  if (query.isPending) return <Waiting what="the trials" />;
  if (!query.data || takesPlace(query.error, query.data))
    return <Failed error={query.error} retry={() => void query.refetch()} />;
  const { trials } = query.data;
  const running = trials.find((t) => t.endedAt === null);
  const [last, ...before] = trials.filter((t) => t.endedAt !== null && (t.ledger !== null) === stack).toReversed();
  const show = (t: (typeof trials)[number]) => <TrialRun key={t.id} trial={t} lesson={lesson} />;
  return (
    <>
      <Removed kinds={['trial']} lessonId={lesson.lesson.id} />
      {running ? show(running) : null}
      {last ? show(last) : null}
      {running ? null : <StartTrial key={query.data.faultId} lesson={lesson} answer={query.data} stack={stack} />}
      {before.map(show)}
    </>
  );
}
