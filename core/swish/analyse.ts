import type { Sound } from '../formats/wav.ts';
import { blankClicks, findBrushes, findClicks, type Click } from './clicks.ts';
import { findSwings, noiseAround, whitenedLevel, type SwingPlace } from './find-swings.ts';
import { fitSwish, type SwishFit } from './fit-swing.ts';
import { HEARD_EARLY_S, placePeak, type Judgement } from './place.ts';
import { tipSpeedMps } from './rod-model.ts';
import { decimated, spectrumOf, type Spectrum } from './spectrum.ts';

/** What the moment of the ball is known by. */
export type BallReference = 'click' | 'brush' | 'none';
/** Why a swing's place is not judged. */
export const REFUSALS = ['clipped', 'noisy', 'gain', 'unsure', 'overlap'] as const;
export type Refusal = (typeof REFUSALS)[number];

export interface SwishOptions {
  readonly diameterM: number;
  readonly ball: BallReference;
  /** Opposite the player, level with the ball; any other place biases the answer, so that no place is given. */
  readonly microphone: 'opposite' | 'other';
}

/** One swing that was heard. Times as heard at the microphone, s. */
export interface HeardSwing {
  readonly peakTimeS: number;
  readonly ballTimeS: number | null;
  readonly tipSpeedMps: number;
  readonly levelDb: number;
  /** + past the ball; null where it is not judged. */
  readonly offsetS: number | null;
  readonly offsetSdS: number | null;
  readonly pastBallM: number | null;
  readonly uncertaintyM: number | null;
  readonly judgement: Judgement | 'none';
  readonly refused?: Refusal;
}

export interface Swish {
  readonly swings: readonly HeardSwing[];
  readonly restsS: readonly number[];
  readonly warnings: readonly string[];
}

const BAND_HZ: readonly [number, number] = [180, 3200];
/** The ball is looked for this near the loudest place, s. */
const BALL_REACH_S = 0.09;
const SWISH_HALF_S = 0.05;
const CLIPPED_AT = 0.985;
const MOST_CLIPPED_SHARE = 0.12;
const LEAST_LEVEL_DB = 10;
const MOST_PEAK_SD_S = 0.0045;
/** Gain of the log-likelihood a cell by the sweep, from which a rustle counts as a swing. */
const LEAST_SWEEP_GAIN = 0.001;
/** A loud and clear rustle of this level counts although its sweep is told a little worse, dB. */
const CLEAR_DB = 20;
const CLEAR_SWEEP_GAIN = -0.04;
/** Power gathered in lines by more than this is a voice, a hum or music. */
const MOST_LINENESS = 1.3;

/** Behind a swing the noise falls below its usual level by so much only where the gain was turned down, dB. */
const GAIN_DROP_DB = -5;
const GAIN_FROM_S = 0.15;
const GAIN_TO_S = 0.4;
const LOWEST_RATE_HZ = 14_000;

/** Share of the samples around a moment that stand at the limit. */
function clippedShare(sound: Sound, atS: number): number {
  const from = Math.max(0, Math.floor((atS - SWISH_HALF_S) * sound.rateHz));
  const to = Math.min(sound.samples.length, Math.ceil((atS + SWISH_HALF_S) * sound.rateHz));
  let most = 0;
  for (const v of sound.samples) most = Math.max(most, Math.abs(v));
  const limit = most < 0.5 ? 1 : CLIPPED_AT * Math.min(1, most);
  let clipped = 0;
  for (let i = from; i < to; i++) if (Math.abs(sound.samples[i]!) >= limit) clipped++;
  return clipped / Math.max(1, to - from);
}

/** Whether the noise sinks after the swing and comes back: an automatic gain. */
function gainSeen(spectrum: Spectrum, noise: Float64Array, atS: number): boolean {
  const level = whitenedLevel(spectrum, noise);
  const between = (from: number, to: number): number[] =>
    level.filter((_, k) => spectrum.timeS[k]! >= atS + from && spectrum.timeS[k]! <= atS + to).sort((a, b) => a - b);
  const after = between(GAIN_FROM_S, GAIN_TO_S);
  const before = between(-0.6, -0.25);
  if (after.length < 10 || before.length < 10) return false;
  const middle = (v: readonly number[]): number => v[v.length >> 1]!;
  return 10 * Math.log10(middle(after) / middle(before)) < GAIN_DROP_DB;
}

