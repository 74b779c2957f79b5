import { Check, Circle } from 'lucide-react';
import { format } from 'date-fns';
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { Link, NavLink, useNavigate, useParams } from 'react-router';
import type { LedgerAnswer, LessonAnswer } from '../../api/types.ts';
import { DraftScope } from '../base/drafts.tsx';
import { WORK } from '../base/keys.tsx';
import { send } from '../base/outbox.ts';
import { useKeys } from '../base/keys.tsx';
import { useUnits } from '../base/session.tsx';
import { takesPlace } from '../base/api.ts';
import { Failed, Notice, Page, Soft, Waiting } from '../kit/layout.tsx';
import { Removed } from '../parts/Removed.tsx';
import { NotchStick } from '../parts/NotchStick.tsx';
import { BlockBar } from './BlockBar.tsx';
import { refreshLesson, STATIONS, useLedger, useLesson, type Station } from './common/data.ts';
import { useLessonEvents } from './common/live.ts';
import { Frame, Head, Spine, StationRoom } from './lesson-frame.ts';
import { LedgerTray } from './LedgerTray.tsx';
import { ClosedNotice } from './ClosedNotice.tsx';
import { OutboxNotice } from './OutboxNotice.tsx';

const Know = lazy(() => import('./know/Know.tsx'));
const Measure = lazy(() => import('./measure/Measure.tsx'));
const Watch = lazy(() => import('./watch/Watch.tsx'));
const Diagnose = lazy(() => import('./diagnose/Diagnose.tsx'));
const Prescribe = lazy(() => import('./prescribe/Prescribe.tsx'));
const Review = lazy(() => import('./review/Review.tsx'));

/** What each station holds, in a few words, and whether that is enough. */
function holdings(
  lesson: LessonAnswer,
  ledger: LedgerAnswer | undefined,
): Record<Station, { text: string; enough: boolean; name: string }> {
  const swings = lesson.blocks.reduce((n, b) => n + b.statistics.swings, 0);
  const motions = lesson.blocks.reduce((n, b) => n + b.motions.length, 0);
  const signs = lesson.signs.length;
  const running = lesson.thread !== null;
  const count = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;
  return {
    know: {
      name: 'Know',
      text: lesson.screens.length > 0 ? 'screened' : 'no screen',
      enough: lesson.screens.length > 0,
    },
    measure: {
      name: 'Measure',
      text:
        swings + motions === 0
          ? 'nothing yet'
          : `${count(swings, 'swing')}${motions ? `, ${count(motions, 'capture')}` : ''}`,
      enough: swings >= 3,
    },
    watch: { name: 'Watch', text: signs === 0 ? 'nothing yet' : count(signs, 'sign'), enough: signs > 0 },
    diagnose: {
      name: 'Diagnose',
      text: ledger?.verdict ? 'decided' : running ? 'target runs' : 'open',
      enough: Boolean(ledger?.verdict) || running,
    },
    prescribe: {
      name: 'Prescribe',
      text: (lesson.thread?.drills.length ?? 0) > 0 ? 'plan runs' : running ? 'target set' : 'needs a target',
      enough: false,
    },
    review: { name: 'Review', text: lesson.previousLesson ? 'since last time' : 'first lesson', enough: false },
  };
}

