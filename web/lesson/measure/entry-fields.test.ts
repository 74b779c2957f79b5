import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { ShotWire } from '../../../api/types.ts';
import { toWire, wireName } from '../../../core/formats/shot-fields.ts';
import { unitsFor, type DistanceUnit, type SpeedUnit } from '../../../core/units/shown-units.ts';
import { ENTRY_FIELDS, siFrom, typedFrom, wireFrom, wrongWith } from './entry-fields.ts';
import { COLUMNS } from './shot-table-columns.ts';

const UNITS = (['mph', 'm/s', 'km/h'] as SpeedUnit[]).flatMap((s) =>
  (['yd', 'm'] as DistanceUnit[]).map((d) => unitsFor(s, d)),
);
const MPH = unitsFor('mph', 'yd');
const field = (id: string) => ENTRY_FIELDS.find((f) => f.id === id)!;

describe('a typed figure', () => {
  test('property: what a shot shows can be typed back, in every unit, and means the same to the digit that is shown', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ENTRY_FIELDS),
        fc.constantFrom(...UNITS),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (f, u, share) => {
          const [least, most] = f.field.range;
          const wire = toWire(f.field.key, least + share * (most - least));
          const typed = typedFrom({ values: { [f.id]: wire } } as unknown as ShotWire, [f], u);
          expect(wrongWith(typed[f.id]!, f, u)).toBeUndefined();
          const back = wireFrom(typed, [f], u)[f.id]!;
          expect(Math.abs(f.toScreen(back, u) - f.toScreen(wire, u))).toBeLessThanOrEqual(0.51 * 10 ** -f.digits);
        },
      ),
    );
  });
  test('beyond what can be is refused with the limits in the screen’s unit', () => {
    for (const u of UNITS) {
      const f = field('clubSpeedMps');
      const limits = wrongWith('9999', f, u)!;
      const [least, most] = /Between ([\d.]+) and ([\d.]+)\./.exec(limits)!.slice(1).map(Number) as [number, number];
      expect(wrongWith(String(most), f, u)).toBeUndefined();
      expect(wrongWith(String(least), f, u)).toBeUndefined();
      expect(wrongWith(String(most + 1), f, u)).toBe(limits);
    }
    expect(wrongWith('fast', field('clubSpeedMps'), MPH)).toBe('A number like 92.5.');
    expect(wrongWith('', field('clubSpeedMps'), MPH)).toBeUndefined();
  });
  test('empty is nothing at the wire and missing in the sums; a word is not taken for a number', () => {
    const fields = [field('clubSpeedMps'), field('ballSpeedMps'), field('carryM')];
    const typed = { clubSpeedMps: '100', ballSpeedMps: '', carryM: 'far' };
    expect(wireFrom({ ...typed, carryM: '' }, fields, MPH)).toMatchObject({ ballSpeedMps: null, carryM: null });
    const si = siFrom(typed, fields, MPH);
    expect(Object.keys(si)).toEqual(['clubSpeedMps']);
    expect(si.clubSpeedMps).toBeCloseTo(44.704, 3);
  });
  test('every field says its unit, and sideways ones which way counts up', () => {
    for (const u of UNITS)
      for (const f of ENTRY_FIELDS) expect(f.label(u)).toMatch(/, (mph|m\/s|km\/h|yd|m|mm|rpm|°)( \((out|up) \+\))?$/);
    expect(field('pathOutDeg').label(MPH)).toBe('Path, ° (out +)');
    expect(new Set(ENTRY_FIELDS.map((f) => f.id)).size).toBe(ENTRY_FIELDS.length);
    for (const f of ENTRY_FIELDS) expect(f.id).toBe(wireName(f.field.key));
  });
});

describe('a column of the table of shots', () => {
  const shot = (values: Record<string, number>, feltEffort: number | null = null): ShotWire =>
    ({ values, feltEffort }) as unknown as ShotWire;
  const shown = (id: string, values: Record<string, number>, u = MPH): string =>
    COLUMNS.find((c) => c.id === id)!.show(shot(values), u);
  test('says what is not there with a dash, and never a made-up figure', () => {
    for (const c of COLUMNS) for (const u of UNITS) expect(c.show(shot({}), u)).toBe('–');
  });
  test('spells sides, and follows the units', () => {
    const values = {
      clubSpeedMps: 44.704,
      ballSpeedMps: 65,
      pathOutDeg: -3.04,
      carryM: 200,
      impactToeM: 0.012,
      impactHighM: -0.004,
    };
    expect(shown('club', values)).toBe('100.0');
    expect(shown('club', values, unitsFor('km/h', 'm'))).toBe('160.9');
    expect(shown('smash', values)).toBe('1.45');
    expect(shown('path', values)).toBe('3.0° in');
    expect(shown('carry', values)).toBe('219');
    expect(shown('carry', values, unitsFor('mph', 'm'))).toBe('200');
    expect(shown('strike', values)).toBe('12 mm toe, 4 mm low');
  });
  test('a limit that is typed means the figure that is shown', () => {
    for (const c of COLUMNS.filter((x) => x.toWire && x.sort))
      for (const u of UNITS) {
        const wire = c.toWire!(150, u);
        expect(Number(c.show(shot({ [c.sort!]: wire }), u))).toBeCloseTo(150, 1);
      }
  });
});
