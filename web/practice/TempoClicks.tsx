import { useEffect, useRef, useState } from 'react';
import { Button } from '../kit/controls.tsx';
import { Row, Soft } from '../kit/layout.tsx';

const SLOWEST_BPM = 30;
const FASTEST_BPM = 120;
const STEP_BPM = 5;
const CLICK_S = 0.03;

/** Clicks at a steady tempo, for the rhythm of a drill; silent until they are started. */
export function TempoClicks() {
  const [bpm, setBpm] = useState(60);
  const [on, setOn] = useState(false);
  const sound = useRef<AudioContext | null>(null);
  useEffect(() => {
    if (!on) return undefined;
    const context = (sound.current ??= new AudioContext());
    const click = (): void => {
      const tone = context.createOscillator();
      const volume = context.createGain();
      tone.frequency.value = 1200;
      volume.gain.setValueAtTime(0.4, context.currentTime);
      volume.gain.exponentialRampToValueAtTime(0.001, context.currentTime + CLICK_S);
      tone.connect(volume).connect(context.destination);
      tone.start();
      tone.stop(context.currentTime + CLICK_S);
    };
    click();
    const timer = setInterval(click, 60_000 / bpm);
    return () => clearInterval(timer);
  }, [on, bpm]);
  useEffect(() => () => void sound.current?.close(), []);
  const change = (by: number): void => setBpm((v) => Math.min(FASTEST_BPM, Math.max(SLOWEST_BPM, v + by)));
  return (
    <Row>
      <Button onPress={() => setOn(!on)} aria-pressed={on}>
        {on ? 'Stop the clicks' : 'Tempo clicks'}
      </Button>
      {on ? (
        <>
          <Button onPress={() => change(-STEP_BPM)} aria-label="Slower">
            −
          </Button>
          <Soft>{bpm} a minute</Soft>
          <Button onPress={() => change(STEP_BPM)} aria-label="Faster">
            +
          </Button>
        </>
      ) : null}
    </Row>
  );
}
