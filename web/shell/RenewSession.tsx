import { useEffect, useRef, useState } from 'react';
import { Dialog } from 'react-aria-components';
import { ask, onSessionEnd, queryClient } from '../base/api.ts';
import { useAccount } from '../base/session.tsx';
import { QuietButton } from '../kit/controls.tsx';
import { Soft } from '../kit/layout.tsx';
import { Panel, Veil } from '../kit/over.tsx';
import { SignInForm } from '../sign-in/SignInForm.tsx';

/** Asks for the sign-in again over the page when the session has ended; what was asked meanwhile goes on after it. */
export function RenewSession() {
  const account = useAccount();
  const [open, setOpen] = useState(false);
  const waiting = useRef<{ promise: Promise<boolean>; settle: (again: boolean) => void } | null>(null);
  useEffect(
    () =>
      onSessionEnd(() => {
        if (!waiting.current) {
          let settle = (_again: boolean): void => undefined;
          const promise = new Promise<boolean>((resolve) => (settle = resolve));
          waiting.current = { promise, settle };
          setOpen(true);
        }
        return waiting.current.promise;
      }),
    [],
  );
  const settle = (again: boolean): void => {
    setOpen(false);
    waiting.current?.settle(again);
    waiting.current = null;
  };
  const onDone = async (): Promise<void> => {
    const session = await ask('GET /session');
    // Somebody else at the same screen sees nothing of what is open here.
    if (session.account !== account) window.location.assign('/');
    else {
      queryClient.setQueryData(['session'], session);
      settle(true);
    }
  };
  return (
    <Veil isOpen={open}>
      <Panel>
        <Dialog aria-label="Sign in again">
          <SignInForm title="Sign in again" onDone={onDone} />
          <p>
            <Soft>The session has ended. The page stays as it is, and what you typed stays in it.</Soft>
          </p>
          <QuietButton
            onPress={() => {
              settle(false);
              window.location.assign('/');
            }}
          >
            Leave the page; what was typed is kept for this account
          </QuietButton>
        </Dialog>
      </Panel>
    </Veil>
  );
}