const nearest = (marks: readonly Click[], atS: number): Click | undefined =>
  marks.filter((m) => Math.abs(m.timeS - atS) <= BALL_REACH_S).sort((a, b) => b.levelDb - a.levelDb)[0];

/** Whether a sound is a rustle that sweeps as a stick's does. */
function sweepsAsASwing(fit: SwishFit, place: SwingPlace): boolean {
  if (fit.lineness > MOST_LINENESS) return false;
  if (fit.sweepGain > LEAST_SWEEP_GAIN) return true;
  return place.levelDb > CLEAR_DB && fit.sweepGain > CLEAR_SWEEP_GAIN && fit.peakTimeSdS < MOST_PEAK_SD_S;
}

interface Heard {
  readonly place: SwingPlace;
  readonly fit: SwishFit;
  readonly spectrum: Spectrum;
  readonly noise: Float64Array;
  readonly ball: Click | undefined;
}

function refusalOf(heard: Heard, sound: Sound): Refusal | undefined {
  const { place, fit, spectrum, noise } = heard;
  if (clippedShare(sound, fit.peakTimeS) > MOST_CLIPPED_SHARE) return 'clipped';
  if (place.crowded) return 'overlap';
  if (place.levelDb < LEAST_LEVEL_DB) return 'noisy';
  if (gainSeen(spectrum, noise, fit.peakTimeS)) return 'gain';
  if (fit.peakTimeSdS > MOST_PEAK_SD_S) return 'unsure';
  return undefined;
}

function analysePiece(sound: Sound, options: SwishOptions): Swish {
  const warnings: string[] = [];
  const { samples, rateHz } = decimated(sound.samples, sound.rateHz);
  if (rateHz < LOWEST_RATE_HZ)
    warnings.push(
      `${Math.round(sound.rateHz)} samples a second hold no clicks: 16,000 or more are needed to hear the ball.`,
    );
  if (options.microphone === 'other')
    warnings.push(
      'The microphone does not stand opposite the player, level with the ball: speed and rhythm only, no place.',
    );
  const clicks = findClicks(samples, rateHz);
  const spectrumWithout = (marks: readonly Click[]): Spectrum =>
    spectrumOf(samples, rateHz, BAND_HZ[0], BAND_HZ[1], blankClicks(samples.length, rateHz, marks));
  const clear = spectrumWithout(clicks);
  const places = findSwings(clear);
  const brushes = options.ball === 'brush' ? findBrushes(samples, rateHz) : [];
  const heard = places.flatMap((place): Heard[] => {
    const brush = nearest(brushes, place.timeS);
    const spectrum = brush ? spectrumWithout([...clicks, brush]) : clear;
    const noise = noiseAround(spectrum, place.timeS);
    const fit = fitSwish(spectrum, noise, place.timeS, options.diameterM);
    if (!fit || !sweepsAsASwing(fit, place)) return [];
    const ball = options.ball === 'none' ? undefined : (brush ?? nearest(clicks, place.timeS));
    return [{ place, fit, spectrum, noise, ball }];
  });
  if (places.length > heard.length)
    warnings.push(
      `${places.length - heard.length} sound${places.length - heard.length > 1 ? 's' : ''} did not sweep as a stick does (speech, hum, knocks) and ${places.length - heard.length > 1 ? 'were' : 'was'} left out.`,
    );
  const swings = heard.map((h): HeardSwing => {
    const refused = refusalOf(h, sound);
    const speed = tipSpeedMps(h.fit.tipToneHz, options.diameterM);
    const judged = options.ball !== 'none' && options.microphone === 'opposite' && !refused && h.ball;
    const placed = judged
      ? placePeak(h.fit, speed, judged.timeS, options.ball === 'brush' ? 'brush' : 'click')
      : undefined;
    return {
      // Where the place is known, so is what the microphone's place did to the peak; else only its usual lead.
      peakTimeS:
        placed && h.ball
          ? h.ball.timeS + placed.offsetS
          : h.fit.peakTimeS + (options.microphone === 'opposite' ? HEARD_EARLY_S : 0),
      ballTimeS: h.ball?.timeS ?? null,
      tipSpeedMps: speed,
      levelDb: h.place.levelDb,
      offsetS: placed?.offsetS ?? null,
      offsetSdS: placed?.offsetSdS ?? null,
      pastBallM: placed?.pastBallM ?? null,
      uncertaintyM: placed?.uncertaintyM ?? null,
      judgement: placed?.judgement ?? 'none',
      ...(refused ? { refused } : {}),
    };
  });
  const deaf = swings.filter((s) => !s.ballTimeS).length;
  if (options.ball !== 'none' && deaf > 0)
    warnings.push(
      `No ${options.ball === 'brush' ? 'brush of the mat' : 'click of the ball or tee'} was heard with ${deaf} of ${swings.length} swings: no place for them.`,
    );
  if (swings.length === 0) warnings.push('No swing was heard.');
  return {
    swings,
    restsS: swings.slice(1).map((s, i) => s.peakTimeS - swings[i]!.peakTimeS),
    warnings,
  };
}

