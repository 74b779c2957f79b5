import { readWav } from '../core/formats/wav.ts';
import { analyseSwish } from '../core/swish/analyse.ts';
import { mpsToMph } from '../core/units/units.ts';
import { numberFlag, oneOf, type Flags } from './flags.ts';
import { Assumed } from './input.ts';

const BALLS = ['click', 'brush', 'none'] as const;
const MICROPHONES = ['opposite', 'other'] as const;
const THICKNESS_MM = [3, 40] as const;
/** Stick of an alignment rod, mm. */
const TYPICAL_MM = 9.5;

/** `swish`: swings in a recording, where each is fastest and how far past the ball. */
export function swish(bytes: ArrayBuffer, fileName: string, flags: Flags): unknown {
  const assumed = new Assumed();
  const diameterMm = assumed.take('diameterMm', numberFlag(flags, 'diameter-mm', THICKNESS_MM), TYPICAL_MM);
  const ball = assumed.take('ball', oneOf(flags, 'ball', BALLS), 'click');
  const microphone = assumed.take('microphone', oneOf(flags, 'microphone', MICROPHONES), 'opposite');
  const heard = analyseSwish(readWav(bytes, fileName), { diameterM: diameterMm / 1000, ball, microphone });
  const times = (v: number | null, by: number): number | null => (v === null ? null : v * by);
  return {
    swings: heard.swings.map((s) => ({
      peakTimeS: s.peakTimeS,
      ballTimeS: s.ballTimeS,
      offsetMs: times(s.offsetS, 1000),
      pastBallCm: times(s.pastBallM, 100),
      uncertaintyCm: times(s.uncertaintyM, 100),
      tipSpeedMph: mpsToMph(s.tipSpeedMps),
      judgement: s.judgement,
      ...(s.refused ? { refused: s.refused } : {}),
    })),
    restsS: heard.restsS,
    warnings: heard.warnings,
    assumed: assumed.values,
  };
}
