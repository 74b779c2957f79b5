import { tuple } from '../../../core/numeric/tuple.ts';
import { useCallback, useEffect, useRef, useState } from 'react';
import tapUrl from './tap-worklet.ts?worker&url';

/** What the microphone heard, newest last, kept up to this long, s. */
const KEPT_S = 120;

export type MicrophoneState = 'off' | 'asking' | 'on' | 'refused' | 'lost' | 'missing';

export interface Recorded {
  readonly samples: Float32Array;
  readonly rateHz: number;
}

const stateOf = (error: unknown): MicrophoneState => {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError' || name === 'SecurityError') return 'refused';
  return 'missing';
};

/** The machine's microphone as raw samples: no echo cancelling, no noise removal, no automatic gain where it can be had so. */
export function useMicrophone() {
  const [state, setState] = useState<MicrophoneState>('off');
  /** The browser or the machine changes the loudness by itself. */
  const [automaticGain, setAutomaticGain] = useState(false);
  const blocks = useRef<Float32Array[]>([]);
  const rate = useRef(48_000);
  /** Samples that came before the oldest one kept. */
  const dropped = useRef(0);
  const close = useRef<(() => void) | null>(null);
  /** Counts the openings: a microphone that is granted after the view was left is let go at once. */
  const wanted = useRef(0);

  const stop = useCallback((): void => {
    wanted.current += 1;
    close.current?.();
    close.current = null;
    setState((s) => (s === 'on' || s === 'asking' ? 'off' : s));
  }, []);
  useEffect(
    () => () => {
      wanted.current += 1;
      close.current?.();
    },
    [],
  );

  const start = useCallback(async (): Promise<void> => {
    close.current?.();
    setState('asking');
    const own = ++wanted.current;
    blocks.current = [];
    dropped.current = 0;
    try {
      const stream = await navigator.mediaDevices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 },
      });
      const letGo = (): void => stream.getTracks().forEach((t) => t.stop());
      if (own !== wanted.current) return letGo();
      const [track] = tuple(1, stream.getAudioTracks());
      setAutomaticGain(track.getSettings().autoGainControl === true);
      const context = new AudioContext();
      await context.audioWorklet.addModule(tapUrl);
      if (own !== wanted.current) {
        letGo();
        return void context.close();
      }
      const tap = new AudioWorkletNode(context, 'tap');
      context.createMediaStreamSource(stream).connect(tap);
      rate.current = context.sampleRate;
      tap.port.onmessage = (event: MessageEvent<Float32Array>) => {
        blocks.current.push(event.data);
        const most = (KEPT_S * context.sampleRate) / event.data.length;
        while (blocks.current.length > most) dropped.current += blocks.current.shift()?.length ?? 0;
      };
      track.onended = () => {
        setState('lost');
        void context.close();
      };
      close.current = () => {
        track.onended = null;
        letGo();
        void context.close();
      };
      setState('on');
    } catch (error) {
      if (own === wanted.current) setState(stateOf(error));
    }
  }, []);

  /** The newest stretch, with the time at which it begins since the start; all that is kept without a length. */
  const newest = useCallback((lengthS = Infinity): Recorded & { fromS: number } => {
    const rateHz = rate.current;
    const wanted = lengthS * rateHz;
    const parts: Float32Array[] = [];
    let count = 0;
    for (let i = blocks.current.length - 1; i >= 0 && count < wanted; i--) {
      parts.unshift(blocks.current[i]!);
      count += blocks.current[i]!.length;
    }
    const samples = new Float32Array(count);
    let at = 0;
    for (const p of parts) {
      samples.set(p, at);
      at += p.length;
    }
    const heard = dropped.current + blocks.current.reduce((s, b) => s + b.length, 0);
    return { samples, rateHz, fromS: (heard - count) / rateHz };
  }, []);

  return { state, automaticGain, start, stop, newest };
}
