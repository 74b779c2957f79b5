import { lazy, Suspense, useState } from 'react';
import { NavLink, useSearchParams } from 'react-router';
import type { LessonAnswer } from '../../../api/types.ts';
import { CALLED } from '../../../core/called/run.ts';
import { TRIED } from '../../../core/trial/run.ts';
import { Choice } from '../../kit/chips.tsx';
import { QuietButton } from '../../kit/controls.tsx';
import { Row, Soft, Waiting } from '../../kit/layout.tsx';
import { ViewLinks } from '../../kit/ViewLinks.tsx';
import { blockName } from '../common/block-name.ts';
import { BlockView } from './BlockView.tsx';
import { DeviceStatus } from './DeviceStatus.tsx';
import { WaitingTray } from './WaitingTray.tsx';
import { NewBlock } from './NewBlock.tsx';

const SetupView = lazy(() => import('./SetupView.tsx'));
const PatternView = lazy(() => import('./PatternView.tsx'));
const BudgetView = lazy(() => import('./BudgetView.tsx'));
const CompareView = lazy(() => import('./CompareView.tsx'));
const SessionView = lazy(() => import('./SessionView.tsx'));
const TryView = lazy(() => import('./TryView.tsx'));
const TestsView = lazy(() => import('./TestsView.tsx'));

const VIEWS = [
  { id: 'block', name: 'Block' },
  { id: 'setup', name: 'Set-up' },
  { id: 'tests', name: 'Tests' },
  { id: 'session', name: 'Session' },
  { id: 'try', name: 'Try' },
  { id: 'pattern', name: 'Pattern' },
  { id: 'budget', name: 'Budget' },
  { id: 'compare', name: 'Compare' },
] as const;

/** Measure: one of its views over the block in hand; a new block is started in the page. */
export default function Measure({
  lesson,
  newBlock,
  setNewBlock,
}: {
  lesson: LessonAnswer;
  newBlock: boolean;
  setNewBlock: (open: boolean) => void;
}) {
  const [search, setSearch] = useSearchParams();
  const [glance, setGlance] = useState(false);
  const [tried, setTried] = useState(false);
  const { blocks } = lesson;
  const view = VIEWS.find((v) => v.id === search.get('view'))?.id ?? 'block';
  const flown = view === 'pattern' || view === 'budget';
  // Swings without a ball have no flight and no distance.
  const eligible = flown ? blocks.filter((b) => b.withBall) : blocks;
  const block = eligible.find((b) => b.id === search.get('block')) ?? eligible[eligible.length - 1];
  // Every turn of a trial has its own block: they stand under Try, and here on demand.
  const folded = eligible.filter((b) => (b.condition === TRIED || b.condition === CALLED) && b.id !== block?.id);
  const address = (id: string): string => {
    const next = new URLSearchParams(search);
    next.delete('new');
    if (id === 'block') next.delete('view');
    else next.set('view', id);
    return `?${next.toString()}`;
  };
  const choose = (id: string): void => {
    const next = new URLSearchParams(search);
    next.set('block', id);
    setSearch(next, { replace: true });
  };
  const startNew = newBlock || search.has('new') || (blocks.length === 0 && view === 'block');
  const needsBlock = view === 'block' || flown;
  return (
    <>
      <ViewLinks aria-label="Views of Measure">
        {VIEWS.map((v) => (
          <NavLink
            key={v.id}
            to={address(v.id)}
            replace
            aria-current={v.id === view && !startNew ? 'page' : false}
            onClick={() => setNewBlock(false)}
          >
            {v.name}
          </NavLink>
        ))}
        <DeviceStatus />
      </ViewLinks>
      <WaitingTray lesson={lesson} block={block} />
      {startNew ? (
        <NewBlock
          lesson={lesson}
          onTry={() => {
            setNewBlock(false);
            setSearch({ view: 'try' }, { replace: true });
          }}
          onDone={() => {
            setNewBlock(false);
            const next = new URLSearchParams(search);
            next.delete('block');
            next.delete('new');
            setSearch(next, { replace: true });
          }}
        />
      ) : (
        <>
          {needsBlock && eligible.length > 1 ? (
            <Row>
              <Choice
                label="Block"
                hideLabel
                value={block?.id ?? null}
                onChange={choose}
                options={eligible
                  .filter((b) => tried || !folded.includes(b))
                  .map((b) => ({ id: b.id, name: blockName(b) }))}
              />
              {folded.length > 0 ? (
                <QuietButton onPress={() => setTried(!tried)} aria-expanded={tried}>
                  {tried ? 'Fold those of trials and calls' : `and ${folded.length} of trials and calls`}
                </QuietButton>
              ) : null}
            </Row>
          ) : null}
          <Suspense fallback={<Waiting what="the view" />}>
            {view === 'setup' ? <SetupView lesson={lesson} /> : null}
            {view === 'tests' ? <TestsView lesson={lesson} /> : null}
            {view === 'session' ? <SessionView lesson={lesson} /> : null}
            {view === 'try' ? <TryView lesson={lesson} /> : null}
            {view === 'compare' ? <CompareView lesson={lesson} /> : null}
            {!block && flown ? <Soft>No block with a ball yet. Start one to see its shots here.</Soft> : null}
            {block && view === 'block' ? (
              <BlockView block={block} lesson={lesson} glance={glance} setGlance={setGlance} />
            ) : null}
            {block && view === 'pattern' ? <PatternView block={block} lesson={lesson} /> : null}
            {block && view === 'budget' ? <BudgetView key={block.id} block={block} lesson={lesson} /> : null}
          </Suspense>
        </>
      )}
    </>
  );
}
