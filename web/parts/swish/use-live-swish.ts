import { useEffect, useRef, useState } from 'react';
import type { HeardSwing, SwishOptions } from '../../../core/swish/analyse.ts';
import { useLatest } from '../../kit/use-latest.ts';
import { run } from '../../workers/run.ts';
import type { useMicrophone } from './use-microphone.ts';

/** Stretch that is looked at each time, and how often, s. */
const LOOK_S = 4;
const EVERY_MS = 900;
/** A swing is taken once so much has been heard after it, s. */
const AFTER_S = 0.45;
const SAME_S = 0.25;

/** Swings as they are heard: the newest stretch is looked at again and again in the worker. */
export function useLiveSwish(
  microphone: ReturnType<typeof useMicrophone>,
  options: SwishOptions,
  onHeard: (swing: HeardSwing) => void,
) {
  const tell = useLatest(onHeard);
  const known = useRef<readonly HeardSwing[]>([]);
  const [swings, setSwings] = useState<readonly HeardSwing[]>([]);
  const [error, setError] = useState<unknown>(null);
  const busy = useRef(false);
  const { state, newest } = microphone;
  useEffect(() => {
    if (state !== 'on') return;
    // A new start of the microphone counts its time anew.
    const earlier = known.current.length;
    const look = async (): Promise<void> => {
      if (busy.current) return;
      busy.current = true;
      try {
        const { samples, rateHz, fromS } = newest(LOOK_S);
        if (samples.length < rateHz) return;
        const heard = await run('swishLive', { samples, rateHz, options });
        const whole = heard.swings
          .filter((s) => heard.lengthS - s.peakTimeS > AFTER_S && s.peakTimeS > 0.3)
          .map((s) => ({
            ...s,
            peakTimeS: s.peakTimeS + fromS,
            ballTimeS: s.ballTimeS === null ? null : s.ballTimeS + fromS,
          }));
        const fresh = whole.filter((s) =>
          known.current.slice(earlier).every((k) => Math.abs(k.peakTimeS - s.peakTimeS) > SAME_S),
        );
        known.current = [...known.current, ...fresh];
        setSwings((shown) => [...shown, ...fresh]);
        for (const s of fresh) tell.current(s);
      } catch (e) {
        setError(e);
      } finally {
        busy.current = false;
      }
    };
    const timer = setInterval(() => void look(), EVERY_MS);
    return () => clearInterval(timer);
  }, [state, newest, options, tell]);
  const clear = (): void => {
    // What was heard stays known, so that the microphone's last seconds are not taken for new swings.
    setSwings([]);
  };
  return { swings, error, clear };
}
