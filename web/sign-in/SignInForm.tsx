import { useState } from 'react';
import { signInSchema } from '../../api/schemas.ts';
import { ApiError, ask } from '../base/api.ts';
import { FieldsForm } from '../parts/FieldsForm.tsx';

/** Name, password, and the one-time code where the account asks for it. */
export function SignInForm({ onDone, title = 'Sign in' }: { onDone: () => unknown; title?: string }) {
  const [asksCode, setAsksCode] = useState(false);
  const send = (body: Record<string, string>): Promise<unknown> =>
    ask('POST /session', { body }).catch((error: unknown) => {
      if (error instanceof ApiError && error.code === 'second-factor-needed') setAsksCode(true);
      throw error;
    });
  return (
    <>
      <h2>{title}</h2>
      <FieldsForm
        schema={signInSchema}
        send={send}
        onDone={onDone}
        action="Sign in"
        takesFocus
        fields={[
          { name: 'signIn', label: 'Sign-in name', autoComplete: 'username' },
          { name: 'password', label: 'Password', type: 'password', autoComplete: 'current-password' },
          ...(asksCode
            ? [{ name: 'code', label: 'One-time code', autoComplete: 'one-time-code', takesFocus: true }]
            : []),
        ]}
      />
    </>
  );
}
