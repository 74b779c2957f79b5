// `npm run bench`: figures that no test asserts – speed, and coverage cell by cell. Ratios hold; times depend on the machine.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ready, ROOT } from './prepare.mjs';

ready();
const { register } = await import('tsx/esm/api');
register();
const { simulateFlight, launchFromDegrees } = await import('../core/flight/ball-flight.ts');
const { simulateDownswing } = await import('../core/swing/model.ts');
const { SKILLED_PLAYER } = await import('../core/swing/parameters.ts');
const { analyseSequence } = await import('../core/capture/sequence.ts');
const { readMotionCsv } = await import('../core/formats/motion-csv.ts');
const { measureSequence } = await import('../core/diagnosis/measure.ts');
const { measuredFinding } = await import('../core/diagnosis/findings.ts');
const { diagnose } = await import('../core/diagnosis/diagnose.ts');
const { reviewGain } = await import('../core/review/review.ts');
const { seededRandom } = await import('../core/numeric/random.ts');
const { metresToYards, mphToMps, radToDeg } = await import('../core/units/units.ts');

function time(name, times, work) {
  work();
  const from = performance.now();
  for (let i = 0; i < times; i++) work();
  console.log(`${name.padEnd(46)} ${((performance.now() - from) / times).toFixed(2)} ms`);
}
const motion = readFileSync(join(ROOT, 'core/capture/fixtures/motion/01-cast-500hz.csv'), 'utf8');
const capture = readMotionCsv(motion);
const sequence = analyseSequence(capture);
const findings = measureSequence(capture, sequence, { kind: 'motion', id: 'm', label: 'm' }).map(measuredFinding);
const launch = launchFromDegrees({ ballSpeedMps: 70, launchDeg: 11, spinRpm: 2700 });

console.log('Speed');
time('one flight with bounce and roll', 200, () => simulateFlight(launch));
time('one downswing, 2 ms step', 200, () => simulateDownswing(SKILLED_PLAYER, 0.002));
time('reading a motion file of 1,000 rows', 20, () => readMotionCsv(motion));
time('its sequence', 20, () => analyseSequence(capture));
time('a diagnosis with its findings', 20, () => diagnose(findings));

console.log('\nFlight against published averages');
const tables = JSON.parse(readFileSync(join(ROOT, 'core/flight/fixtures/flight-tables.json'), 'utf8'));
const errors = { carry: [], apex: [], landing: [] };
for (const [who, rows] of Object.entries({ men: tables.men, women: tables.women })) {
  for (const r of rows) {
    const f = simulateFlight(launchFromDegrees({ ...r, ballSpeedMps: mphToMps(r.ballSpeedMph) }));
    const [carry, apex, landing] = [
      metresToYards(f.carryM) / r.carryYd - 1,
      metresToYards(f.apexM) - r.apexYd,
      radToDeg(f.landAngleRad) - r.landAngleDeg,
    ];
    errors.carry.push(Math.abs(carry));
    errors.apex.push(Math.abs(apex));
    errors.landing.push(Math.abs(landing));
    console.log(
      `${who.padEnd(6)} ${r.club.padEnd(8)} carry ${(100 * carry).toFixed(2)} %  apex ${apex.toFixed(2)} yd  landing ${landing.toFixed(2)}°`,
    );
  }
}
const mean = (v) => v.reduce((a, b) => a + b, 0) / v.length;
for (const [name, unit, factor] of [
  ['carry', '%', 100],
  ['apex', 'yd', 1],
  ['landing', '°', 1],
]) {
  console.log(
    `${name.padEnd(8)} mean ${(factor * mean(errors[name])).toFixed(2)} ${unit}, worst ${(factor * Math.max(...errors[name])).toFixed(2)} ${unit}`,
  );
}

console.log('\nCoverage of the 90 % interval, cell by cell (300 students each)');
const SPEED = 95;
function coverage(sessions, baseline, swings, tauMph, runs, seed) {
  const random = seededRandom(seed);
  let inside = 0;
  for (let i = 0; i < runs; i++) {
    const drawn = Array.from({ length: sessions }, (_, k) => {
      const level = SPEED + (k >= baseline ? 2 : 0) + tauMph * random.normal();
      const date = new Date(Date.UTC(2026, 0, 1 + 7 * k)).toISOString();
      return {
        date,
        condition: '',
        speedsMps: Array.from({ length: swings }, () => mphToMps(level + 1.8 * random.normal())),
      };
    });
    const [lo, hi] = reviewGain(drawn, { baselineSessions: baseline }).interval90Mps;
    if (lo <= mphToMps(2) && mphToMps(2) <= hi) inside++;
  }
  return inside / runs;
}
const taus = [0.4, 0.8, 1.2, 1.6, 2];
console.log(`sessions swings ${taus.map((t) => `τ ${t}`.padStart(7)).join('')}`);
for (const sessions of [2, 4, 6, 12, 40]) {
  for (const swings of [3, 10, 30]) {
    const cells = taus.map((t) =>
      coverage(sessions, sessions < 4 ? 1 : 2, swings, t, 300, `${sessions} ${swings} ${t}`),
    );
    console.log(
      `${String(sessions).padStart(8)} ${String(swings).padStart(6)} ${cells.map((c) => `${(100 * c).toFixed(0)} %`.padStart(7)).join('')}`,
    );
  }
}
