import { format } from 'date-fns';
import { useState } from 'react';
import styled from 'styled-components';
import type { DrillChoiceWire, LessonAnswer, PlanWire } from '../../../api/types.ts';
import { FAULTS, faultById } from '../../../core/catalogue/faults.ts';
import { drillById } from '../../../core/catalogue/drills.ts';
import { laneOf, RUNGS } from '../../../core/catalogue/rungs.ts';
import { ask, newId } from '../../base/api.ts';
import { Button, PrimaryButton, Select, TextField } from '../../kit/controls.tsx';
import { ForRole } from '../../parts/ForRole.tsx';
import { DrillText } from '../../parts/DrillText.tsx';
import { Card, Cautions, Failed, Grid, Notice, Row, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { WeekStrip } from '../../parts/WeekStrip.tsx';
import { useLessonWrite, usePrescribe } from '../common/data.ts';

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

interface Picked {
  id: string;
  drillId: string;
  rung: number;
  cue: string;
  sets: number;
  reps: number;
  sessionsPerWeek: number;
}

function pick(drillId: string): Picked | null {
  const drill = drillById(drillId);
  if (!drill) return null;
  const { sets, reps, sessionsPerWeek } = drill.dose;
  return { id: newId(), drillId, rung: drill.startRung, cue: drill.outsideCue, sets, reps, sessionsPerWeek };
}

/** A drill to choose, or a closed one with why. */
function ChoiceCard({
  choice,
  handedness,
  picked,
  onToggle,
  full,
}: {
  choice: DrillChoiceWire;
  handedness: 'right' | 'left';
  picked: boolean;
  onToggle: () => void;
  full: boolean;
}) {
  const drill = drillById(choice.drillId);
  if (!drill) return null;
  return (
    <Card aria-label={drill.name}>
      <h3>{drill.name}</h3>
      <Soft>
        {drill.dose.sets} × {drill.dose.reps} · {drill.places.join(', ')}
      </Soft>
      {choice.open ? (
        <Button onPress={onToggle} isDisabled={!picked && full}>
          {picked ? 'Take it out' : 'Choose'}
        </Button>
      ) : (
        <Notice tone="stop">
          <strong>Closed.</strong> {choice.closedBecause.join(' ')}
        </Notice>
      )}
      <details>
        <summary>How it goes</summary>
        <DrillText drill={drill} handedness={handedness} />
      </details>
    </Card>
  );
}

function PlanView({ plan }: { plan: PlanWire }) {
  return (
    <Card aria-label="Plan of this lesson">
      <Spread>
        <h2>Plan of this lesson</h2>
        <Soft>from {format(new Date(plan.startsOn), 'd MMM')}</Soft>
      </Spread>
      <WeekStrip startsOn={plan.startsOn} week={plan.week} sets={[]} />
      <ul>
        {plan.drills.map((d) => (
          <li key={d.id}>
            <strong>{drillById(d.drillId)?.name}</strong>: {d.sets} × {d.reps}, rung “{RUNGS[d.rung]}”
            {d.cue ? `, cue “${d.cue}”` : ''}
          </li>
        ))}
      </ul>
      {plan.notes.length > 0 ? <Notice tone="info">{plan.notes.join(' ')}</Notice> : null}
    </Card>
  );
}

/** Prescribe: drills for the one target in three lanes, start rung and dose, and the week. */
export default function Prescribe({ lesson }: { lesson: LessonAnswer }) {
  const lessonId = lesson.lesson.id;
  const [fault, setFault] = useState('');
  const [picked, setPicked] = useState<Picked[]>([]);
  const [planId, setPlanId] = useState(newId);
  const query = usePrescribe(lessonId, fault);
  const make = useLessonWrite(
    lessonId,
    (target: string) =>
      ask('POST /lessons/:id/plan', {
        id: lessonId,
        body: {
          id: planId,
          target,
          startsOn: format(new Date(lesson.lesson.startsAt), 'yyyy-MM-dd'),
          drills: picked,
        },
      }),
    () => {
      setPicked([]);
      setPlanId(newId());
    },
  );
  if (query.isPending) return <Waiting what="the drills" />;
  if (query.error) return <Failed error={query.error} retry={() => void query.refetch()} />;
  const { target, choices, planClosed, plan } = query.data;
  const change = (id: string, part: Partial<Picked>): void =>
    setPicked(picked.map((p) => (p.id === id ? { ...p, ...part } : p)));
  const lane = (name: ReturnType<typeof laneOf>) =>
    choices.filter((c) => laneOf(drillById(c.drillId)?.startRung ?? 0) === name);
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
      {target === null ? <Notice tone="info">Make a fault the target in Diagnose, or choose one here.</Notice> : null}
      {target !== null && choices.length === 0 ? (
        <Notice tone="info">
          The shelf holds no drill for this fault yet. Choose its likely cause or consequence.
        </Notice>
      ) : null}
      {picked.length > 0 && target ? (
        <Card aria-label="Chosen drills">
          <h2>Chosen: start rung and dose</h2>
          {picked.map((p) => {
            const drill = drillById(p.drillId);
            if (!drill) return null;
            return (
              <section key={p.id} aria-label={`Dose of ${drill.name}`} style={{ display: 'grid', gap: 'var(--s2)' }}>
                <h3>{drill.name}</h3>
                <Grid $least="150px">
                  <Select
                    label="Start rung"
                    value={String(p.rung)}
                    onChange={(r) => change(p.id, { rung: Number(r) })}
                    options={drill.rungs.map((r) => ({ id: String(r), name: RUNGS[r]! }))}
                  />
                  <TextField
                    label="Sets"
                    inputMode="numeric"
                    value={String(p.sets)}
                    onChange={(v) => change(p.id, { sets: Number(v) || 0 })}
                  />
                  <TextField
                    label="Reps"
                    inputMode="numeric"
                    value={String(p.reps)}
                    onChange={(v) => change(p.id, { reps: Number(v) || 0 })}
                  />
                  <TextField
                    label="Sessions a week"
                    inputMode="numeric"
                    value={String(p.sessionsPerWeek)}
                    onChange={(v) => change(p.id, { sessionsPerWeek: Number(v) || 0 })}
                  />
                </Grid>
                <TextField label="Cue" value={p.cue} onChange={(v) => change(p.id, { cue: v })} />
              </section>
            );
          })}
          <Cautions items={cautions} />
          {make.error ? <Failed error={make.error} /> : null}
          <Row>
            <ForRole to="POST /lessons/:id/plan">
              <PrimaryButton onPress={() => make.mutate(target)} isDisabled={make.isPending}>
                Make the week
              </PrimaryButton>
            </ForRole>
          </Row>
        </Card>
      ) : null}
      {plan ? <PlanView plan={plan} /> : null}
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
                      const made = pick(c.drillId);
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
