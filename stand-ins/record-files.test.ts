import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { analyseGround } from '../core/capture/ground-analysis.ts';
import { analyseSequence } from '../core/capture/sequence.ts';
import { must } from '../core/errors/must.ts';
import { readGroundFile, readMotionFile } from '../core/formats/capture-file.ts';
import { main } from './main.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'stand-in-'));
});
afterAll(() => rmSync(folder, { recursive: true }));
const read = (name: string): ArrayBuffer => new Uint8Array(readFileSync(join(folder, name))).buffer;
const truthOf = (name: string) =>
  JSON.parse(readFileSync(join(folder, `${name}.json`), 'utf8')) as {
    peakBeforeStrikeS: { chest: number };
    faults: { id: string; amount: number }[];
  };

test.each([
  ['swing.csv', ['--dropouts', '1']],
  ['swing.c3d', ['--left', '--dropouts', '0.2']],
])('motion-rig writes %s with faults and dropouts, and its truth', async (name, more) => {
  const args = [
    'motion-rig',
    '--out',
    join(folder, name),
    '--fault',
    'body-stall=50',
    '--rate',
    '240',
    '--noise',
    '0.5',
  ];
  expect(await main([...args, ...more])).toBe(0);
  const s = analyseSequence(
    readMotionFile(read(name), name, { handedness: more.includes('--left') ? 'left' : 'right' }),
  );
  expect(s.warnings.join(' ')).toMatch(/filled/);
  const truth = truthOf(name);
  expect(truth.faults).toMatchObject([{ id: 'body-stall', amount: 50 }]);
  expect(Math.abs(must(s.segments.chest).peakBeforeStrikeS - truth.peakBeforeStrikeS.chest)).toBeLessThan(0.012);
});
test('ground-plates writes a swing that hangs back', async () => {
  expect(await main(['ground-plates', '--out', join(folder, 'g.csv'), '--strike', '0.5'])).toBe(0);
  expect(must(analyseGround(readGroundFile(read('g.csv'), 'g.csv')).leadShare.strike)).toBeCloseTo(0.5, 1);
});
test('an unknown fault, device or number is said', async () => {
  const errors: string[] = [];
  const write = process.stderr.write.bind(process.stderr);
  process.stderr.write = ((text: string) => errors.push(text) > 0) as typeof process.stderr.write;
  const codes = [
    await main(['motion-rig', '--fault', 'nonsense=1']),
    await main(['ground-plates', '--mass', 'heavy']),
    await main(['kettle']),
  ];
  process.stderr.write = write;
  expect(codes).toEqual([2, 2, 2]);
  expect(errors[0]).toContain('none of short-turn');
  expect(errors[1]).toContain('takes a number');
  expect(errors[2]).toContain('motion-rig');
});
