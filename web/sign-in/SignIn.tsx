import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { accountSchema } from '../../api/schemas.ts';
import { ask, queryClient } from '../base/api.ts';
import { QuietButton } from '../kit/controls.tsx';
import { Card, Failed, Soft, Waiting } from '../kit/layout.tsx';
import { FieldsForm } from '../parts/FieldsForm.tsx';
import { NotchStick } from '../parts/NotchStick.tsx';
import { SignInForm } from './SignInForm.tsx';
import { RestoreBackup } from './RestoreBackup.tsx';

const Centre = styled.main`
  min-height: 100vh;
  display: grid;
  place-content: center;
  padding: var(--s4);
  grid-template-columns: minmax(0, 420px);
  gap: var(--s5);
`;

const EXAMPLE = {
  latestMps: 42.6,
  spreadMps: 0.5,
  goalMps: 44.7,
  notches: [{ date: '2026-03-14', speedMps: 41.4 }],
};

/** What stands around every page before the sign-in. */
export function FrontDoor({ children }: { children: ReactNode }) {
  return (
    <Centre>
      <div>
        <h1>Maple Notch</h1>
        <Soft>Find what limits the speed, change one thing, see whether it held.</Soft>
        <NotchStick stick={EXAMPLE} size="header" />
      </div>
      <Card>{children}</Card>
    </Centre>
  );
}

const signedIn = (): Promise<unknown> => queryClient.invalidateQueries({ queryKey: ['session'] });

function FirstStart({ needsCode }: { needsCode: boolean }) {
  const [restores, setRestores] = useState(false);
  const given = new URLSearchParams(location.search).get('code') ?? '';
  if (restores) return <RestoreBackup needsCode={needsCode} given={given} onBack={() => setRestores(false)} />;
  return (
    <>
      <h2>Set up your practice</h2>
      <Soft>This is the first start. The account stays on this machine.</Soft>
      <FieldsForm
        schema={accountSchema}
        send={(body) => ask('POST /setup', { body })}
        onDone={signedIn}
        action="Create the account"
        takesFocus
        fields={[
          { name: 'practiceName', label: 'Name of the practice' },
          { name: 'name', label: 'Your name' },
          { name: 'signIn', label: 'Sign-in name', autoComplete: 'username' },
          {
            name: 'password',
            label: 'Password',
            hint: 'At least 10 characters.',
            type: 'password',
            autoComplete: 'new-password',
          },
          ...(needsCode
            ? [
                {
                  name: 'setupCode',
                  label: 'Code of the first start',
                  hint: 'It was printed where the program was started.',
                  given,
                },
              ]
            : []),
        ]}
      />
      <QuietButton onPress={() => setRestores(true)}>Put a backup back instead</QuietButton>
    </>
  );
}

/** Sign-in, or the first-run page that creates the instructor's account or puts a backup back. */
export default function SignIn() {
  const setup = useQuery({ queryKey: ['setup'], queryFn: () => ask('GET /setup') });
  if (setup.isPending) return <Waiting what="Maple Notch" />;
  if (setup.error) return <Failed error={setup.error} retry={() => void setup.refetch()} />;
  return (
    <FrontDoor>
      {setup.data.needsAccount ? <FirstStart needsCode={setup.data.needsCode} /> : <SignInForm onDone={signedIn} />}
    </FrontDoor>
  );
}
