import { spawnSync } from 'node:child_process';
import { writeFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { recordVideoFile } from '../stand-ins/record-files.ts';
import { writeC3d } from '../core/formats/c3d-write.ts';

const ROOT = join(import.meta.dirname, '..');
const FIXTURES = join(ROOT, 'core/capture/fixtures/motion');

interface Result {
  code: number;
  out: unknown;
  err: string;
}
/** The command line as a user runs it, without npm round it. */
function maple(args: readonly string[], input?: string): Result {
  const r = spawnSync(process.execPath, ['scripts/maple.mjs', ...args], {
    cwd: ROOT,
    input: input ?? '',
    encoding: 'utf8',
  });
  return { code: r.status ?? -1, out: r.stdout === '' ? undefined : JSON.parse(r.stdout), err: r.stderr };
}
const SHOT = { ballSpeedMph: 167, launchDeg: 10.9, spinRpm: 2686 };

describe('maple flight', () => {
  test('answers in yards and echoes what was assumed', () => {
    const { code, out } = maple(
      ['flight'],
      JSON.stringify({ air: { altitudeM: 1600 }, shots: [SHOT, { ...SHOT, spinAxisDeg: 8 }] }),
    );
    expect(code).toBe(0);
    const { shots, assumed } = out as { shots: Record<string, number>[]; assumed: Record<string, unknown> };
    expect(shots[0]!.carryYd).toBeGreaterThan(270);
    expect(shots[0]!.sideYd).toBe(0);
    expect(shots[1]!.sideYd).toBeGreaterThan(5);
    expect(Object.keys(shots[0]!)).toEqual(['carryYd', 'totalYd', 'apexYd', 'landAngleDeg', 'sideYd', 'timeS']);
    expect(assumed).toMatchObject({
      air: { temperatureC: 25 },
      ground: 'normal',
      launchDirectionDeg: 0,
      spinAxisDeg: 0,
    });
  });
  test('an array is answered element by element, a bad one with its error in its place', () => {
    const { code, out } = maple(
      ['flight'],
      JSON.stringify([{ shots: [SHOT] }, { shots: [{ ...SHOT, launchDeg: 'high' }] }, { shots: [] }, 7]),
    );
    const list = out as { error?: { code: string; where: string }; shots?: unknown[] }[];
    expect(code).toBe(0);
    expect(list[0]!.shots).toHaveLength(1);
    expect(list[1]!.error).toMatchObject({ code: 'not-a-number', where: 'shots[0].launchDeg' });
    expect(list[2]!.error?.where).toBe('shots');
    expect(list[3]!.error).toBeDefined();
  });
  test.each([
    ['not JSON', '{', 'not-json'],
    ['nothing', '', 'empty-file'],
    ['a missing number', JSON.stringify({ shots: [{ launchDeg: 10, spinRpm: 2000 }] }), 'missing'],
    ['a launch of 95°', JSON.stringify({ shots: [{ ...SHOT, launchDeg: 95 }] }), 'out-of-range'],
  ])('%s ends with code 2 and one line', (_, input, code) => {
    const r = maple(['flight'], input);
    expect(r.code).toBe(2);
    expect(r.out).toBeUndefined();
    expect(r.err.trim().split('\n')).toHaveLength(1);
    expect(r.err.startsWith(`${code}:`)).toBe(true);
  });
});

describe('maple sequence', () => {
  test('reads a file and answers in milliseconds and degrees', () => {
    const { code, out } = maple(['sequence', join(FIXTURES, '01-cast-500hz.csv')]);
    expect(code).toBe(0);
    expect(out).toMatchObject({ strike: { from: 'speed-drop' }, order: ['hips', 'chest', 'leadArm', 'club'] });
    const s = out as {
      segments: Record<string, { peakBeforeStrikeMs: number }>;
      release: Record<string, number>;
      tempoRatio: number;
    };
    expect(Math.abs(s.segments.hips!.peakBeforeStrikeMs - 109.3)).toBeLessThan(10);
    expect(s.release.wristAngleAtLeadArmLevelDeg).toBeCloseTo(97, 0);
    expect(s.tempoRatio).toBeGreaterThan(2);
  });
  test('names the file it cannot read, and the place in one that is broken', () => {
    expect(maple(['sequence', 'no-such.csv'])).toMatchObject({ code: 2 });
    const file = join(mkdtempSync(join(tmpdir(), 'maple-')), 'bad.csv');
    writeFileSync(file, 'time_s,club_dps\n0,1\n0.01,oops\n');
    const r = maple(['sequence', file]);
    expect(r.code).toBe(2);
    expect(r.err).toContain('line 3, column club_dps');
  });
});

describe('maple c3d and ground', () => {
  test('a C3D file is told and, asked for, given in full', () => {
    const file = join(mkdtempSync(join(tmpdir(), 'maple-c3d-')), 'swing.c3d');
    const point = [[1, 2, 3], null, [4, 5, 6]] as ([number, number, number] | null)[];
    writeFileSync(
      file,
      writeC3d(
        {
          pointRateHz: 200,
          frames: 3,
          pointUnits: 'mm',
          pointLabels: ['HAND'],
          points: [point],
          analogRateHz: 400,
          analogLabels: ['Fz'],
          analogUnits: ['N'],
          analog: [[1, 2, 3, 4, 5, 6]],
          events: [{ label: 'STRIKE', timeS: 0.01 }],
        },
        { processor: 'sgi' },
      ),
    );
    const told = maple(['c3d', file]);
    expect(told.code).toBe(0);
    expect(told.out).toMatchObject({ pointRateHz: 200, frames: 3, analogRateHz: 400, missing: { HAND: 1 } });
    expect(told.out).not.toHaveProperty('points');
    const whole = maple(['c3d', file, '--values']);
    expect(whole.out).toMatchObject({ points: { HAND: point }, analog: { Fz: [1, 2, 3, 4, 5, 6] } });
  });
  test('the ground of a file', () => {
    const { code, out } = maple(['ground', join(ROOT, 'core/capture/fixtures/ground/00-even-1000hz.csv')]);
    expect(code).toBe(0);
    const g = out as { leadSharePct: Record<string, number>; peakVerticalBw: number; flags: string[] };
    expect(g.leadSharePct.strike).toBeCloseTo(82, 0);
    expect(g.peakVerticalBw).toBeCloseTo(1.6, 1);
    expect(maple(['ground'], 'time_s\n1\n').code).toBe(2);
  });
});

describe('maple infer and review', () => {
  test('infer gives posteriors, contributions, worth and the root', () => {
    const { out } = maple(
      ['infer'],
      JSON.stringify({
        faults: [
          { id: 'a', prior: 0.2, costMph: 2 },
          { id: 'b', prior: 0.1, costMph: 4 },
        ],
        edges: [{ from: 'a', to: 'b', strength: 0.7 }],
        evidence: [{ fault: 'b', logOdds: 2, source: 'seen' }],
      }),
    );
    const r = out as {
      faults: { id: string; posterior: number; worthMph: number; contributions: { source: string }[] }[];
      mostLikelyRoot: string;
    };
    expect(r.faults.map((f) => f.id)).toEqual(['a', 'b']);
    expect(r.faults[0]!.posterior).toBeGreaterThan(0.2);
    expect(r.faults[0]!.worthMph).toBeGreaterThan(0);
    expect(r.faults[1]!.contributions[0]!.source).toBe('seen');
    expect(['a', 'b']).toContain(r.mostLikelyRoot);
  });
  test('a circle is named and ends with code 2', () => {
    const edges = [
      { from: 'a', to: 'b', strength: 0.5 },
      { from: 'b', to: 'a', strength: 0.5 },
    ];
    const r = maple(
      ['infer'],
      JSON.stringify({
        faults: [
          { id: 'a', prior: 0.1 },
          { id: 'b', prior: 0.1 },
        ],
        edges,
      }),
    );
    expect(r.code).toBe(2);
    expect(r.err).toMatch(/circle.*→/);
  });
  test('review gives gain, interval and verdict; too few sessions end with code 3', () => {
    const sessions = [90, 90.4, 96, 96.2, 96.1, 96].map((v, i) => ({
      date: `2026-01-0${i + 1}`,
      condition: 'x',
      speedsMph: [v - 1, v, v + 1, v + 0.5],
    }));
    const { out } = maple(['review'], JSON.stringify({ sessions, baselineSessions: 2, smallestGainMph: 1 }));
    const r = out as Record<string, unknown> & { gainMph: number; interval90Mph: number[] };
    expect(r).toMatchObject({ verdict: 'gained', sessionsSince: 4, sessionsToSettle: 0 });
    expect(r.interval90Mph[0]).toBeLessThan(r.gainMph);
    expect((r.intervalSeasonMph as number[])[0]).toBeLessThan(r.interval90Mph[0]!);
    expect(r.assumed).toEqual({ compare: 'sinceChange', goal: 'gain' });
    const few = maple(['review'], JSON.stringify({ sessions: sessions.slice(0, 4), baselineSessions: 2 }))
      .out as typeof r;
    expect(few).toMatchObject({ verdict: 'cannot-say', sessionsSince: 2 });
    expect(few.sessionsToSettle === null || (few.sessionsToSettle as number) > 0).toBe(true);
    expect(maple(['review'], JSON.stringify({ sessions: [...sessions].reverse() })).err).toContain('order of time');
    const thin = maple(['review'], JSON.stringify({ sessions: sessions.slice(0, 1) }));
    expect(thin.code).toBe(3);
    expect(thin.err).toContain('Missing');
  });
  test('an unknown command says how it is used', () => {
    const r = maple(['fly']);
    expect(r.code).toBe(2);
    expect(r.err).toContain(
      'battery|called|compare|trial|diagnose|findings|signs|budget|flight|impact|infer|optimum|picture|review|swing|fit|ground|c3d|swish|video|sequence',
    );
  });
});

describe('maple video', () => {
  const BROKEN = join(import.meta.dirname, '..', 'core', 'formats', 'fixtures', 'broken', 'webm-endless-215.webm');
  test('a damaged file and one that is not there are refused in one line', () => {
    expect(maple(['video', BROKEN])).toMatchObject({ code: 2 });
    expect(maple(['video', 'no-such.mp4'])).toMatchObject({ code: 2 });
  });
  test('the facts of a recorded video', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'maple-video-'));
    const file = join(folder, 'swing.mp4');
    await recordVideoFile(['--out', file]);
    const facts = maple(['video', file]).out as {
      codec: string;
      frames: number;
      durationS: number;
      frameTimesS: number[];
    };
    expect(facts).toMatchObject({ codec: 'avc', hasSound: expect.any(Boolean) as unknown, warnings: [] });
    expect(facts.frameTimesS).toHaveLength(facts.frames);
    expect(facts.durationS).toBeGreaterThan(facts.frameTimesS[facts.frames - 1]!);
  });
});
