import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { drillById } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { RUNGS } from '../../core/catalogue/rungs.ts';
import { ask } from '../base/api.ts';
import { PrimaryButton } from '../kit/controls.tsx';
import { Card, Cautions, Failed, Notice, Soft, Waiting } from '../kit/layout.tsx';
import { NotchStick } from '../parts/NotchStick.tsx';
import { DrillLog } from './DrillLog.tsx';
import { WeekStrip } from '../parts/WeekStrip.tsx';

const Phone = styled.main`
  max-width: 480px;
  margin: 0 auto;
  padding: var(--s4);
  display: grid;
  gap: var(--s4);
`;
/** The student's practice page on a phone, behind a private link. */
export default function Practice() {
  const { token = '' } = useParams();
  const [open, setOpen] = useState<string | null>(null);
  const plan = useQuery({
    queryKey: ['practice', token],
    queryFn: () => ask('GET /practice/:token', { token }),
  });
  if (plan.isPending) {
    return (
      <Phone>
        <Waiting what="your plan" />
      </Phone>
    );
  }
  if (plan.error) {
    return (
      <Phone>
        <Failed error={plan.error} retry={() => void plan.refetch()} />
      </Phone>
    );
  }
  const data = plan.data;
  const drill = data.drills.find((d) => d.id === open);
  return (
    <Phone>
      <h1>{data.studentName}</h1>
      {drill ? (
        <DrillLog
          token={token}
          plan={data}
          drill={drill}
          onBack={() => {
            setOpen(null);
            void plan.refetch();
          }}
        />
      ) : (
        <>
          <NotchStick stick={data.stick} size="card" />
          {data.planClosed ? (
            <Notice tone="stop">
              Your plan is closed until your instructor has recorded a clearance by a doctor or physiotherapist.
            </Notice>
          ) : data.drills.length === 0 ? (
            <Notice tone="info">No plan yet. Your instructor makes it in the next lesson.</Notice>
          ) : (
            <>
              <Card aria-label="The one change">
                <Soft>The one change</Soft>
                <h2>{faultById(data.target ?? '')?.name ?? data.target}</h2>
              </Card>
              <Cautions items={data.cautions} />
              {data.drills.map((d) => (
                <Card key={d.id} aria-label={drillById(d.drillId)?.name}>
                  <h2>{drillById(d.drillId)?.name}</h2>
                  {d.state !== 'running' ? (
                    <Notice tone="stop">
                      {d.state === 'changed'
                        ? 'Your instructor brings another drill for it.'
                        : 'Stopped by your instructor.'}
                    </Notice>
                  ) : (
                    <>
                      <Soft>
                        {d.sets} × {d.reps}, rest {d.restS} s · rung: {RUNGS[d.rung]}
                      </Soft>
                      <PrimaryButton onPress={() => setOpen(d.id)}>Start</PrimaryButton>
                    </>
                  )}
                </Card>
              ))}
              {data.startsOn ? <WeekStrip startsOn={data.startsOn} week={data.week} sets={data.sets} /> : null}
            </>
          )}
          <Soft>{data.referral}</Soft>
        </>
      )}
    </Phone>
  );
}
