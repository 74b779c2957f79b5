import type { Random } from '../../core/numeric/random.ts';
import { dot, length, scale, subtract, type Vec3 } from '../../core/numeric/vector.ts';
import { degToRad } from '../../core/units/units.ts';

/** Hidden truth of one simulated swing of a stick: the tip's speed is a peak with a width before and after. */
export interface SwishTruth {
  /** When the tip passes the ball, s in the recording, at the tip. */
  readonly ballS: number;
  /** From the ball to the peak, + past it. */
  readonly offsetS: number;
  readonly tipMps: number;
  readonly riseS: number;
  readonly fallS: number;
}

export interface MicrophoneOptions {
  readonly rateHz: number;
  readonly diameterM: number;
  readonly ball: 'tee' | 'brush' | 'none';
  readonly background: 'quiet' | 'range' | 'windy';
  readonly lengthS: number;
  /** Peak of the loudest swing in the file; above 1 it is cut off. */
  readonly loudness?: number;
  /** The recorder turns its gain down after loud sound and lets it creep back. */
  readonly automaticGain?: boolean;
  readonly random: Random;
}

const SOUND_MPS = 343;
const ARC_M = 1.6;
const PLANE_RAD = degToRad(50);
/** Microphone from the ball: x toward the target, y past the ball away from the player, z up. */
const MICROPHONE_M: Vec3 = [0, 3.5, 1.2];
const NORMAL: Vec3 = [0, Math.sin(PLANE_RAD), Math.cos(PLANE_RAD)];
const STRIPS = 10;
const STICK_M = 1;
const STROUHAL = 0.2;
const TONE_BANDWIDTH = 0.12;
const HISS_SHARE = 0.05;
const AUDIBLE = 0.15;

/** Place on the swing's circle at an angle past the ball. */
const onArc = (angle: number, radius: number): Vec3 => [
  radius * Math.sin(angle),
  -(ARC_M - radius * Math.cos(angle)) * Math.cos(PLANE_RAD),
  (ARC_M - radius * Math.cos(angle)) * Math.sin(PLANE_RAD),
];
const speedAt = (t: SwishTruth, fromPeakS: number): number => {
  const u = fromPeakS / (fromPeakS < 0 ? t.riseS : t.fallS);
  return t.tipMps * Math.exp(-0.5 * u * u);
};

/** When the ball is heard at the microphone, s in the recording. */
export const ballHeardS = (t: SwishTruth): number => t.ballS + length(MICROPHONE_M) / SOUND_MPS;

/** Adds one swing's sound: strips that each sing at their own speed's tone with power ~ v⁶, as dipoles square to the plane. */
function addSwing(out: Float64Array, t: SwishTruth, o: MicrophoneOptions): void {
  const { rateHz, diameterM, random } = o;
  const peakS = t.ballS + t.offsetS;
  const [from, to] = [peakS - 3 * t.riseS, peakS + 3 * t.fallS];
  const step = 1 / rateHz;
  // The angle is summed outward from the ball, where it is nought.
  const count = Math.ceil((to - from) / step);
  const angle = new Float64Array(count);
  for (let i = 1; i < count; i++) angle[i] = angle[i - 1]! + (speedAt(t, from + i * step - peakS) / ARC_M) * step;
  const atBall = angle[Math.min(count - 1, Math.max(0, Math.round((t.ballS - from) / step)))]!;
  for (let k = 0; k < STRIPS; k++) {
    const share = 0.25 + (0.75 * (k + 0.5)) / STRIPS;
    const radius = ARC_M - STICK_M * (1 - share);
    let phase = 2 * Math.PI * random.uniform();
    let [re, im] = [random.normal(), random.normal()];
    for (let i = 0; i < count; i++) {
      const tip = speedAt(t, from + i * step - peakS);
      const v = tip * share;
      const tone = (STROUHAL * v) / diameterM;
      if (tone < 40) continue;
      const keep = Math.exp(-2 * Math.PI * TONE_BANDWIDTH * tone * step);
      const fresh = Math.sqrt(1 - keep * keep);
      re = keep * re + fresh * random.normal();
      im = keep * im + fresh * random.normal();
      phase += 2 * Math.PI * tone * step;
      const a = angle[i]! - atBall;
      const place = onArc(a, radius);
      const ray = subtract(MICROPHONE_M, place);
      const r = length(ray);
      const heading: Vec3 = [Math.cos(a), Math.sin(a) * -Math.cos(PLANE_RAD), Math.sin(a) * Math.sin(PLANE_RAD)];
      const mach = (v / SOUND_MPS) * (dot(heading, ray) / r);
      const gain = (v / 40) ** 3 * (dot(NORMAL, scale(ray, 1 / r)) / r) * (1 - mach) ** -2;
      const sample = gain * (re * Math.cos(phase) - im * Math.sin(phase) + HISS_SHARE * random.normal());
      const heard = (from + i * step + r / SOUND_MPS) * rateHz;
      const at = Math.floor(heard);
      if (at < 0 || at + 1 >= out.length) continue;
      out[at]! += sample * (1 - (heard - at));
      out[at + 1]! += sample * (heard - at);
    }
  }
}

