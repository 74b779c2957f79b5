import { useState } from 'react';
import { Chips } from '../kit/chips.tsx';
import { Button, PrimaryButton } from '../kit/controls.tsx';
import { Card, Row, Soft } from '../kit/layout.tsx';

const STEPS = [
  { id: 'general', name: 'Walk or skip, 2–3 minutes' },
  { id: 'joints', name: 'Hips, trunk turns, shoulders, 2–3 minutes' },
  { id: 'swings', name: 'Swings from slow to brisk, both directions, 3 minutes' },
];

/** Ticked before anything brisk: general first, then specific. */
export function WarmUp({ onDone, onBack }: { onDone: () => void; onBack: () => void }) {
  const [ticked, setTicked] = useState<readonly string[]>([]);
  return (
    <Card aria-label="Warm up">
      <h2>Warm up first</h2>
      <Soft>8–10 minutes, once a day before brisk or full-speed work.</Soft>
      <Chips label="Done" value={[...ticked]} onChange={setTicked} options={STEPS} />
      <Row>
        <PrimaryButton onPress={onDone} isDisabled={ticked.length < STEPS.length}>
          Warm: go on
        </PrimaryButton>
        <Button onPress={onBack}>Back</Button>
      </Row>
    </Card>
  );
}
