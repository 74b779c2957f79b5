import { lazy, Suspense } from 'react';
import { useSearchParams } from 'react-router';
import type { LessonAnswer } from '../../../api/types.ts';
import { Choice } from '../../kit/chips.tsx';
import { Waiting } from '../../kit/layout.tsx';

const TrialView = lazy(() => import('./TrialView.tsx'));
const CalledView = lazy(() => import('./CalledView.tsx'));

const WAYS = [
  { id: 'against', name: 'Against each other' },
  { id: 'steps', name: 'Step on step' },
  { id: 'called', name: 'Called and done' },
] as const;

/** Try: several things against each other, or one thing called from much less to much more. */
export default function TryView({ lesson }: { lesson: LessonAnswer }) {
  const [search, setSearch] = useSearchParams();
  const tried = lesson.blocks.findLast((b) => b.condition === 'called' || b.condition === 'trial');
  const way =
    WAYS.find((w) => w.id === search.get('way'))?.id ?? (tried?.condition === 'called' ? 'called' : 'against');
  return (
    <>
      <Choice
        label="Way of trying"
        hideLabel
        value={way}
        onChange={(id) => {
          const next = new URLSearchParams(search);
          next.set('way', id);
          setSearch(next, { replace: true });
        }}
        options={WAYS}
      />
      <Suspense fallback={<Waiting what="the view" />}>
        {way === 'called' ? (
          <CalledView lesson={lesson} />
        ) : (
          <TrialView key={way} lesson={lesson} stack={way === 'steps'} />
        )}
      </Suspense>
    </>
  );
}
