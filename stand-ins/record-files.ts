import { writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { must } from '../core/errors/must.ts';
import { writeC3d } from '../core/formats/c3d-write.ts';
import { writeGroundCsv } from '../core/formats/ground-csv.ts';
import { writeMotionCsv } from '../core/formats/motion-csv.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { MODEL_FAULTS, modelFault } from '../core/swing/fault-families.ts';
import { playerSwing } from '../core/swing/player.ts';
import { writeWav } from '../core/formats/wav.ts';
import { degToRad, mphToMps, mpsToMph } from '../core/units/units.ts';
import { SOUND_BODY, type BodyTruth } from './camera/body.ts';
import { PLAIN_CAMERA, recordVideo } from './camera/record-video.ts';
import { recordGround, SOUND_GROUND } from './ground-plates/ground-plates.ts';
import { ballHeardS, recordSwish, type SwishTruth } from './microphone/swish-sound.ts';
import { markersOf, withDropouts } from './motion-rig/markers.ts';
import { recordSwing } from './motion-rig/motion-rig.ts';

export const FILE_USAGE = `
       npm run stand-in -- motion-rig --out FILE.csv|.c3d [--fault ${MODEL_FAULTS[0]!.id}=20]… [--sex female] [--height 1.70] [--mass 70]
         [--strength 0.6] [--rate 240] [--noise 1] [--dropouts 0.5] [--left] [--no-ball] [--no-angles] [--seed 1]
       npm run stand-in -- ground-plates --out FILE.csv [--mass 78] [--top 0.28] [--strike 0.82] [--push 1.6] [--rate 500] [--seed 1]
       Noise is a share of each curve's peak in %, dropouts are a second. A .c3d holds markers. Beside the file stands its truth as .json.
       npm run stand-in -- camera --out FILE.mp4 [--view face-on|down-the-line] [--fps 120] [--slow 8] [--size 640] [--left] [--fault …]
         [--body hipDepthLostM=0.07]… [--swings 2] [--lean 3] [--turned 90] [--drop 10] [--shutter 0.35] [--distance 5] [--seed 1]
       npm run stand-in -- microphone --out FILE.wav [--speed 95] [--past 10] [--diameter 9.5] [--ball tee|brush|none] [--swings 3] [--seed 1]`;

const number = (value: string | boolean | undefined, fallback: number, name: string): number => {
  if (value === undefined) return fallback;
  const v = Number(value);
  if (Number.isFinite(v)) return v;
  throw new Error(`--${name} takes a number, found "${String(value)}".`);
};
const text = { type: 'string' } as const;
const flag = { type: 'boolean' } as const;

/** Beside a file its truth, so that what is read from it can be checked. */
function writeBoth(out: string, content: string | Uint8Array, truth: unknown): void {
  writeFileSync(out, content);
  writeFileSync(`${out}.json`, `${JSON.stringify(truth, null, 1)}\n`);
}

const PLAYER_OPTIONS = {
  fault: { type: 'string', multiple: true },
  sex: text,
  height: text,
  mass: text,
  strength: text,
  seed: text,
  out: text,
  left: flag,
} as const;
interface GivenPlayer {
  readonly fault?: string[];
  readonly sex?: string;
  readonly height?: string;
  readonly mass?: string;
  readonly strength?: string;
}

/** The simulated player of the flags: a body and faults of the swing model. */
function givenPlayer(values: GivenPlayer) {
  const body = {
    sex: values.sex === 'female' ? ('female' as const) : ('male' as const),
    heightM: number(values.height, 1.78, 'height'),
    massKg: number(values.mass, 78, 'mass'),
    strength: number(values.strength, 0.65, 'strength'),
  };
  const faults = (values.fault ?? []).map((given) => {
    const [id = given, amount] = given.split('=');
    const known = modelFault(id);
    if (!known) throw new Error(`--fault ${id} is none of ${MODEL_FAULTS.map((f) => f.id).join(', ')}.`);
    return { id, amount: number(amount, known.typical, 'fault'), unit: known.unit };
  });
  const swing = faults.reduce((p, f) => must(modelFault(f.id)).apply(p, f.amount), playerSwing(body));
  return { body, faults, swing };
}

/** A captured swing of a simulated player with chosen faults, noise and dropouts, as a file with its truth beside it. */
export function recordMotionFile(args: readonly string[]): void {
  const { values } = parseArgs({
    args: [...args],
    options: {
      ...PLAYER_OPTIONS,
      rate: text,
      noise: text,
      dropouts: text,
      'no-ball': flag,
      'no-angles': flag,
    },
  });
  const out = values.out ?? 'motion.csv';
  const random = seededRandom(values.seed ?? '1');
  const { body, faults, swing } = givenPlayer(values);
  const rateHz = number(values.rate, 240, 'rate');
  const asMarkers = /\.c3d$/i.test(out);
  const noiseShare = number(values.noise, 1, 'noise') / 100;
  const dropoutsPerS = number(values.dropouts, 0, 'dropouts');
  const { capture, truth } = recordSwing(swing, {
    rateHz,
    noiseShare: asMarkers ? 0 : noiseShare,
    backswingS: 0.8 + 0.08 * random.uniform(),
    ball: !values['no-ball'],
    withAngles: asMarkers || !values['no-angles'],
    handedness: values.left ? 'left' : 'right',
    random,
  });
  // A marker's noise of half a millimetre goes with curves that are noisy by 1 % of their peak.
  const content = asMarkers
    ? writeC3d(markersOf(capture, { rateHz, noiseM: 0.05 * noiseShare, dropoutsPerS, random }))
    : writeMotionCsv(dropoutsPerS > 0 ? withDropouts(capture, dropoutsPerS, rateHz, random) : capture);
  writeBoth(out, content, { player: body, faults, ...truth, clubSpeedMph: mpsToMph(truth.clubSpeedMps) });
}

/** The ground of one swing on two plates, as a file with its truth beside it. */
export function recordGroundFile(args: readonly string[]): void {
  const { values } = parseArgs({
    args: [...args],
    options: { out: text, mass: text, top: text, strike: text, push: text, rate: text, seed: text },
  });
  const truth = {
    ...SOUND_GROUND,
    massKg: number(values.mass, 78, 'mass'),
    leadShare: {
      ...SOUND_GROUND.leadShare,
      top: number(values.top, SOUND_GROUND.leadShare.top, 'top'),
      strike: number(values.strike, SOUND_GROUND.leadShare.strike, 'strike'),
    },
    peakVerticalBw: number(values.push, SOUND_GROUND.peakVerticalBw, 'push'),
  };
  const record = recordGround(truth, number(values.rate, 500, 'rate'), seededRandom(values.seed ?? '1'));
  writeBoth(values.out ?? 'ground.csv', writeGroundCsv(record), truth);
}

const BODY_KEYS = Object.keys(SOUND_BODY) as (keyof BodyTruth)[];

/** A video of a simulated golfer with chosen faults of swing and body, as MP4 with its truth beside it. */
export async function recordVideoFile(args: readonly string[]): Promise<void> {
  const { values } = parseArgs({
    args: [...args],
    options: {
      ...PLAYER_OPTIONS,
      view: text,
      fps: text,
      slow: text,
      size: text,
      body: { type: 'string', multiple: true },
      swings: text,
      lean: text,
      turned: text,
      drop: text,
      shutter: text,
      distance: text,
    },
  });
  const { body: player, faults, swing } = givenPlayer(values);
  const body: { -readonly [K in keyof BodyTruth]: number } = { ...SOUND_BODY };
  for (const given of values.body ?? []) {
    const [key, amount] = given.split('=');
    const known = BODY_KEYS.find((k) => k === key);
    if (!known) throw new Error(`--body ${key} is none of ${BODY_KEYS.join(', ')}.`);
    body[known] = number(amount, body[known], 'body');
  }
  const side = 2 * Math.round(number(values.size, 640, 'size') / 2);
  const turned = number(values.turned, 0, 'turned');
  if (![0, 90, 180, 270].includes(turned)) throw new Error('--turned is 0, 90, 180 or 270.');
  const { mp4, truth } = await recordVideo(swing, body, {
    ...PLAIN_CAMERA,
    view: values.view === 'down-the-line' ? 'down-the-line' : 'face-on',
    handedness: values.left ? 'left' : 'right',
    widthPx: side,
    heightPx: side,
    distanceM: number(values.distance, 5, 'distance'),
    fps: number(values.fps, 120, 'fps'),
    slowFactor: number(values.slow, 1, 'slow'),
    shutter: number(values.shutter, 0.35, 'shutter'),
    dropFrames: number(values.drop, 0, 'drop') / 100,
    rollRad: degToRad(number(values.lean, 0, 'lean')),
    rotation: turned as 0 | 90 | 180 | 270,
    swings: number(values.swings, 1, 'swings'),
    seed: values.seed ?? '1',
  });
  writeBoth(values.out ?? 'video.mp4', mp4, { player, faults, ...truth });
}

const BALLS = ['tee', 'brush', 'none'] as const;
/** Between two swings of one recording, s. */
const EVERY_S = 4;

/** A recording of swings of a stick as the microphone hears them, as WAV with its truth beside it. */
export function recordSoundFile(args: readonly string[]): void {
  const { values } = parseArgs({
    args: [...args],
    options: { out: text, speed: text, past: text, diameter: text, ball: text, swings: text, seed: text },
  });
  const ball = BALLS.find((b) => b === (values.ball ?? 'tee'));
  if (!ball) throw new Error(`--ball is ${BALLS.join(', ')}.`);
  const random = seededRandom(values.seed ?? '1');
  const speedMph = number(values.speed, 95, 'speed');
  const pastCm = number(values.past, 10, 'past');
  const diameterMm = number(values.diameter, 9.5, 'diameter');
  const count = number(values.swings, 3, 'swings');
  const swings = Array.from({ length: count }, (_, i): SwishTruth => {
    const tipMps = mphToMps(speedMph * (1 + 0.02 * random.normal()));
    return {
      ballS: 1.5 + EVERY_S * i,
      offsetS: pastCm / 100 / tipMps + 0.003 * random.normal(),
      tipMps,
      riseS: 0.065,
      fallS: 0.06,
    };
  });
  const rateHz = 24_000;
  const samples = recordSwish(swings, {
    rateHz,
    diameterM: diameterMm / 1000,
    ball,
    background: 'quiet',
    lengthS: EVERY_S * count,
    random,
  });
  writeBoth(values.out ?? 'swish.wav', new Uint8Array(writeWav({ samples, rateHz })), {
    diameterMm,
    ball,
    swings: swings.map((s) => ({
      ...s,
      tipMph: mpsToMph(s.tipMps),
      ballHeardS: ballHeardS(s),
      pastBallCm: 100 * s.offsetS * s.tipMps,
    })),
  });
}
