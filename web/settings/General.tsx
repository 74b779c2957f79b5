import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Devices } from './Devices.tsx';
import { MOST_SMALLEST_GAIN_MPS, type Settings } from '../../api/settings-schemas.ts';
import type { SessionAnswer } from '../../api/types.ts';
import { LENSES } from '../../core/catalogue/stages.ts';
import { schoolOf } from '../../core/lens/schools.ts';
import { ask, queryClient } from '../base/api.ts';
import { useSettings, useUnits } from '../base/session.tsx';
import { Choice } from '../kit/chips.tsx';
import { Button, TextField } from '../kit/controls.tsx';
import { Card, Failed, Row, Soft } from '../kit/layout.tsx';
import { numberOf, wrongNumber } from '../kit/typed-number.ts';

/** Units, theme, the smallest gain that matters, and how devices reach the open feed. */
export function General() {
  // What is typed is anew where the unit changes: the value stays, its figure is another.
  return <GeneralIn key={useUnits().speedUnit} />;
}

function GeneralIn() {
  const settings = useSettings();
  const units = useUnits();
  const [smallest, setSmallest] = useState(() => units.fromMps(settings.smallestGainMps).toFixed(2));
  const [phone, setPhone] = useState(settings.phone);
  const save = useMutation({
    // One after the other, each on top of what the one before it kept.
    scope: { id: 'settings' },
    mutationFn: (part: Partial<Settings>) => {
      const now = queryClient.getQueryData<SessionAnswer>(['session'])?.settings ?? settings;
      return ask('PUT /settings', { body: { ...now, ...part } });
    },
    onSuccess: (kept) => {
      queryClient.setQueryData<SessionAnswer>(['session'], (s) => s && { ...s, settings: kept });
      return queryClient.invalidateQueries();
    },
  });
  const typedSmallest = numberOf(smallest);
  const wrong = wrongNumber(smallest, 0, Number(units.fromMps(MOST_SMALLEST_GAIN_MPS).toFixed(1)));
  return (
    <>
      {save.error ? <Failed error={save.error} /> : null}
      <Card aria-label="Units and look">
        <h2>Units and look</h2>
        <Choice
          label="Speed"
          value={settings.speedUnit}
          onChange={(speedUnit) => save.mutate({ speedUnit })}
          options={[
            { id: 'mph', name: 'mph' },
            { id: 'm/s', name: 'm/s' },
            { id: 'km/h', name: 'km/h' },
          ]}
        />
        <Choice
          label="Distance"
          value={settings.distanceUnit}
          onChange={(distanceUnit) => save.mutate({ distanceUnit })}
          options={[
            { id: 'yd', name: 'yards' },
            { id: 'm', name: 'metres' },
          ]}
        />
        <Choice
          label="Theme"
          value={settings.theme}
          onChange={(theme) => save.mutate({ theme })}
          options={[
            { id: 'paper', name: 'paper' },
            { id: 'bay', name: 'bay (dark)' },
          ]}
        />
      </Card>
      <Card aria-label="Evidence">
        <h2>Evidence</h2>
        <Row>
          <TextField
            label={`Smallest gain that matters, ${units.speedUnit}`}
            inputMode="decimal"
            value={smallest}
            onChange={setSmallest}
            error={wrong}
          />
          <Button
            onPress={() => save.mutate({ smallestGainMps: units.toMps(typedSmallest ?? 0) })}
            isDisabled={typedSmallest === null || wrong !== undefined}
          >
            Keep
          </Button>
        </Row>
      </Card>
      <Card aria-label="Lens">
        <h2>Lens</h2>
        <Choice
          label="Lens of students that you add; each student can have another"
          value={settings.lens}
          onChange={(lens) => save.mutate({ lens })}
          options={LENSES.map((l) => ({ id: l.id, name: l.name }))}
        />
        <Soft>{schoolOf(settings.lens).belief} A lens changes no chance, no price and no caution.</Soft>
      </Card>
      <Card aria-label="Practice page">
        <h2>Practice page</h2>
        <Row>
          <TextField
            label="Your telephone number, for one tap on the student’s phone (empty for none)"
            inputMode="tel"
            value={phone}
            onChange={setPhone}
          />
          <Button onPress={() => save.mutate({ phone })}>Keep the number</Button>
        </Row>
      </Card>
      <Devices />
      <Soft>
        Maple Notch stands on open-source packages: <a href="/notices.txt">their notices</a>.
      </Soft>
    </>
  );
}
