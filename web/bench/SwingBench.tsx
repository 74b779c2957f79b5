import { useState } from 'react';
import type { Sex } from '../../core/catalogue/norms.ts';
import { Choice } from '../kit/chips.tsx';
import { Card, Grid } from '../kit/layout.tsx';
import { WhatIf } from '../parts/swing/WhatIf.tsx';
import { Knob } from '../kit/Knob.tsx';

const NOTHING = [] as const;

/** Swing bench: a player by body and age, and what each fault does to the club head speed. */
export default function SwingBench() {
  const [sex, setSex] = useState<Sex>('male');
  const [age, setAge] = useState(40);
  const [heightCm, setHeightCm] = useState(178);
  const [massKg, setMassKg] = useState(80);
  const [hand, setHand] = useState<'right' | 'left'>('right');
  const player = { sex, ageYears: age, heightM: heightCm / 100, massKg };
  return (
    <>
      <Card aria-label="Player">
        <Grid $least="190px">
          <Choice
            label="Player"
            value={sex}
            onChange={setSex}
            options={[
              { id: 'male', name: 'man' },
              { id: 'female', name: 'woman' },
            ]}
          />
          <Choice
            label="Plays"
            value={hand}
            onChange={setHand}
            options={[
              { id: 'right', name: 'right-handed' },
              { id: 'left', name: 'left-handed' },
            ]}
          />
          <Knob label="Age" value={age} onChange={setAge} min={10} max={85} step={1} show={(v) => `${v} years`} />
          <Knob
            label="Height"
            value={heightCm}
            onChange={setHeightCm}
            min={130}
            max={210}
            step={1}
            show={(v) => `${v} cm`}
          />
          <Knob label="Mass" value={massKg} onChange={setMassKg} min={35} max={140} step={1} show={(v) => `${v} kg`} />
        </Grid>
      </Card>
      <WhatIf player={player} start={NOTHING} handedness={hand} name="swing" />
    </>
  );
}
