import { useMutation } from '@tanstack/react-query';
import QRCode from 'qrcode';
import { useState } from 'react';
import styled from 'styled-components';
import { codeSchema, confirmSchema } from '../../../api/account-schemas.ts';
import { ask } from '../../base/api.ts';
import { Button, QuietButton } from '../../kit/controls.tsx';
import { Card, Failed, Narrow, Row, Soft } from '../../kit/layout.tsx';
import { FieldsForm } from '../../parts/FieldsForm.tsx';
import { asksAgain } from './asks-again.ts';

const Picture = styled.img`
  width: 170px;
  height: 170px;
  background: var(--on-maple);
`;

/** One-time codes after the password: set up with an app, tried once before they count, taken off with the password. */
export function SecondFactor({ isOn }: { isOn: boolean }) {
  const [isOff, setIsOff] = useState(false);
  const begin = useMutation({
    mutationFn: async () => {
      const { secret, uri } = await ask('POST /account/second-factor');
      return { secret, picture: await QRCode.toDataURL(uri, { margin: 1, width: 340 }) };
    },
  });
  const done = async (): Promise<void> => {
    begin.reset();
    setIsOff(false);
    await asksAgain();
  };
  return (
    <Card aria-label="Second factor">
      <h2>Second factor</h2>
      <Soft>
        {isOn
          ? 'On: signing in asks for the six digits of your app after the password.'
          : 'Off. An app for one-time codes on your phone can stand behind the password. Without the phone an owner can take it off again.'}
      </Soft>
      {begin.error ? <Failed error={begin.error} /> : null}
      {begin.data ? (
        <>
          <Row>
            <Picture src={begin.data.picture} alt="The secret as a code for the app" />
            <p>
              Let the app read this, or type <code>{begin.data.secret}</code> into it. Then enter what it shows.
            </p>
          </Row>
          <Narrow>
            <FieldsForm
              schema={codeSchema}
              send={(body) => ask('POST /account/second-factor/confirm', { body })}
              onDone={done}
              action="Turn it on"
              fields={[{ name: 'code', label: 'Six digits', autoComplete: 'one-time-code' }]}
            />
          </Narrow>
          <Row>
            <QuietButton onPress={() => begin.reset()}>Leave it as it is</QuietButton>
          </Row>
        </>
      ) : isOff ? (
        <Narrow>
          <FieldsForm
            schema={confirmSchema}
            send={(body) => ask('DELETE /account/second-factor', { body })}
            onDone={done}
            action="Take it off"
            fields={[{ name: 'password', label: 'Your password', type: 'password', autoComplete: 'current-password' }]}
          />
        </Narrow>
      ) : (
        <Row>
          <Button onPress={() => begin.mutate()} isDisabled={begin.isPending}>
            {isOn ? 'Set up another phone' : 'Set it up'}
          </Button>
          {isOn ? <Button onPress={() => setIsOff(true)}>Take it off …</Button> : null}
        </Row>
      )}
    </Card>
  );
}
