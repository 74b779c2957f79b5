import { useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { settingsSchema } from '../../api/settings-schemas.ts';
import type { PracticeAnswer } from '../../api/types.ts';
import { asRungKey } from '../../core/catalogue/drill-rungs.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { ApiError, ask, takesPlace } from '../base/api.ts';
import { learnDrills } from '../base/shelf.ts';
import { outbox } from '../base/outbox.ts';
import { SettingsProvider } from '../base/session.tsx';
import { Button } from '../kit/controls.tsx';
import { Failed, Notice, Soft, Spread, Waiting } from '../kit/layout.tsx';
import { DrillLog } from './DrillLog.tsx';
import { fullIntentSwings } from '../../core/plan/protocol.ts';
import { PhoneFlow } from './PhoneFlow.tsx';
import { installPractice } from './install.ts';
import { PlanList } from './PlanList.tsx';
import { dayState, forgetPlan, keepDay, storedPlan, storePlan } from './run-state.ts';
import { flowClosed, notToday } from './today.ts';
import { WarmUp } from './WarmUp.tsx';
import { useNow } from '../kit/use-now.ts';

const Phone = styled.main`
  max-width: 480px;
  margin: 0 auto;
  padding: var(--s3);
  display: grid;
  gap: var(--s3);
  h1 {
    font-size: var(--lead);
  }
`;

/** The plan from the server, or, without a connection, as it was fetched last. */
function usePlan(token: string) {
  return useQuery({
    queryKey: ['practice', token],
    queryFn: async (): Promise<{ plan: PracticeAnswer; storedAt: string | null }> => {
      try {
        const plan = await ask('GET /practice/:token', { token });
        storePlan(token, plan);
        learnDrills(plan.ownDrills);
        return { plan, storedAt: null };
      } catch (error) {
        const stored = storedPlan<PracticeAnswer>(token);
        if (error instanceof ApiError && error.code === 'link-withdrawn') forgetPlan(token);
        if (!(error instanceof ApiError) || error.status !== 0 || !stored) throw error;
        // A plan that an older version of this page kept knows of no written drills, and numbers its rungs.
        learnDrills((stored.plan as Partial<PracticeAnswer>).ownDrills ?? []);
        const drills = stored.plan.drills.map((d) => ({ ...d, rung: asRungKey(d.rung) ?? d.rung }));
        return { plan: { ...stored.plan, drills }, storedAt: stored.at };
      }
    },
    retry: false,
  });
}

/** Logs that wait on this phone, and those that the server did not take. */
function Kept() {
  const kept = useSyncExternalStore(outbox.subscribe, outbox.get);
  const waiting = kept.filter((k) => k.refused === undefined);
  return (
    <>
      {waiting.length > 0 ? (
        <Notice tone="unsure" role="status">
          Kept on this phone until there is a connection: {waiting.map((k) => k.what).join('; ')}.
        </Notice>
      ) : null}
      {kept
        .filter((k) => k.refused !== undefined)
        .map((k) => (
          <Notice key={k.key} tone="stop">
            Not taken: {k.what}. {k.refused} <Button onPress={() => void outbox.again(k.key)}>Try again</Button>
          </Notice>
        ))}
    </>
  );
}

/** One thing a screen: the plan, the warm-up, or the drill that runs. */
function Screens({ token, plan, refetch }: { token: string; plan: PracticeAnswer; refetch: () => void }) {
  const [params, setParams] = useSearchParams();
  const [day, setDay] = useState(() => dayState(token));
  const now = useNow();
  const drill = plan.drills.find((d) => d.id === params.get('drill'));
  const flow = params.get('flow') ? plan.protocol : null;
  const back = (): void => {
    setDay(dayState(token));
    setParams({}, { replace: true });
    refetch();
  };
  if (plan.planClosed)
    return (
      <Notice tone="stop" role="alert">
        <strong>Your plan is closed.</strong> {plan.planClosedBecause.join(' ')}
      </Notice>
    );
  if (flow && flowClosed(plan, day, now).length === 0)
    return !day.warmedUp && fullIntentSwings(flow.said) > 0 ? (
      <WarmUp onDone={() => setDay(keepDay(token, { warmedUp: true }))} onBack={back} />
    ) : (
      <PhoneFlow token={token} plan={plan} flow={flow} onBack={back} />
    );
  if (plan.drills.length === 0 && !plan.protocol)
    return <Notice tone="info">No plan yet. Your instructor makes it in the next lesson.</Notice>;
  if (!drill || notToday(plan, drill, day, now).length > 0)
    return (
      <PlanList
        token={token}
        plan={plan}
        day={day}
        onStart={(id) => setParams({ drill: id })}
        onFlow={() => setParams({ flow: '1' })}
      />
    );
  if (!day.warmedUp && (drillById(drill.drillId)?.intensity ?? 'maximal') !== 'technique')
    return <WarmUp onDone={() => setDay(keepDay(token, { warmedUp: true }))} onBack={back} />;
  return <DrillLog key={drill.id} token={token} plan={plan} drill={drill} onBack={back} onPain={back} />;
}

/** The student's practice page on a phone, behind a private link; it opens and works without a connection. */
export default function Practice() {
  const { token = '' } = useParams();
  const plan = usePlan(token);
  const [missing, setMissing] = useState('');
  useEffect(() => {
    void installPractice(token).then(setMissing);
  }, [token]);
  if (plan.isPending) {
    return (
      <Phone>
        <Waiting what="your plan" />
      </Phone>
    );
  }
  if (!plan.data || takesPlace(plan.error, plan.data)) {
    return (
      <Phone>
        <Kept />
        <Failed error={plan.error} retry={() => void plan.refetch()} />
      </Phone>
    );
  }
  const { plan: data, storedAt } = plan.data;
  return (
    <SettingsProvider settings={settingsSchema.cast({ speedUnit: data.speedUnit })}>
      <Phone>
        <Spread>
          <h1>{data.studentName}</h1>
          {data.phone ? <a href={`tel:${data.phone.replace(/[^+0-9]/g, '')}`}>Call your instructor</a> : null}
        </Spread>
        {storedAt ? (
          <Notice tone="unsure" role="status">
            No connection: the plan of {format(new Date(storedAt), 'd MMM, HH:mm')}. What you log is kept and sent
            later.
          </Notice>
        ) : null}
        <Kept />
        <Screens token={token} plan={data} refetch={() => void plan.refetch()} />
        <Soft>{data.referral}</Soft>
        {missing ? <Soft>{missing}</Soft> : null}
      </Phone>
    </SettingsProvider>
  );
}
