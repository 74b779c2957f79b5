// Part of `npm run bench`: the fit over simulated students, and the sequence at three rates, against the truth of the stand-in.
import { analyseSequence } from '../core/capture/sequence.ts';
import { SEGMENTS } from '../core/capture/motion.ts';
import { zeroLagLowPass } from '../core/numeric/filters.ts';
import { seededRandom } from '../core/numeric/random.ts';
import { median, standardDeviation } from '../core/numeric/statistics.ts';
import { modelFault } from '../core/swing/fault-families.ts';
import { fitSwing } from '../core/swing/fit.ts';
import { capturedDownswing } from '../core/swing/fit-capture.ts';
import { fitPrices } from '../core/swing/fit-prices.ts';
import { clubHeadSpeedMps } from '../core/swing/model.ts';
import { playerSwing } from '../core/swing/player.ts';
import { degToRad, mpsToMph } from '../core/units/units.ts';
import { recordSwing } from '../stand-ins/motion-rig/motion-rig.ts';

const STUDENTS = 100;
const RATE_HZ = 240;
const FAULTS = [
  [null, 0, 0],
  ['short-turn', 8, 30],
  ['early-release', 15, 60],
  ['arms-first', 65, 105],
  ['body-stall', 30, 80],
];
const DRIVES = ['hips', 'trunk', 'shoulder'];
const between = (random, [lo, hi]) => lo + (hi - lo) * random.uniform();
const rms = (values) => Math.sqrt(values.reduce((s, v) => s + v * v, 0) / values.length);
const share = (values, q) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(q * values.length))];

/** Inertias off by up to 15 %, start pose by 3°: what the model cannot know of a student. */
function strange(p, random) {
  const off = () => 1 + 0.15 * (2 * random.uniform() - 1);
  const s = p.segments;
  const turn = () => degToRad(3 * random.normal());
  const [torso, arm] = [turn(), turn()];
  return {
    ...p,
    segments: {
      ...s,
      hips: { ...s.hips, inertiaKgM2: s.hips.inertiaKgM2 * off() },
      torso: { ...s.torso, inertiaKgM2: s.torso.inertiaKgM2 * off() },
      arm: { ...s.arm, inertiaKgM2: s.arm.inertiaKgM2 * off(), massKg: s.arm.massKg * off() },
    },
    startRad: {
      ...p.startRad,
      torso: p.startRad.torso + torso,
      arm: p.startRad.arm + torso + arm,
      club: p.startRad.club + torso + arm,
    },
  };
}

/** Gain of one sensor off by 5 %, and a slow error of 9 % of its peak on every curve. */
function badSensors(capture, random) {
  const bad = SEGMENTS[Math.floor(random.uniform() * SEGMENTS.length)];
  const rates = {};
  for (const s of SEGMENTS) {
    const own = capture.ratesRadPerS[s];
    const peak = Math.max(...own);
    // The ends of a filtered series run away: the middle of a longer one is taken.
    const long = Array.from({ length: own.length + 2 * RATE_HZ }, () => random.normal());
    const slow = zeroLagLowPass(long, RATE_HZ, 5).slice(RATE_HZ, -RATE_HZ);
    const size = (0.09 * peak) / standardDeviation(slow);
    rates[s] = own.map((v, i) => v * (s === bad ? 1.05 : 1) + size * slow[i]);
  }
  return { ...capture, ratesRadPerS: rates };
}

