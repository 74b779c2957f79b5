import { lazy, Suspense } from 'react';
import { NavLink, useSearchParams } from 'react-router';
import { Page, Soft, Waiting } from '../kit/layout.tsx';
import { ViewLinks } from '../kit/ViewLinks.tsx';

const TOOLS = [
  { id: 'swing', name: 'Swing', View: lazy(() => import('./SwingBench.tsx')) },
  { id: 'swish', name: 'Swish', View: lazy(() => import('./SwishBench.tsx')) },
  { id: 'flight', name: 'Ball flight', View: lazy(() => import('./FlightBench.tsx')) },
  { id: 'impact', name: 'Impact', View: lazy(() => import('./ImpactBench.tsx')) },
  { id: 'optimum', name: 'Best launch', View: lazy(() => import('./OptimumBench.tsx')) },
  { id: 'tee', name: 'Tee and attack', View: lazy(() => import('./TeeBench.tsx')) },
  { id: 'budget', name: 'Distance budget', View: lazy(() => import('./BudgetBench.tsx')) },
] as const;

/** Bench: the calculators of the lesson, free-standing, without a student. */
export default function Bench() {
  const [search] = useSearchParams();
  const tool = TOOLS.find((t) => t.id === (search.get('tool') ?? 'flight')) ?? TOOLS[0];
  return (
    <Page>
      <h1>Bench: {tool.name.toLowerCase()}</h1>
      <Soft>The same sums as in a lesson, free-standing: nothing here is kept.</Soft>
      <ViewLinks aria-label="Tools of the bench">
        {TOOLS.map((t) => (
          <NavLink key={t.id} to={`?tool=${t.id}`} replace aria-current={t.id === tool.id ? 'page' : false}>
            {t.name}
          </NavLink>
        ))}
      </ViewLinks>
      <Suspense fallback={<Waiting what="the tool" />}>
        <tool.View />
      </Suspense>
    </Page>
  );
}