/** A lesson: spine of six stations, the station's work, the ledger tray, and the block bar at the foot. */
export default function Lesson() {
  const { id = '', station: wanted } = useParams();
  const navigate = useNavigate();
  const units = useUnits();
  const lesson = useLesson(id);
  const ledger = useLedger(id);
  const [newBlock, setNewBlock] = useState(false);
  useLessonEvents(id);
  const station: Station = STATIONS.find((s) => s === wanted) ?? (lesson.data?.previousLesson ? 'review' : 'know');

  // The station takes the focus when it is opened, unless one of its fields has it: the next Tab is its first control.
  const work = useRef<HTMLElement>(null);
  const isHere = lesson.data !== undefined;
  useEffect(() => {
    if (isHere && !work.current?.contains(document.activeElement)) work.current?.focus({ preventScroll: true });
  }, [station, isHere]);

  const keys = useMemo(() => {
    const blocks = lesson.data?.blocks ?? [];
    const shots = blocks[blocks.length - 1]?.shots ?? [];
    const patch = (shotId: string | undefined, reason: string | null): void => {
      if (!shotId) return;
      const what = reason === null ? 'a swing brought back' : `a swing set aside: ${reason}`;
      void send('PATCH', `/shots/${shotId}`, { reason }, what).then(() => refreshLesson(id));
    };
    return {
      ...Object.fromEntries(STATIONS.map((s, i) => [String(i + 1), () => void navigate(`/lessons/${id}/${s}`)])),
      n: () => {
        setNewBlock(true);
        void navigate(`/lessons/${id}/measure`);
      },
      x: () => patch([...shots].reverse().find((s) => s.setAsideReason === null)?.id, 'mishit'),
      z: () => patch([...shots].reverse().find((s) => s.setAsideReason !== null)?.id, null),
      Escape: () => setNewBlock(false),
    };
  }, [id, navigate, lesson.data]);
  useKeys(keys);

  if (lesson.isPending) {
    return (
      <Page>
        <Waiting what="the lesson" />
      </Page>
    );
  }
  if (!lesson.data || takesPlace(lesson.error, lesson.data)) {
    return (
      <Page>
        <Failed error={lesson.error} retry={() => void lesson.refetch()} />
      </Page>
    );
  }
  const data = lesson.data;
  const { student } = data;
  const held = holdings(data, ledger.data);
  return (
    <DraftScope of={`lesson ${id}`}>
      <Frame>
        <Head>
          <div>
            <h1>
              <Link to={`/students/${student.id}`}>{student.name}</Link>
            </h1>
            <Soft>
              {student.handedness}-handed · {student.level}
              {student.goalSpeedMps ? ` · goal ${units.speed(student.goalSpeedMps, 0)}` : ''} · lesson of{' '}
              {format(new Date(data.lesson.startsAt), 'd MMM, HH:mm')}
            </Soft>
          </div>
          <NotchStick stick={data.stick} size="header" />
        </Head>
        <Spine aria-label="Stations">
          {STATIONS.map((s, i) => (
            <NavLink
              key={s}
              to={`/lessons/${id}/${s}`}
              className={s === station ? 'active' : ''}
              aria-keyshortcuts={String(i + 1)}
            >
              {held[s].name}
              {held[s].enough ? <Check size={16} aria-label="enough" /> : <Circle size={12} aria-label="open" />}
              <small>{held[s].text}</small>
            </NavLink>
          ))}
        </Spine>
        <StationRoom aria-label={held[station].name} id={WORK} tabIndex={-1} ref={work}>
          <OutboxNotice lesson={data} />
          <Removed lessonId={id} />
          {student.pinnedNote && (station === 'know' || station === 'review') ? (
            <Notice tone="info">
              <strong>For this time:</strong> {student.pinnedNote}
            </Notice>
          ) : null}
          <ClosedNotice lesson={data} measuring={station === 'measure'} />
          <Suspense fallback={<Waiting what="the station" />}>
            {station === 'know' ? <Know lesson={data} /> : null}
            {station === 'measure' ? <Measure lesson={data} newBlock={newBlock} setNewBlock={setNewBlock} /> : null}
            {station === 'watch' ? <Watch lesson={data} /> : null}
            {station === 'diagnose' ? <Diagnose lesson={data} ledger={ledger.data} error={ledger.error} /> : null}
            {station === 'prescribe' ? <Prescribe lesson={data} /> : null}
            {station === 'review' ? <Review lesson={data} /> : null}
          </Suspense>
        </StationRoom>
        <LedgerTray ledger={ledger.data} lessonId={data.lesson.id} />
        <BlockBar
          lesson={data}
          onNewBlock={() => {
            setNewBlock(true);
            void navigate(`/lessons/${id}/measure`);
          }}
        />
      </Frame>
    </DraftScope>
  );
}
