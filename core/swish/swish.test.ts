import { tuple } from '../numeric/tuple.ts';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import {
  recordSwish,
  recordVoice,
  type MicrophoneOptions,
  type SwishTruth,
} from '../../stand-ins/microphone/swish-sound.ts';
import { must } from '../errors/must.ts';
import { readWav } from '../formats/wav.ts';
import { seededRandom } from '../numeric/random.ts';
import { analyseSwish, type SwishOptions } from './analyse.ts';
import { balanceOf } from './place.ts';
import { rodSpectrum } from './rod-model.ts';
import { decimated } from './spectrum.ts';

const FOLDER = join(import.meta.dirname, 'fixtures');
interface Truth {
  t_peak_at_mic: number;
  t_ball_at_mic: number;
  peak_minus_ball_ms: number;
  peak_past_ball_cm: number;
  v_tip_peak_ms: number;
}
const { files } = JSON.parse(readFileSync(join(FOLDER, 'truth.json'), 'utf8')) as {
  files: Record<string, { stickDiameterMm?: number; ball?: 'tee' | 'brush' | 'none'; truth?: Truth }>;
};
const load = (name: string) => readWav(new Uint8Array(readFileSync(join(FOLDER, name))).buffer, name);
const referenceBall = { tee: 'click', brush: 'brush', none: 'none' } as const;

describe('reference recordings', () => {
  const cases = Object.entries(files).flatMap(([name, f]) =>
    f.truth && f.ball ? [{ name, f, t: f.truth, ball: f.ball }] : [],
  );
  const answers = cases.map(({ name, f, ball }) =>
    analyseSwish(load(name), {
      diameterM: (f.stickDiameterMm ?? 0) / 1000,
      ball: referenceBall[ball],
      microphone: 'opposite',
    }),
  );
  test('every swing is found, once, and none where nobody swings', () => {
    for (const a of answers) expect(a.swings).toHaveLength(1);
    const voice = analyseSwish(load('no-swing-voice.wav'), { diameterM: 0.009, ball: 'click', microphone: 'opposite' });
    expect(voice.swings).toEqual([]);
    expect(voice.warnings.join(' ')).toMatch(/No swing was heard/);
  });
  test.each(cases.map((c, i) => [c.name, i] as const))('%s: peak, ball, speed, place', (_, i) => {
    const { t, ball } = cases[i]!;
    const [s] = tuple(1, answers[i]!.swings);
    expect(s.refused).toBeUndefined();
    expect(Math.abs(s.peakTimeS - t.t_peak_at_mic)).toBeLessThan(0.008);
    expect(Math.abs(s.tipSpeedMps / t.v_tip_peak_ms - 1)).toBeLessThan(0.12);
    if (ball === 'none') {
      expect(s).toMatchObject({ ballTimeS: null, offsetS: null, pastBallM: null, judgement: 'none' });
      return;
    }
    expect(Math.abs(must(s.ballTimeS) - t.t_ball_at_mic)).toBeLessThan(0.002);
    expect(Math.abs(1000 * must(s.offsetS) - t.peak_minus_ball_ms)).toBeLessThan(8);
    const offCm = 100 * must(s.pastBallM) - t.peak_past_ball_cm;
    expect(Math.abs(offCm)).toBeLessThan(31);
    expect(Math.abs(offCm)).toBeLessThan(2 * 100 * must(s.uncertaintyM));
    expect(s.judgement).toBe(t.peak_minus_ball_ms < 0 ? 'before' : 'past');
  });
});

const RATE = 16_000;
const OPTIONS: SwishOptions = { diameterM: 0.0095, ball: 'click', microphone: 'opposite' };
const swing = (ballS: number, offsetS: number): SwishTruth => ({
  ballS,
  offsetS,
  tipMps: 40,
  riseS: 0.065,
  fallS: 0.06,
});
const record = (swings: readonly SwishTruth[], seed: string, more: Partial<MicrophoneOptions> = {}) => ({
  rateHz: more.rateHz ?? RATE,
  channels: 1,
  samples: recordSwish(swings, {
    rateHz: RATE,
    diameterM: OPTIONS.diameterM,
    ball: 'tee',
    background: 'quiet',
    lengthS: 3,
    random: seededRandom(seed),
    ...more,
  }),
});
const sound = (samples: Float32Array) => ({ rateHz: RATE, channels: 1, samples });