/** Longer recordings are looked through in pieces of this length, s, which overlap by so much. */
const PIECE_S = 40;
const OVERLAP_S = 4;

/**
 * Swings in a recording: where each is heard to be fastest, its tip speed from the stick's diameter, and how far before or past
 * the ball that is, where the ball can be heard and the microphone stands opposite the player. A long recording is looked through
 * in pieces, so that ten minutes take ten times one minute.
 *
 * Accuracy on simulated recordings: place about 3 ms (12 cm) in the middle, 8 ms (31 cm) for nine of ten; tip speed 5 %. Real
 * recordings are unproven.
 * @param report told of how far it is, 0 to 1
 */
export function analyseSwish(sound: Sound, options: SwishOptions, report?: (share: number) => void): Swish {
  const { samples, rateHz } = sound;
  const lengthS = samples.length / rateHz;
  if (lengthS <= PIECE_S + OVERLAP_S) return analysePiece(sound, options);
  const swings: HeardSwing[] = [];
  const warnings = new Set<string>();
  for (let fromS = 0; fromS < lengthS - OVERLAP_S; fromS += PIECE_S) {
    const toS = Math.min(lengthS, fromS + PIECE_S + OVERLAP_S);
    const piece = samples.subarray(Math.floor(fromS * rateHz), Math.floor(toS * rateHz));
    const heard = analysePiece({ ...sound, samples: piece }, options);
    // A swing in the overlap belongs to the piece that holds more of what is around it.
    const [first, last] = [fromS === 0 ? 0 : OVERLAP_S / 2, toS === lengthS ? Infinity : PIECE_S + OVERLAP_S / 2];
    for (const s of heard.swings) {
      if (s.peakTimeS < first || s.peakTimeS >= last) continue;
      const ballTimeS = s.ballTimeS === null ? null : s.ballTimeS + fromS;
      swings.push({ ...s, peakTimeS: s.peakTimeS + fromS, ballTimeS });
    }
    for (const w of heard.warnings) if (!PIECE_WARNINGS.test(w)) warnings.add(w);
    report?.(toS / lengthS);
  }
  const deaf = swings.filter((s) => s.ballTimeS === null).length;
  if (options.ball !== 'none' && deaf > 0)
    warnings.add(`The ball was not heard with ${deaf} of ${swings.length} swings: no place for them.`);
  if (swings.length === 0) warnings.add('No swing was heard.');
  return {
    swings,
    restsS: swings.slice(1).map((s, i) => s.peakTimeS - swings[i]!.peakTimeS),
    warnings: [...warnings],
  };
}

/** Said of one piece, these would be wrong of the whole. */
const PIECE_WARNINGS = /was heard|did not sweep/;