/** A knock of a tee (sharp, ringing out in milliseconds) or the rustle of a mat. */
function addBall(out: Float64Array, t: SwishTruth, o: MicrophoneOptions, loudness: number): void {
  const { ball, random, rateHz } = o;
  if (ball === 'none') return;
  const late = ball === 'brush' ? 0.001 : 0;
  const at = Math.round((ballHeardS(t) + late) * rateHz);
  const lengthS = ball === 'tee' ? 0.008 : 0.0065;
  for (let i = 0; i < lengthS * rateHz && at + i < out.length; i++) {
    const u = i / (lengthS * rateHz);
    const envelope = ball === 'tee' ? Math.exp(-7 * u) : 0.28 * Math.sin(Math.PI * u);
    out[at + i]! += loudness * envelope * random.normal();
  }
}

function addBackground(out: Float64Array, o: MicrophoneOptions, level: number): void {
  const { random, background, rateHz } = o;
  let slow = 0;
  for (let i = 0; i < out.length; i++) {
    slow = 0.985 * slow + 0.17 * random.normal();
    out[i]! += level * (random.normal() + (background === 'windy' ? 5 : 0.8) * slow);
  }
  if (background !== 'range') return;
  // Distant strikes of others.
  for (let n = 0; n < Math.round((1.2 * out.length) / rateHz); n++) {
    const at = random.below(out.length);
    for (let i = 0; i < 0.004 * rateHz && at + i < out.length; i++)
      out[at + i]! += 6 * level * Math.exp(-i / (0.0012 * rateHz)) * random.normal();
  }
}

/** Gain that falls at once with loud sound and comes back over a second. */
function turnDown(out: Float64Array, rateHz: number): void {
  let gain = 1;
  for (let i = 0; i < out.length; i++) {
    const wanted = Math.min(1, 0.05 / Math.max(1e-6, Math.abs(out[i]!)));
    gain = wanted < gain ? gain + (wanted - gain) * 0.02 : gain + (1 - gain) / (0.9 * rateHz);
    out[i]! *= gain;
  }
}

/** A recording of one or more swings as the microphone hears them. */
export function recordSwish(swings: readonly SwishTruth[], o: MicrophoneOptions): Float32Array {
  const out = new Float64Array(Math.round(o.lengthS * o.rateHz));
  for (const t of swings) addSwing(out, t, o);
  let loudest = 1e-9;
  for (const v of out) loudest = Math.max(loudest, Math.abs(v));
  const wanted = o.loudness ?? 0.25;
  for (let i = 0; i < out.length; i++) out[i]! *= wanted / loudest;
  for (const t of swings) addBall(out, t, o, wanted);
  addBackground(out, o, AUDIBLE * wanted * (o.background === 'quiet' ? 0.02 : 0.05));
  if (o.automaticGain) turnDown(out, o.rateHz);
  return Float32Array.from(out, (v) => Math.min(1, Math.max(-1, v)));
}

/** Talking without a swing: a voice's tones that come and go, which a swing must not be seen in. */
export function recordVoice(lengthS: number, rateHz: number, random: Random): Float32Array {
  const out = new Float32Array(Math.round(lengthS * rateHz));
  let from = 0.1;
  while (from < lengthS - 0.3) {
    const pitch = 110 + 90 * random.uniform();
    const long = 0.09 + 0.12 * random.uniform();
    const formant = 500 + 900 * random.uniform();
    for (let i = 0; i < long * rateHz; i++) {
      const t = i / rateHz;
      const swell = Math.sin((Math.PI * t) / long) ** 2;
      let v = 0;
      for (let h = 1; h <= 20; h++) {
        const off = (h * pitch - formant) / 350;
        v += Math.exp(-0.5 * off * off) * Math.sin(2 * Math.PI * h * pitch * t);
      }
      out[Math.round(from * rateHz) + i]! += 0.06 * swell * v;
    }
    from += long + 0.12 + 0.25 * random.uniform();
  }
  for (let i = 0; i < out.length; i++) out[i]! += 0.0008 * random.normal();
  return out;
}
