import { writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { must } from '../core/errors/must.ts';
import { writeC3d } from '../core/formats/c3d-write.ts';
import { writeGroundCsv } from '../core/formats/ground-csv.ts';
import { writeMotionCsv } from '../core/formats/motion-csv.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { MODEL_FAULTS, modelFault } from '../core/swing/faults.ts';
import { playerSwing } from '../core/swing/player.ts';
import { mpsToMph } from '../core/units/units.ts';
import { recordGround, SOUND_GROUND } from './ground-plates/ground-plates.ts';
import { markersOf, withDropouts } from './motion-rig/markers.ts';
import { recordSwing } from './motion-rig/motion-rig.ts';

export const FILE_USAGE = `
       npm run stand-in -- motion-rig --out FILE.csv|.c3d [--fault ${MODEL_FAULTS[0].id}=20]… [--sex female] [--height 1.70] [--mass 70]
         [--strength 0.6] [--rate 240] [--noise 1] [--dropouts 0.5] [--left] [--no-ball] [--no-angles] [--seed 1]
       npm run stand-in -- ground-plates --out FILE.csv [--mass 78] [--top 0.28] [--strike 0.82] [--push 1.6] [--rate 500] [--seed 1]
       Noise is a share of each curve's peak in %, dropouts are a second. A .c3d holds markers. Beside the file stands its truth as .json.`;

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

/** A captured swing of a simulated player with chosen faults, noise and dropouts, as a file with its truth beside it. */
export function recordMotionFile(args: readonly string[]): void {
  const { values } = parseArgs({
    args: [...args],
    options: {
      out: text,
      fault: { type: 'string', multiple: true },
      sex: text,
      height: text,
      mass: text,
      strength: text,
      rate: text,
      noise: text,
      dropouts: text,
      seed: text,
      left: flag,
      'no-ball': flag,
      'no-angles': flag,
    },
  });
  const out = values.out ?? 'motion.csv';
  const random = seededRandom(values.seed ?? '1');
  const body = {
    sex: values.sex === 'female' ? ('female' as const) : ('male' as const),
    heightM: number(values.height, 1.78, 'height'),
    massKg: number(values.mass, 78, 'mass'),
    strength: number(values.strength, 0.65, 'strength'),
  };
  const faults = (values.fault ?? []).map((given) => {
    const [id, amount] = given.split('=');
    const known = modelFault(id);
    if (!known) throw new Error(`--fault ${id} is none of ${MODEL_FAULTS.map((f) => f.id).join(', ')}.`);
    return { id, amount: number(amount, known.typical, 'fault'), unit: known.unit };
  });
  const swing = faults.reduce((p, f) => must(modelFault(f.id)).apply(p, f.amount), playerSwing(body));
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
