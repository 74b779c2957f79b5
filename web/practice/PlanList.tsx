import { format } from 'date-fns';
import type { PracticeAnswer } from '../../api/types.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { rungWords } from '../../core/catalogue/rungs.ts';
import { PrimaryButton } from '../kit/controls.tsx';
import { Card, Cautions, Notice, Soft, Spread } from '../kit/layout.tsx';
import { NotchStick } from '../parts/NotchStick.tsx';
import { WeekStrip } from '../parts/WeekStrip.tsx';
import { doneOf, keptFlow, keptRun, type DayState } from './run-state.ts';
import { plannedOn, shownWeek } from '../parts/shown-week.ts';
import { flowClosed, notToday, painToday } from './today.ts';
import { useNow } from '../kit/use-now.ts';

/** Stop for today: what was said of pain, and where to turn. */
function PainStop() {
  return (
    <Notice tone="stop" role="alert">
      <h2>Stop for today.</h2>
      <p>
        Do not train through pain. If it is sharp, in a joint, in the back, radiating or numb, or if it stays, see a
        doctor or physiotherapist before you go on.
      </p>
      <p>Your instructor sees this note first, and opens the work again.</p>
    </Notice>
  );
}

/** The day's drills, planned ones first; what is closed says why. */
export function PlanList({
  token,
  plan,
  day,
  onStart,
  onFlow,
}: {
  token: string;
  plan: PracticeAnswer;
  day: DayState;
  onStart: (drillId: string) => void;
  onFlow: () => void;
}) {
  const now = useNow();
  const planned = plannedOn(plan, now);
  const shown = shownWeek(plan, now);
  const stopped = painToday(plan, day, now);
  const drills = [...plan.drills].sort(
    (a, b) => Number(planned.includes(b.drillId)) - Number(planned.includes(a.drillId)),
  );
  return (
    <>
      {plan.drills.length === 0 ? null : (
        <Card aria-label="The one change">
          <Soft>The one change</Soft>
          <h2>{faultById(plan.target ?? '')?.name ?? plan.target}</h2>
          {plan.words?.target ? <p>{plan.words.target}</p> : null}
          <Soft>
            {format(now, 'EEEE, d MMMM')}:{' '}
            {planned.length === 0 ? 'a rest day' : `${planned.length} drill${planned.length === 1 ? '' : 's'} planned`}
          </Soft>
        </Card>
      )}
      {stopped ? <PainStop /> : null}
      {drills.map((d) => {
        const closed = notToday(plan, d, day, now);
        const begun = keptRun(token, d.id);
        return (
          <Card key={d.id} aria-label={drillById(d.drillId)?.name}>
            <Spread>
              <h2>{drillById(d.drillId)?.name}</h2>
              {day.doneDrills.includes(d.drillId) ? <Soft>✓ done today</Soft> : null}
            </Spread>
            <Soft>
              {d.sets} × {d.reps}, rest {d.restS} s · rung: {rungWords(d.rung)}
            </Soft>
            {plan.words?.drills[d.drillId] ? <p>{plan.words.drills[d.drillId]}</p> : null}
            {closed.length > 0 ? (
              <Notice tone={d.closedBecause.length > 0 || stopped ? 'stop' : 'info'}>{closed.join(' ')}</Notice>
            ) : (
              <PrimaryButton onPress={() => onStart(d.id)}>
                {begun ? `Go on: ${doneOf(begun)} so far` : 'Start'}
              </PrimaryButton>
            )}
          </Card>
        );
      })}
      {plan.protocol ? (
        <Card aria-label={plan.protocol.said.name}>
          <h2>{plan.protocol.said.name}</h2>
          <Soft>
            {plan.protocol.said.what} {plan.protocol.said.steps.length} steps in a row.
          </Soft>
          {flowClosed(plan, day, now).length > 0 ? (
            <Notice tone="stop">{flowClosed(plan, day, now).join(' ')}</Notice>
          ) : (
            <PrimaryButton onPress={onFlow}>
              {keptFlow(token, plan.protocol.id) ? 'Go on with it' : 'Start the flow'}
            </PrimaryButton>
          )}
        </Card>
      ) : null}
      {shown ? <WeekStrip startsOn={shown.startsOn} week={shown.week} sets={plan.sets} narrow /> : null}
      <p>
        <a href={`/practice/${token}/lesson`}>My last lesson</a>
      </p>
      <p>
        <a href={`/api/practice/${token}/calendar`} download>
          Put the days into my calendar
        </a>
      </p>
      <Cautions items={plan.cautions} />
      <NotchStick stick={plan.stick} size="card" />
    </>
  );
}
