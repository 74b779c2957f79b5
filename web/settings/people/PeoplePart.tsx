import { useMutation, useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import type { AccountWire } from '../../../api/account-types.ts';
import { ROLE_WORDS, ROLES, type Role } from '../../../api/roles.ts';
import { ask, queryClient, takesPlace } from '../../base/api.ts';
import { useIntent } from '../../base/intent.ts';
import { Choice } from '../../kit/chips.tsx';
import { Button, PrimaryButton, QuietButton, Select, TextField } from '../../kit/controls.tsx';
import { Card, Failed, Narrow, Row, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { OneTimeLink } from '../../parts/OneTimeLink.tsx';
import { PracticeLinks } from './PracticeLinks.tsx';

const asksAgain = (): Promise<unknown> => queryClient.invalidateQueries({ queryKey: ['accounts'] });
const OPTIONS = ROLES.map((id) => ({ id, name: id }));

function Account({ account }: { account: AccountWire }) {
  const change = useMutation({
    mutationFn: (body: { role?: Role; isClosed?: boolean; dropSecondFactor?: boolean }) =>
      ask('PATCH /accounts/:id', { id: account.id, body }),
    onSuccess: asksAgain,
  });
  const reset = useMutation({ mutationFn: () => ask('POST /accounts/:id/reset-link', { id: account.id }) });
  return (
    <div>
      <Spread>
        <span>
          <strong>{account.name}</strong>
          {account.isSelf ? ' (you)' : ''} · {account.signIn}
          {account.isClosed
            ? ' · closed'
            : account.seenAt
              ? ` · last seen ${format(new Date(account.seenAt), 'd MMM yyyy, HH:mm')}`
              : ' · signed out'}
          {account.hasSecondFactor ? ' · second factor' : ''}
        </span>
        <Row>
          <Select
            label={`What ${account.name} may do`}
            hideLabel
            value={account.role}
            onChange={(role) => change.mutate({ role })}
            options={OPTIONS}
          />
          {account.isSelf ? null : (
            <>
              <Button onPress={() => reset.mutate()} isDisabled={reset.isPending}>
                Link for a new password
              </Button>
              {account.hasSecondFactor ? (
                <Button onPress={() => change.mutate({ dropSecondFactor: true })}>Take the second factor off</Button>
              ) : null}
              <QuietButton onPress={() => change.mutate({ isClosed: !account.isClosed })}>
                {account.isClosed ? 'Open again' : 'Close'}
              </QuietButton>
            </>
          )}
        </Row>
      </Spread>
      {change.error || reset.error ? <Failed error={change.error ?? reset.error} /> : null}
      {reset.data ? (
        <OneTimeLink path={reset.data.path} what={`Hand this to ${account.name}: it lets a new password be chosen.`} />
      ) : null}
    </div>
  );
}

function Invite() {
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('instructor');
  const intent = useIntent();
  const invite = useMutation({
    mutationFn: () => ask('POST /invitations', { body: { id: intent.idFor({ name, role }), name, role } }),
    onSuccess: () => {
      intent.done();
      setName('');
      return asksAgain();
    },
  });
  return (
    <Card aria-label="Invite somebody">
      <h2>Invite somebody</h2>
      <Narrow>
        <TextField label="Name" value={name} onChange={setName} />
      </Narrow>
      <Choice label="As" value={role} onChange={setRole} options={OPTIONS} />
      <Soft>
        {role}: {ROLE_WORDS[role]}.
      </Soft>
      <Row>
        <PrimaryButton onPress={() => invite.mutate()} isDisabled={name.trim() === '' || invite.isPending}>
          Make the invitation
        </PrimaryButton>
      </Row>
      {invite.error ? <Failed error={invite.error} /> : null}
      {invite.data ? <OneTimeLink path={invite.data.path} what="Hand this over: it lets one person join." /> : null}
    </Card>
  );
}

/** Who works in the practice, who is invited, and the private links of students. */
export function PeoplePart() {
  const { data, error, refetch } = useQuery({
    queryKey: ['accounts'],
    queryFn: () => ask('GET /accounts'),
    // Others join without this page being told: it is asked anew each time it is opened.
    staleTime: 0,
  });
  const withdraw = useMutation({
    mutationFn: (id: string) => ask('DELETE /invitations/:id', { id }),
    onSuccess: asksAgain,
  });
  if (takesPlace(error, data)) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what="who works here" />;
  return (
    <>
      <Card aria-label="Who works here">
        <h2>Who works here</h2>
        {data.accounts.map((a) => (
          <Account key={a.id} account={a} />
        ))}
        {data.invitations.map((i) => (
          <Spread key={i.id}>
            <span>
              {i.name} · {i.isReset ? 'link for a new password' : `invited as ${i.role}`}, until{' '}
              {format(new Date(i.expiresAt), 'd MMM yyyy')}
            </span>
            <QuietButton onPress={() => withdraw.mutate(i.id)} aria-label={`Withdraw the link of ${i.name}`}>
              Withdraw
            </QuietButton>
          </Spread>
        ))}
        {withdraw.error ? <Failed error={withdraw.error} /> : null}
      </Card>
      <Invite />
      <PracticeLinks />
    </>
  );
}
