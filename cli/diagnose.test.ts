import { tuple } from '../core/numeric/tuple.ts';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { MEASURED_SIGNS } from '../core/catalogue/signs/signs.ts';
import { diagnose, signs } from './diagnose-command.ts';
import { COMMANDS } from './commands.ts';

const ROOT = join(import.meta.dirname, '..');
const FIXTURES = join(ROOT, 'core/capture/fixtures');

/** The command line as a shell sees it. */
function maple(args: readonly string[], input = ''): unknown {
  const out = execFileSync(process.execPath, ['scripts/maple.mjs', ...args], { cwd: ROOT, input, encoding: 'utf8' });
  return JSON.parse(out) as unknown;
}
const asked = (value: unknown) =>
  diagnose(value) as {
    verdict: { kind: string; faults: string[]; sentence: string };
    causes: { fault: string; causeChance: number; presentChance: number }[];
    faults: { id: string; presentChance: number; causeChance: number }[];
    next: { measurement: string; minutes: number; value: number }[];
  };

describe('maple signs, findings and diagnose', () => {
  test('signs lists every sign once a kind, with its fault', () => {
    const list = signs() as { id: string; fault: string; kind: string }[];
    expect(list.filter((s) => s.kind === 'measured')).toHaveLength(MEASURED_SIGNS.length);
    expect(new Set(list.map((s) => `${s.kind} ${s.id}`)).size).toBe(list.length);
    expect(COMMANDS.signs!.kind).toBe('none');
  });
  test('what findings gives, diagnose takes: a cast swing points to the early release', () => {
    const files = ['motion/01-cast-500hz.csv', 'ground/00-even-1000hz.csv'].map((f) => join(FIXTURES, f));
    const [motion, ground] = tuple(2, maple(['findings', ...files]) as { sign: string; value: number }[][]);
    expect(motion.map((f) => f.sign)).toContain('motion-early-release');
    expect(ground.map((f) => f.sign)).toContain('lead-share-strike');
    const d = asked({ player: { level: 'club' }, findings: [...motion, ...ground] });
    expect(d.causes[0]!.fault).toBe('early-release');
    expect(d.causes[0]!.presentChance).toBeGreaterThan(d.causes[0]!.causeChance);
    expect(d.causes.some((c) => c.fault === 'body-trunk-turn')).toBe(false);
    expect(d.faults.some((f) => f.id === 'body-trunk-turn')).toBe(true);
  });
  test('a file that is none of ours is refused with what it could be', () => {
    const run = COMMANDS.findings!;
    const bytes = new TextEncoder().encode('name,age\nx,3\n').buffer;
    expect(() => run.kind === 'bytes' && run.run(bytes, 'people.csv', {})).toThrow(/none of shots.csv, motion.csv/);
  });
  test('level counts, and age fades', () => {
    const seen = (level: string, ageDays: number) =>
      asked({ player: { level }, findings: [{ seen: 'sway-hip', grade: 'clear', ageDays }] }).causes.find(
        (c) => c.fault === 'sway',
      )?.presentChance ?? 0;
    expect(seen('beginner', 0)).toBeGreaterThan(seen('elite', 0));
    expect(seen('club', 60)).toBeLessThan(seen('club', 0));
  });
});

describe('what the player adds', () => {
  const findings = [{ sign: 'chest-turn-top', value: 70, uncertainty: 2 }];
  const shortTurn = (input: object) => asked({ findings, ...input }).causes.find((c) => c.fault === 'short-turn');
  test('with a full speed one measured amount has a price with a band; without one it has none', () => {
    const priced = shortTurn({ player: { fullSpeedMph: 90 } }) as { interval90Mph?: number[]; worthMph?: number };
    expect(priced.interval90Mph?.[0]).toBeGreaterThan(1);
    expect(priced.interval90Mph?.[1]).toBeGreaterThan(7);
    expect(priced.worthMph).toBeGreaterThan(1);
    expect(shortTurn({ player: { level: 'club' } })).not.toHaveProperty('worthMph');
  });
  test('a practice’s own numbers move the chances, and bad ones are refused with their place', () => {
    const own = shortTurn({ beliefs: { leaks: { 'short-turn': 0.4 } } });
    expect(own?.presentChance).toBeGreaterThan((shortTurn({})?.presentChance ?? 1) + 0.01);
    expect(() => shortTurn({ beliefs: { leaks: { 'short-turn': 4 } } })).toThrow(/0.002 to 0.5/);
    expect(() => shortTurn({ beliefs: [] })).toThrow(/object of groups/);
  });
});

