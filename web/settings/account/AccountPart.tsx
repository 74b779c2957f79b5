import { useMutation, useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { passwordChangeSchema } from '../../../api/account-schemas.ts';
import { ask, takesPlace } from '../../base/api.ts';
import { Button } from '../../kit/controls.tsx';
import { Card, Failed, Narrow, Notice, Row, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { FieldsForm } from '../../parts/FieldsForm.tsx';
import { agentInWords } from './agent-in-words.ts';
import { asksAgain } from './asks-again.ts';
import { SecondFactor } from './SecondFactor.tsx';

const ended = (n: number): string =>
  n === 0 ? 'No other sign-in was open.' : `${n} other sign-in${n === 1 ? '' : 's'} ended.`;

function Password() {
  const [said, setSaid] = useState('');
  return (
    <Card aria-label="Password">
      <h2>Password</h2>
      {said ? (
        <Notice tone="held" role="status">
          {said}
        </Notice>
      ) : null}
      <Narrow>
        <FieldsForm
          schema={passwordChangeSchema}
          send={async (body) => {
            const { endedSignIns } = await ask('PUT /account/password', { body });
            setSaid(`The password is changed. ${ended(endedSignIns)}`);
          }}
          onDone={asksAgain}
          action="Change the password"
          fields={[
            { name: 'current', label: 'Password now', type: 'password', autoComplete: 'current-password' },
            {
              name: 'next',
              label: 'New password',
              hint: 'At least 10 characters. Every other sign-in of yours ends.',
              type: 'password',
              autoComplete: 'new-password',
            },
          ]}
        />
      </Narrow>
    </Card>
  );
}

/** One's own account: who is signed in with it where, its password, its second factor. */
export function AccountPart() {
  const { data, error, refetch } = useQuery({
    queryKey: ['account'],
    queryFn: () => ask('GET /account'),
    staleTime: 0,
  });
  const end = useMutation({
    mutationFn: (id: string) => ask('DELETE /account/sign-ins/:id', { id }),
    onSuccess: asksAgain,
  });
  const endAll = useMutation({ mutationFn: () => ask('DELETE /account/sign-ins'), onSuccess: asksAgain });
  if (takesPlace(error, data)) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what="your account" />;
  return (
    <>
      <Card aria-label="Sign-ins">
        <h2>Where you are signed in</h2>
        <Soft>As {data.signIn}. Signing in elsewhere ends none of these; each ends by itself after 30 days.</Soft>
        {data.signIns.map((s) => (
          <Spread key={s.id}>
            <span>
              {agentInWords(s.agent)} · since {format(new Date(s.madeAt), 'd MMM yyyy, HH:mm')} · last seen{' '}
              {format(new Date(s.seenAt), 'd MMM, HH:mm')}
            </span>
            {s.isThis ? (
              <Soft>this one</Soft>
            ) : (
              <Button
                onPress={() => end.mutate(s.id)}
                isDisabled={end.isPending}
                aria-label={`End ${agentInWords(s.agent)}`}
              >
                End it
              </Button>
            )}
          </Spread>
        ))}
        {data.signIns.length > 1 ? (
          <Row>
            <Button onPress={() => endAll.mutate()} isDisabled={endAll.isPending}>
              Sign out everywhere else
            </Button>
          </Row>
        ) : null}
        {end.error || endAll.error ? <Failed error={end.error ?? endAll.error} /> : null}
        {endAll.data ? <Soft role="status">{ended(endAll.data.endedSignIns)}</Soft> : null}
      </Card>
      <Password />
      <SecondFactor isOn={data.hasSecondFactor} />
    </>
  );
}
