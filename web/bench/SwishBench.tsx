import { useState } from 'react';
import { Choice } from '../kit/chips.tsx';
import { SwishPanel } from '../parts/swish/SwishPanel.tsx';

/** Swish bench: where a swing is fastest, by its sound. */
export default function SwishBench() {
  const [hand, setHand] = useState<'right' | 'left'>('right');
  return (
    <>
      <Choice
        label="Plays"
        value={hand}
        onChange={setHand}
        options={[
          { id: 'right', name: 'right-handed' },
          { id: 'left', name: 'left-handed' },
        ]}
      />
      <SwishPanel handedness={hand} />
    </>
  );
}