describe('bad findings', () => {
  const finding = { sign: 'chest-turn-top', value: 80, uncertainty: 2 };
  test.each([
    ['an unknown sign', { findings: [{ ...finding, sign: 'wingspan' }] }, /No measured sign "wingspan"/],
    ['an unknown seen sign', { findings: [{ seen: 'wingspan', grade: 'clear' }] }, /No seen sign/],
    ['an unknown grade', { findings: [{ seen: 'sway-hip', grade: 'huge' }] }, /grade must be absent/],
    ['no grade', { findings: [{ seen: 'sway-hip' }] }, /needs its grade/],
    ['no value', { findings: [{ sign: 'chest-turn-top' }] }, /value of chest-turn-top is missing/],
    ['an age of 150', { player: { ageYears: 150 }, findings: [finding] }, /ageYears is 150/],
    ['a finding from the future', { findings: [{ ...finding, ageDays: -1 }] }, /ageDays is -1/],
    ['an unknown target', { target: 'wingspan', findings: [finding] }, /no fault of the catalogue/],
    ['an unknown lens', { lens: 'wingspan', findings: [finding] }, /no lens/],
    ['contradicting readings', { findings: [finding, { ...finding, value: 110 }] }, /contradict each other/],
    [
      'contradicting grades',
      {
        findings: [
          { seen: 'sway-hip', grade: 'clear' },
          { seen: 'sway-hip', grade: 'absent' },
        ],
      },
      /contradict each other/,
    ],
    ['no list', {}, /findings is missing/],
  ])('%s', (_, input, message) => expect(() => diagnose(input)).toThrow(message));
  test('an empty list is an answer: cannot say', () => {
    const d = asked({ findings: [] });
    expect(d.verdict).toMatchObject({ kind: 'cannot-say', faults: [] });
    expect(d.next.length).toBeGreaterThan(3);
    expect(Math.max(...d.faults.map((f) => f.presentChance))).toBeLessThanOrEqual(0.25);
  });
});

describe('maple compare', () => {
  const compared = (input: unknown): Record<string, unknown> => {
    const compare = COMMANDS.compare!;
    return compare.kind === 'json' ? (compare.run(input) as Record<string, unknown>) : {};
  };
  const around = (mph: number): number[] => [-1, 0, 1, 0.5, -0.5].map((d) => mph + d);
  test('each label against the first, with chance and interval', () => {
    const c = compared({
      runs: [
        { label: 'old', day: '1', position: 0, speedsMph: around(90) },
        { label: 'new', day: '1', position: 1, speedsMph: around(94) },
        { label: 'old', day: '1', position: 2, speedsMph: around(90.2) },
        { label: 'new', day: '1', position: 3, speedsMph: around(94.2) },
      ],
    });
    const [label] = tuple(1, c.labels as { label: string; differenceMph: number; chanceFaster: number }[]);
    expect(label.label).toBe('new');
    expect(label.differenceMph).toBeGreaterThan(2);
    expect(label.chanceFaster).toBeGreaterThan(0.95);
    expect(c.tie).toBe(false);
  });
  test('any other quantity by name, strike distance as less is better; a missing or wrong list is said with its place', () => {
    const run = (label: string, position: number, strikeMm: number[], spin?: unknown) => ({
      label,
      position,
      speedsMph: around(90),
      strikeMm,
      values: { spinRpm: spin ?? strikeMm.map((v) => 2500 + 40 * v) },
    });
    const runs = [
      run('usual', 0, [14, 18, 11, 16, 19]),
      run('tee lower', 1, [6, 9, 4, 8, 7]),
      run('usual', 2, [15, 12, 17, 20, 13]),
      run('tee lower', 3, [7, 5, 9, 6, 10]),
    ];
    const [strike] = tuple(1, compared({ runs, quantity: 'strikeMm' }).labels as Record<string, number>[]);
    expect(strike.difference).toBeLessThan(-4);
    expect(strike.chanceBest).toBeGreaterThan(0.9);
    const [spin] = tuple(1, compared({ runs, quantity: 'spinRpm' }).labels as Record<string, number>[]);
    expect(spin.difference).toBeCloseTo(40 * strike.difference!, 6);
    expect(spin.chanceBest).toBeLessThan(0.1);
    expect(() => compared({ runs, quantity: 'carry' })).toThrow(/runs\[0\].values.carry is missing/);
    const bad = [...runs.slice(0, 3), run('tee lower', 3, [7, 5, 9], [1, 'x', 3])];
    expect(() => compared({ runs: bad, quantity: 'spinRpm' })).toThrow(/spinRpm\[1\] is "x"/);
  });
  test('blocks of one swing cannot be compared; one label is an error in words', () => {
    const one = (label: string) => ({ label, day: '1', speedsMph: [90] });
    expect(() => compared({ runs: [one('a'), one('b')] })).toThrow(/cannot be compared/);
    expect(() => compared({ runs: [one('a')] })).toThrow(/at least two runs/);
  });
});
