import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { PrimaryButton } from '../kit/controls.tsx';
import { Card, Soft } from '../kit/layout.tsx';

const Ring = styled.div`
  display: grid;
  justify-items: center;
  font-family: var(--display);
  font-size: var(--figure);
`;

/** Counts a rest down to its end, also through a reload. Between full-speed swings it cannot be cut short. */
export function Rest({ endsAt, must, onDone }: { endsAt: number; must: boolean; onDone: () => void }) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, []);
  const leftS = Math.max(0, Math.ceil((endsAt - now) / 1000));
  return (
    <Card aria-label="Rest">
      <h2>Rest</h2>
      <Ring role="timer" aria-label={`${leftS} seconds left`}>
        {leftS} s
      </Ring>
      {must && leftS > 0 ? <Soft>Between full-speed swings the rest is part of the drill.</Soft> : null}
      <PrimaryButton onPress={onDone} isDisabled={must && leftS > 0}>
        {leftS === 0 || must ? 'Go on' : 'Go on now'}
      </PrimaryButton>
    </Card>
  );
}
