// `npm run bench`: figures that no test asserts – speed, and coverage cell by cell. Ratios hold; times depend on the machine.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ready, ROOT } from './prepare.mjs';

ready();
const { register } = await import('tsx/esm/api');
register();
if (process.argv.includes('verdicts')) {
  const { verdicts } = await import('../bench/verdicts.ts');
  verdicts(Number(process.argv.at(-1)) || 1, (line) => console.log(line));
  process.exit(0);
}
if (process.argv.includes('tries')) {
  const { tries } = await import('../bench/try-table.ts');
  tries(Math.round(330 * (Number(process.argv.at(-1)) || 1)), (line) => console.log(line));
  process.exit(0);
}
if (process.argv.includes('pauses')) {
  const { benchPauses } = await import('./bench-pauses.mjs');
  await benchPauses();
  process.exit(0);
}
if (process.argv.includes('practice')) {
  const { benchPractice } = await import('./bench-practice.mjs');
  await benchPractice(process.argv.slice(process.argv.indexOf('practice') + 1).map(Number));
  process.exit(0);
}
const { simulateFlight, launchFromDegrees } = await import('../core/flight/ball-flight.ts');
const { simulateDownswing } = await import('../core/swing/model.ts');
const { SKILLED_PLAYER } = await import('../core/swing/parameters.ts');
const { analyseSequence } = await import('../core/capture/sequence.ts');
const { readMotionCsv } = await import('../core/formats/motion-csv.ts');
const { measureMotion } = await import('../core/diagnosis/evidence-of-motion.ts');
const { measuredFindings } = await import('../core/diagnosis/findings.ts');
const { diagnose } = await import('../core/diagnosis/diagnose.ts');
const { reviewGain } = await import('../core/review/review.ts');
const { seededRandom } = await import('../core/numeric/random.ts');
const { degToRad, metresToYards, mphToMps, mpsToMph, radPerSToRpm, radToDeg } = await import('../core/units/units.ts');
const { strikeBall } = await import('../core/impact/impact.ts');
const { bestLaunch, launchOut } = await import('../core/impact/optimum.ts');
const { distanceBudget } = await import('../core/diagnosis/budget/budget.ts');
const { readShotsCsv } = await import('../core/formats/shots-csv.ts');
const { monitorShot, typicalPlayer } = await import('../stand-ins/range-monitor/true-player.ts');
const { benchFit, benchSequence } = await import('./bench-swing.mjs');
const { benchFollow, benchPicture } = await import('./bench-picture.mjs');
const { shotRow } = await import('../stand-ins/range-monitor/run.ts');

function time(name, times, work) {
  work();
  const from = performance.now();
  for (let i = 0; i < times; i++) work();
  console.log(`${name.padEnd(46)} ${((performance.now() - from) / times).toFixed(2)} ms`);
}
const motion = readFileSync(join(ROOT, 'core/capture/fixtures/motion/01-cast-500hz.csv'), 'utf8');
const capture = readMotionCsv(motion);
const sequence = analyseSequence(capture);
const findings = measuredFindings(measureMotion(capture, sequence, { kind: 'motion', id: 'm', label: 'm' }));
const launch = launchFromDegrees({ ballSpeedMps: 70, launchDeg: 11, spinRpm: 2700 });

const random = seededRandom('bench');
const monitorRows = Array.from({ length: 2000 }, () =>
  shotRow(monitorShot({ ...typicalPlayer('driver', 94, 'right'), toeMm: -9, highMm: 7 }, true, random)),
);
const shotHeader = Object.keys(monitorRows[0]);
const csvOf = (count) =>
  [
    shotHeader.join(','),
    ...Array.from({ length: count }, (_, i) => shotHeader.map((h) => monitorRows[i % monitorRows.length][h]).join(',')),
  ].join('\n');
const thirty = readShotsCsv(csvOf(30), 'right').shots.map((s) => s.values);
const manyRows = csvOf(50_000);