describe('simulated recordings', () => {
  test('a set: counted, judged, rests between, at another rate the same', () => {
    const set = [swing(1, -0.03), swing(3.5, 0), swing(6, 0.03)];
    for (const rateHz of [RATE, 48_000]) {
      const a = analyseSwish(record(set, `set ${rateHz}`, { lengthS: 7.5, rateHz }), OPTIONS);
      expect(a.swings.map((s) => s.judgement)).toEqual(['before', 'at', 'past']);
      expect(a.restsS.map((r) => Math.round(10 * r) / 10)).toEqual([2.5, 2.5]);
    }
  });
  test.each([
    ['clipped', { loudness: 4 }],
    ['gain', { automaticGain: true }],
  ] as const)('%s recordings give no place, with the reason', (refused, more) => {
    const [s] = analyseSwish(record([swing(1.5, -0.02)], refused, more), OPTIONS).swings;
    expect(s).toMatchObject({ refused, judgement: 'none', offsetS: null, pastBallM: null });
  });
  test('two swings on top of each other are refused as such', () => {
    const a = analyseSwish(record([swing(1.4, -0.02), swing(1.62, 0.02)], 'crowd'), OPTIONS);
    expect(a.swings).toMatchObject([{ refused: 'overlap' }]);
  });
  test('a swing hardly above the noise has no place', () => {
    const quiet = record([swing(1.5, -0.02)], 'faint', { loudness: 0.02 });
    const random = seededRandom('hiss');
    const [s] = analyseSwish(sound(quiet.samples.map((v) => v + 0.008 * random.normal())), OPTIONS).swings;
    expect(s?.offsetS ?? null).toBeNull();
  });
  test('silence, hum, music and talk hold no swing', () => {
    const hum = Float32Array.from(
      { length: 3 * RATE },
      (_, i) => 0.2 * Math.sin((2 * Math.PI * 120 * i) / RATE) * (1 + Math.sin((3 * Math.PI * i) / RATE)),
    );
    const tune = Float32Array.from({ length: 3 * RATE }, (_, i) => {
      const t = (i % 8000) / RATE;
      const f = [220, 277, 330, 440, 330, 277][Math.floor(i / 8000)]!;
      return 0.2 * Math.exp(-4 * t) * (Math.sin(2 * Math.PI * f * t) + 0.5 * Math.sin(4 * Math.PI * f * t));
    });
    for (const s of [new Float32Array(2 * RATE), hum, tune, recordVoice(4, RATE, seededRandom('talk'))])
      expect(analyseSwish(sound(s), OPTIONS).swings).toEqual([]);
  });
  test('from another place the microphone tells speed only; a ball that is not heard leaves no place', () => {
    const r = record([swing(1.5, -0.02)], 'elsewhere');
    const other = analyseSwish(r, { ...OPTIONS, microphone: 'other' });
    expect(other.swings).toMatchObject([{ judgement: 'none', offsetS: null }]);
    expect(other.warnings.join(' ')).toMatch(/no place/);
    const deaf = analyseSwish(record([swing(1.5, -0.02)], 'deaf', { ball: 'none' }), OPTIONS);
    expect(deaf.swings).toMatchObject([{ ballTimeS: null, judgement: 'none' }]);
    expect(deaf.warnings.join(' ')).toMatch(/No click of the ball or tee/);
  });
  test('a thicker stick that sings as high went faster', () => {
    const r = record([swing(1.5, 0)], 'thick');
    const [thin] = tuple(1, analyseSwish(r, OPTIONS).swings);
    const [thick] = tuple(1, analyseSwish(r, { ...OPTIONS, diameterM: 0.012 }).swings);
    expect(thick.tipSpeedMps / thin.tipSpeedMps).toBeCloseTo(0.012 / 0.0095, 1);
  });
});

describe('a long recording', () => {
  test('is looked through in pieces: every swing once, also one on the seam', () => {
    const at = [6, 38.5, 41, 43.5, 79, 86];
    const samples = recordSwish(
      at.map((ballS) => swing(ballS, 0.01)),
      {
        rateHz: 24_000,
        diameterM: 0.0095,
        ball: 'tee',
        background: 'quiet',
        lengthS: 90,
        random: seededRandom('long'),
      },
    );
    const shares: number[] = [];
    const heard = analyseSwish({ samples, rateHz: 24_000, channels: 1 }, OPTIONS, (s) => shares.push(s));
    expect(heard.swings.map((s) => Math.round(2 * s.peakTimeS) / 2)).toEqual(at);
    expect(heard.swings.every((s) => s.ballTimeS !== null)).toBe(true);
    expect(heard.restsS).toHaveLength(5);
    expect(shares[shares.length - 1]).toBe(1);
  });
});

describe('parts', () => {
  test('the rod’s spectrum holds its power below the tip’s own tone', () => {
    const at = Array.from({ length: 180 }, (_, i) => rodSpectrum((i + 0.5) / 100));
    const whole = at.reduce((s, v) => s + v, 0);
    expect(at.slice(0, 100).reduce((s, v) => s + v, 0) / whole).toBeGreaterThan(0.75);
    expect(at.indexOf(Math.max(...at)) / 100).toBeGreaterThan(0.75);
  });
  test('thinning keeps a low tone and takes away one that would fold', () => {
    const tone = (hz: number) =>
      Float32Array.from({ length: 48_000 }, (_, i) => Math.sin((2 * Math.PI * hz * i) / 48_000));
    const size = (s: Float32Array): number =>
      Math.sqrt(s.slice(500, -500).reduce((a, v) => a + v * v, 0) / (s.length - 1000));
    expect(decimated(tone(1000), 48_000).rateHz).toBe(24_000);
    expect(size(decimated(tone(1000), 48_000).samples)).toBeCloseTo(Math.SQRT1_2, 2);
    expect(size(decimated(tone(17_000), 48_000).samples)).toBeLessThan(0.02);
  });
  test('directions within four in a hundred are balanced', () => {
    expect(must(balanceOf([40, 41, 39], [38.6])).balanced).toBe(true);
    expect(must(balanceOf([40, 41, 39], [37])).balanced).toBe(false);
    expect(balanceOf([], [37])).toBeUndefined();
  });
});
