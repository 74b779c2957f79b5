import type { LessonAnswer } from '../../../api/types.ts';
import { takesPlace } from '../../base/api.ts';
import { Failed, Waiting } from '../../kit/layout.tsx';
import { Removed } from '../../parts/Removed.tsx';
import { CalledHistory } from './called/CalledHistory.tsx';
import { CalledRun } from './called/CalledRun.tsx';
import { StartCalled } from './called/StartCalled.tsx';
import { useCalled } from './called/data.ts';

/** Called and done: a value is called before each swing, and the line says how far calls are done. */
export default function CalledView({ lesson }: { lesson: LessonAnswer }) {
  const query = useCalled(lesson.lesson.id);
  if (query.isPending) return <Waiting what="the calls" />;
  if (!query.data || takesPlace(query.error, query.data))
    return <Failed error={query.error} retry={() => void query.refetch()} />;
  const { runs, history, lead } = query.data;
  const goesOn = runs.find((r) => r.endedAt === null);
  const of = (r: (typeof runs)[number]) =>
    history.filter((h) => h.thing === r.said.thing && h.name.toLowerCase() === r.said.name.toLowerCase());
  const [last, ...before] = runs.filter((r) => r.endedAt !== null).toReversed();
  const show = (r: (typeof runs)[number]) => <CalledRun key={r.id} run={r} history={of(r)} lesson={lesson} />;
  return (
    <>
      <Removed kinds={['called']} lessonId={lesson.lesson.id} />
      {goesOn ? show(goesOn) : null}
      {last ? show(last) : null}
      {goesOn ? null : <StartCalled lesson={lesson} lead={lead} />}
      {before.map(show)}
      {runs.length === 0 ? <CalledHistory history={history} /> : null}
    </>
  );
}