console.log('Speed');
time('one flight with bounce and roll', 200, () => simulateFlight(launch));
time('the best launch for a speed and attack', 20, () => bestLaunch('driver', mphToMps(100), 0));
time('the distance budget of 30 shots', 3, () => distanceBudget(thirty, 'driver'));
time('reading 50,000 rows of shots', 2, () => readShotsCsv(manyRows, 'right'));
{
  // A worker plays thousands of them: counted once the code is warm.
  for (let i = 0; i < 1000; i++) simulateDownswing(SKILLED_PLAYER, 0.002);
  const runs = 4000;
  const from = performance.now();
  for (let i = 0; i < runs; i++) simulateDownswing(SKILLED_PLAYER, 0.002);
  console.log(
    `${'downswings a second, 2 ms step'.padEnd(46)} ${((1000 * runs) / (performance.now() - from)).toFixed(0)}`,
  );
  const [coarse, fine] = [0.002, 0.00025].map((step) => simulateDownswing(SKILLED_PLAYER, step).clubSpeedMps);
  console.log(
    `${'its club head speed against a 0.25 ms step'.padEnd(46)} ${mpsToMph(Math.abs(coarse - fine)).toExponential(1)} mph`,
  );
}
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

console.log('\nFlight and impact against the reference cases: largest error');
const most = {};
const note = (name, error) => (most[name] = Math.max(most[name] ?? 0, Math.abs(error)));
const impactCases = JSON.parse(readFileSync(join(ROOT, 'core/impact/fixtures/impact-cases.json'), 'utf8')).cases;
for (const { input: i, expect: e } of impactCases) {
  const ball = strikeBall({
    head: i.club,
    clubSpeedMps: mphToMps(i.clubSpeedMph),
    attackRad: degToRad(i.attackDeg),
    pathOutRad: degToRad(i.pathDeg),
    faceOutRad: degToRad(i.faceDeg),
    dynamicLoftRad: degToRad(i.dynamicLoftDeg),
    toeM: i.toeMm / 1000,
    highM: i.highMm / 1000,
  });
  note('impact: ball speed, mph', mpsToMph(ball.ballSpeedMps) - e.ballSpeedMph);
  note('impact: launch, °', radToDeg(ball.launchRad) - e.launchDeg);
  note('impact: direction, °', radToDeg(ball.launchDirectionOutRad) - e.launchDirectionDeg);
  note('impact: spin, rpm', radPerSToRpm(ball.spinRadPerS) - e.spinRpm);
  note('impact: axis, °', radToDeg(ball.spinAxisOutRad) - e.spinAxisDeg);
}
console.log(`${impactCases.length} impacts`);

// The optimiser against every twentieth of a degree of loft.
for (const [mph, attackDeg] of [
  [75, -2],
  [90, -5],
  [90, 0],
  [90, 5],
  [110, 0],
  [120, 4],
]) {
  const best = bestLaunch('driver', mphToMps(mph), degToRad(attackDeg));
  let dense = 0;
  for (let loft = 6; loft < 30; loft += 0.05) {
    const ball = strikeBall({
      head: 'driver',
      clubSpeedMps: mphToMps(mph),
      attackRad: degToRad(attackDeg),
      pathOutRad: 0,
      faceOutRad: 0,
      dynamicLoftRad: degToRad(loft),
      toeM: 0,
      highM: 0,
    });
    dense = Math.max(dense, simulateFlight(launchOut(ball)).carryM);
  }
  note('optimum: carry short of a dense grid, yd', metresToYards(Math.max(0, dense - best.carryM)));
}
for (const [name, error] of Object.entries(most)) console.log(`${name.padEnd(46)} ${error.toPrecision(2)}`);

benchSequence();
benchPicture();
benchFollow();
benchFit();

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
      coverage(sessions, Math.min(3, sessions - 1), swings, t, 300, `${sessions} ${swings} ${t}`),
    );
    console.log(
      `${String(sessions).padStart(8)} ${String(swings).padStart(6)} ${cells.map((c) => `${(100 * c).toFixed(0)} %`.padStart(7)).join('')}`,
    );
  }
}
