import { format } from 'date-fns';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import type { ThreadWire } from '../../../api/thread-types.ts';
import type { LessonAnswer, PlanWire, PrescribeAnswer } from '../../../api/types.ts';
import { FAULTS, faultById } from '../../../core/catalogue/faults.ts';
import { DRILLS, drillById } from '../../../core/catalogue/drills.ts';
import { onShelf, useShelf } from '../../base/shelf.ts';
import { startRungOf } from '../../../core/catalogue/drill-rungs.ts';
import { laneOf, rungOfKey, rungWords } from '../../../core/catalogue/rungs.ts';
import { useDraft } from '../../base/drafts.tsx';
import { ask, takesPlace } from '../../base/api.ts';
import { useIntent } from '../../base/intent.ts';
import { Button, PrimaryButton, QuietButton, Select } from '../../kit/controls.tsx';
import { ForRole } from '../../parts/ForRole.tsx';
import { Card, Cautions, Failed, Notice, Row, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { shownWeek } from '../../parts/shown-week.ts';
import { WeekStrip } from '../../parts/WeekStrip.tsx';
import { useLessonWrite, usePrescribe } from '../common/data.ts';
import { ChoiceCard } from './ChoiceCard.tsx';
import { trialPlace } from '../common/trial-place.ts';
import { DoseOf, pick, pickDraft, type Picked } from './DoseOf.tsx';
import { useNow } from '../../kit/use-now.ts';

const MOST_DRILLS = 3;
const Lanes = styled.div`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: var(--s3);
  align-items: start;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

/** Drills of the plan before that the next one leaves out. */
function Dropped({ thread }: { thread: ThreadWire }) {
  if (thread.next.dropped.length === 0) return null;
  return (
    <Notice tone="info">
      Left out: {thread.next.dropped.map((d) => `${drillById(d.drillId)?.name ?? d.drillId}. ${d.because}`).join(' ')}
    </Notice>
  );
}

function PlanView({ plan, programmeDays }: { plan: PlanWire; programmeDays: PrescribeAnswer['programmeDays'] }) {
  const drills = plan.drills.filter((d) => d.state === 'running');
  const now = useNow();
  const shown = programmeDays && shownWeek({ ...plan, drills, programmeDays }, now);
  return (
    <Card aria-label="Plan of this lesson">
      <Spread>
        <h2>Plan of this lesson</h2>
        <Soft>
          from {format(new Date(plan.startsOn), 'd MMM')}
          {shown ? '; the days are those of the programme, the next seven shown' : ''}
        </Soft>
      </Spread>
      <WeekStrip startsOn={shown?.startsOn ?? plan.startsOn} week={shown?.week ?? plan.week} sets={[]} />
      <ul>
        {plan.drills.map((d) => (
          <li key={d.id}>
            <strong>{drillById(d.drillId)?.name}</strong>: {d.sets} × {d.reps}, rung “{rungWords(d.rung)}”
            {d.cue ? `, cue “${d.cue}”` : ''}
          </li>
        ))}
      </ul>
      {plan.notes.length > 0 ? <Notice tone="info">{plan.notes.join(' ')}</Notice> : null}
    </Card>
  );
}

/** Any other drill of the shelf, given for this target with a reason. */
function OtherDrill({ taken, onPick }: { taken: readonly string[]; onPick: (made: Picked) => void }) {
  const shelf = useShelf().data;
  const [drillId, setDrillId] = useState('');
  const others = [...onShelf(shelf), ...DRILLS].filter((d) => !taken.includes(d.id));
  const made = others.some((d) => d.id === drillId) ? pick(drillId) : null;
  return (
    <Row>
      <Select
        label="Another drill of the shelf, with a reason"
        value={drillId}
        onChange={setDrillId}
        options={others.map((d) => ({ id: d.id, name: d.name }))}
      />
      <QuietButton onPress={() => made && onPick(made)} isDisabled={!made}>
        Give it for this target
      </QuietButton>
    </Row>
  );
}

/** Prescribe: drills for the one target in three lanes, start rung and dose, and the week. */
export default function Prescribe({ lesson }: { lesson: LessonAnswer }) {
  const lessonId = lesson.lesson.id;
  const navigate = useNavigate();
  const [fault, setFault] = useState('');
  const [ownPicked, setPicked, clearPicked] = useDraft<Picked[] | null>('picked drills', null);
  const query = usePrescribe(lessonId, fault);
  const { thread } = lesson;
  // The plan goes on with what runs, until the instructor chooses otherwise.
  const drafts = useMemo(() => (thread?.next.drills ?? []).map(pickDraft), [thread]);
  const runs = query.data?.plan === null && query.data.target === thread?.target;
  const goesOn = ownPicked === null && runs && drafts.length > 0;
  const picked = ownPicked ?? (runs ? drafts : []);
  const intent = useIntent();
  const make = useLessonWrite(
    lessonId,
    (target: string) => {
      const startsOn = format(new Date(lesson.lesson.startsAt), 'yyyy-MM-dd');
      const drills = picked.map(({ why: _why, id: _id, ...drill }) => drill);
      // Changed after a lost answer it is another plan, and its drills are others.
      const idFor = (part: string): string => intent.idFor([target, startsOn, drills, part]);
      return ask('POST /lessons/:id/plan', {
        id: lessonId,
        body: {
          id: idFor('plan'),
          target,
          startsOn,
          drills: drills.map((d) => ({ id: idFor(d.drillId), ...d })),
        },
      });
    },
    () => {
      clearPicked();
      intent.done();
    },
  );
  if (query.isPending) return <Waiting what="the drills" />;
  if (!query.data || takesPlace(query.error, query.data))
    return <Failed error={query.error} retry={() => void query.refetch()} />;
  const { target, choices, planClosed, plan } = query.data;
  const change = (id: string, part: Partial<Picked>): void =>
    setPicked(picked.map((p) => (p.id === id ? { ...p, ...part } : p)));
  const lane = (name: ReturnType<typeof laneOf>) =>
    choices.filter((c) => {
      const drill = drillById(c.drillId);
      const start = drill && rungOfKey(startRungOf(drill));
      return start !== undefined && laneOf(start) === name;
    });
  const cautions = [
    ...new Set(choices.filter((c) => picked.some((p) => p.drillId === c.drillId)).flatMap((c) => c.cautions)),
  ];
  return (
    <>
      {planClosed ? <Notice tone="stop">The plan is closed until a clearance is recorded in Know.</Notice> : null}
      <Spread>
        <h2>{target ? `One change: ${faultById(target)?.name ?? target}` : 'No target yet'}</h2>
        <div style={{ minWidth: 260 }}>
          <Select
            label="Drills for"
            value={target ?? ''}
            onChange={setFault}
            options={FAULTS.map((f) => ({ id: f.id, name: f.name }))}
          />
        </div>
      </Spread>
      {target !== null ? (
        <Row>
          <Button onPress={() => void navigate(trialPlace(lessonId, target))}>
            Try cues for it against each other
          </Button>
        </Row>
      ) : null}
      {target === null ? <Notice tone="info">Make a fault the target in Diagnose, or choose one here.</Notice> : null}
      {target !== null && choices.length === 0 ? (
        <Notice tone="info">
          The shelf holds no drill for this fault yet. Choose its likely cause or consequence.
        </Notice>
      ) : null}
      {plan ? <PlanView plan={plan} programmeDays={query.data.programmeDays} /> : null}
      {runs && ownPicked === null && thread ? <Dropped thread={thread} /> : null}
      {picked.length > 0 && target ? (
        <Card aria-label="Chosen drills">
          <Spread>
            <h2>{goesOn ? 'The plan goes on' : 'Chosen: rung and dose'}</h2>
            {goesOn ? <QuietButton onPress={() => setPicked([])}>Start over with other drills</QuietButton> : null}
          </Spread>
          {make.error ? <Failed error={make.error} /> : null}
          <Row>
            <ForRole to="POST /lessons/:id/plan">
              <PrimaryButton onPress={() => make.mutate(target)} isDisabled={make.isPending}>
                {goesOn ? 'Continue the plan' : 'Make the week'}
              </PrimaryButton>
            </ForRole>
          </Row>
          {picked.map((p) => (
            <DoseOf key={p.id} picked={p} target={target} onChange={(part) => change(p.id, part)} />
          ))}
          <Cautions items={cautions} />
        </Card>
      ) : null}
      {target !== null && picked.length < MOST_DRILLS ? (
        <OtherDrill
          taken={[...picked.map((p) => p.drillId), ...choices.map((c) => c.drillId)]}
          onPick={(made) => setPicked([...picked, made])}
        />
      ) : null}
      {target === null ? null : (
        <Lanes>
          {(['far from the ball', 'on the way', 'with the ball'] as const).map((name) => (
            <section key={name} aria-label={name} style={{ display: 'grid', gap: 'var(--s3)' }}>
              <h3>{name}</h3>
              {lane(name).length === 0 ? <Soft>none for this target</Soft> : null}
              {lane(name).map((c) => {
                const isPicked = picked.some((p) => p.drillId === c.drillId);
                return (
                  <ChoiceCard
                    key={c.drillId}
                    choice={c}
                    handedness={lesson.student.handedness}
                    picked={isPicked}
                    full={picked.length >= MOST_DRILLS}
                    onToggle={() => {
                      const made = pick(c.drillId, c.dose);
                      setPicked(
                        isPicked ? picked.filter((p) => p.drillId !== c.drillId) : made ? [...picked, made] : picked,
                      );
                    }}
                  />
                );
              })}
            </section>
          ))}
        </Lanes>
      )}
    </>
  );
}