export function benchFit() {
  const random = seededRandom('fit bench');
  const found = new Map();
  const onsets = { hips: [], trunk: [], shoulder: [] };
  const strangeOnsets = { hips: [], trunk: [], shoulder: [] };
  const refused = [];
  for (let i = 0; i < STUDENTS; i++) {
    const [id, lo, hi] = FAULTS[i % FAULTS.length];
    const isStrange = i % 2 === 1;
    const female = random.uniform() < 0.4;
    const body = {
      sex: female ? 'female' : 'male',
      heightM: between(random, female ? [1.56, 1.76] : [1.68, 1.92]),
      massKg: between(random, female ? [54, 80] : [66, 100]),
    };
    const plain = playerSwing({ ...body, strength: between(random, female ? [0.4, 0.6] : [0.52, 0.8]) });
    const sound = isStrange ? strange(plain, random) : plain;
    const amount = between(random, [lo, hi]);
    const swing = id ? modelFault(id).apply(sound, amount) : sound;
    const options = {
      rateHz: RATE_HZ,
      noiseShare: 0.01,
      backswingS: 0.8,
      ball: true,
      withAngles: true,
      handedness: 'right',
      random,
    };
    const { capture } = recordSwing(swing, options);
    const seen = isStrange ? badSensors(capture, random) : capture;
    let fit;
    try {
      // Curves with a slow error can look like anything at set-up; a swing that is refused counts as refused.
      const s = analyseSequence(seen);
      fit = fitSwing(capturedDownswing(seen, s), body);
    } catch (error) {
      refused.push(error.message);
      continue;
    }
    for (const d of DRIVES) {
      const error = fit.values[`${d}OnsetMs`].value - 1000 * (swing.drives[d].onsetS - plain.drives[d].onsetS);
      (isStrange ? strangeOnsets : onsets)[d].push(error);
    }
    const truth = id ? clubHeadSpeedMps(sound) - clubHeadSpeedMps(swing) : 0;
    for (const p of fitPrices(fit)) {
      const wanted = p.id === id ? truth : 0;
      const key = `${p.id} ${p.id === id ? 'present' : 'absent'}, ${isStrange ? 'strange' : 'like the model'}`;
      const list = found.get(key) ?? [];
      list.push({
        error: mpsToMph(p.gainMps - wanted),
        inside: p.interval90Mps[0] <= wanted && wanted <= p.interval90Mps[1],
      });
      found.set(key, list);
    }
  }
  console.log(
    `\nFit over ${STUDENTS} simulated students, half of them strange to the model (${refused.length} refused)`,
  );
  console.log('price error, mph'.padEnd(46), '  rms   worst   in 90 %');
  for (const [key, list] of [...found].sort((a, b) => a[0].localeCompare(b[0]))) {
    const errors = list.map((x) => x.error);
    const inside = list.filter((x) => x.inside).length;
    console.log(
      key.padEnd(46),
      rms(errors).toFixed(2).padStart(6),
      Math.max(...errors.map(Math.abs))
        .toFixed(1)
        .padStart(6),
      `${inside}/${list.length}`.padStart(8),
    );
  }
  for (const why of new Set(refused.map((r) => r.replace(/[\d.]+/g, '…')))) console.log(`refused: ${why}`);
  const line = (name, of) =>
    console.log(name.padEnd(46), DRIVES.map((d) => `${d} ${rms(of[d]).toFixed(0)}`).join('  '), 'ms rms');
  line('onset error, like the model', onsets);
  line('onset error, strange', strangeOnsets);
}

export function benchSequence() {
  console.log('\nSequence against the truth of the stand-in, 30 swings at each rate, 2 % noise: peak time error, ms');
  for (const rateHz of [100, 240, 500]) {
    const random = seededRandom(`sequence ${rateHz}`);
    const errors = Object.fromEntries(SEGMENTS.map((s) => [s, []]));
    for (let k = 0; k < 30; k++) {
      const [id, lo, hi] = FAULTS[k % FAULTS.length];
      const sound = playerSwing({ strength: between(random, [0.5, 0.9]) });
      const swing = id ? modelFault(id).apply(sound, between(random, [lo, hi])) : sound;
      const options = {
        rateHz,
        noiseShare: 0.02,
        backswingS: 0.8,
        ball: true,
        withAngles: rateHz > 100,
        handedness: 'right',
        random,
      };
      const { capture, truth } = recordSwing(swing, options);
      const s = analyseSequence(capture);
      for (const g of SEGMENTS)
        if (s.segments[g])
          errors[g].push(Math.abs(1000 * (s.segments[g].peakBeforeStrikeS - truth.peakBeforeStrikeS[g])));
    }
    const words = SEGMENTS.map((g) => `${g} ${median(errors[g]).toFixed(1)} / ${share(errors[g], 0.9).toFixed(1)}`);
    console.log(`${rateHz} Hz, median / 90th percentile:`.padEnd(34), words.join('   '));
  }
}
