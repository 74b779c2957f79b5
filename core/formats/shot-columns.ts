import { METRES_PER_YARD, METRES_PER_SECOND_PER_MPH } from '../units/units.ts';
import { SHOT_FIELDS, shotField, type ShotKey } from './shot-fields.ts';

/** What a column of a foreign file is taken as. */
export type ColumnTarget = ShotKey | 'club' | 'time' | 'ignore';

export interface MappedColumn {
  /** Header as the file has it. */
  readonly header: string;
  readonly target: ColumnTarget;
  /** Unit of the column, one of the target's `unitsOf`; empty for club, time and ignored ones. */
  readonly unit: string;
  /** How the guess came about, for the eye: by its name, its name and unit, its values, or not at all. */
  readonly guessedBy?: 'name and unit' | 'name' | 'name and values' | 'nothing';
}

export type ColumnMapping = readonly MappedColumn[];

/** Units beyond those of our own files, each with its factor to SI. */
const MORE_UNITS: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  distance: { ft: METRES_PER_YARD / 3, m: 1, yd: METRES_PER_YARD },
  offset: { mm: 0.001, cm: 0.01, in: 0.0254 },
  speed: { mph: METRES_PER_SECOND_PER_MPH, mps: 1, kmh: 1 / 3.6, fps: 0.3048 },
  spin: { rpm: (2 * Math.PI) / 60, krpm: (2000 * Math.PI) / 60 },
};

/** Units a column with this target can have, with their factors to SI. */
export function unitsOf(target: ColumnTarget): Readonly<Record<string, number>> {
  if (target === 'club' || target === 'time' || target === 'ignore') return {};
  const field = shotField(target);
  const more =
    'mph' in field.units
      ? MORE_UNITS.speed
      : 'yd' in field.units
        ? MORE_UNITS.distance
        : 'mm' in field.units
          ? MORE_UNITS.offset
          : 'rpm' in field.units
            ? MORE_UNITS.spin
            : {};
  return { ...field.units, ...more };
}

/** Words that name a quantity in headers, most telling first. Plain trade terms in any order, spelled or shortened. */
const NAMES: readonly (readonly [ColumnTarget, RegExp])[] = [
  ['time', /^(date|time|timestamp|date ?time|struck at|when)$/],
  ['clubSpeedMps', /(club|head|implement|swing) ?(head )?(speed|velocity)|^(chs|cs)$/],
  ['ballSpeedMps', /ball ?(speed|velocity)|^bs$/],
  ['launchDirectionOutRad', /(launch|start) ?dir(ection)?|(horizontal|side) ?(launch|angle)|launch h|azimuth|^hla$/],
  ['spinAxisOutRad', /spin ?(axis|tilt)|axis ?tilt|^axis$/],
  ['spinRadPerS', /(total|back|spin) ?spin ?(rate)?|spin ?rate|^spin$/],
  ['attackRad', /attack|^aoa$/],
  ['pathOutRad', /(club|swing) ?path|^path$|path angle/],
  ['dynamicLoftRad', /dyn(amic)?\.? ?loft|delivered loft|^loft$/],
  ['faceOutRad', /^(club ?)?face( ?angle| to target)?$/],
  ['launchRad', /launch ?(angle|v|vertical)?$|vertical launch|^vla$/],
  ['impactToeM', /(impact|strike|contact) ?(toe|x|horizontal|offset)|horizontal (impact|face)|toe ?heel/],
  ['impactHighM', /(impact|strike|contact) ?(high|y|height|vertical)|vertical (impact|face)|high ?low/],
  ['carryM', /^carry( ?(distance|flat|length))?$/],
  ['totalM', /^total( ?(distance|flat|length))?$/],
  ['sideOutM', /^(side|offline|off line|lateral|deviation)( ?(total|carry|distance))?$|carry side|side carry/],
  ['club', /^club( ?(type|name|id))?$|^implement$/],
];

const UNIT_WORDS: readonly (readonly [string, RegExp])[] = [
  ['kmh', /km ?\/ ?h|kmh|kph/],
  ['mps', /m ?\/ ?s\b|mps/],
  ['fps', /ft ?\/ ?s|fps/],
  ['mph', /mph|mi ?\/ ?h/],
  ['krpm', /krpm/],
  ['rpm', /rpm|1 ?\/ ?min|rev/],
  ['deg', /deg|°|degrees/],
  ['yd', /\byd\b|yards?|\byds\b/],
  ['ft', /\bft\b|feet/],
  ['cm', /\bcm\b/],
  ['mm', /\bmm\b/],
  ['in', /\bin\b|inch(es)?/],
  ['m', /\bm\b|met(re|er)s?/],
];

/** Typical middles in SI, to tell units apart by size where the header names none. */
const TYPICAL: Partial<Record<ShotKey, number>> = {
  clubSpeedMps: 40,
  ballSpeedMps: 56,
  spinRadPerS: 350,
  impactToeM: 0.008,
  impactHighM: 0.006,
};

/** Header without unit, brackets and signs, in lower case. */
function bare(header: string): string {
  return header
    .replace(/[[(].*?[\])]/g, ' ')
    .replace(/_/g, ' ')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/\b(mph|kmh|kph|km\/h|m\/s|mps|fps|rpm|krpm|deg|degrees|yd|yds|yards|ft|mm|cm|inch|in|m)\b/g, ' ')
    .replace(/[^a-z. ]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}

function unitInHeader(header: string, units: Readonly<Record<string, number>>): string | undefined {
  const text = header.replace(/_/g, ' ').toLowerCase();
  return UNIT_WORDS.find(([unit, words]) => unit in units && words.test(text))?.[0];
}

/** Unit by the size of the values: the one whose middle comes nearest to what is typical. */
function unitBySize(target: ShotKey, middle: number | undefined, units: Readonly<Record<string, number>>): string {
  const first = Object.keys(units)[0]!;
  const typical = TYPICAL[target];
  if (middle === undefined || middle === 0 || typical === undefined) return first;
  const far = (unit: string): number => Math.abs(Math.log((Math.abs(middle) * units[unit]!) / typical));
  return Object.keys(units).reduce((a, b) => (far(b) < far(a) ? b : a), first);
}

/**
 * Guesses what each column of a foreign header is, by name and unit, then by the size of its values.
 * @param middles median of each column's numbers, undefined where it has none
 */
export function guessMapping(header: readonly string[], middles: readonly (number | undefined)[]): MappedColumn[] {
  const taken = new Set<ColumnTarget>();
  return header.map((name, i): MappedColumn => {
    const plain = bare(name);
    const target = NAMES.find(([t, words]) => !taken.has(t) && words.test(plain))?.[0];
    if (target === undefined) return { header: name, target: 'ignore', unit: '', guessedBy: 'nothing' };
    taken.add(target);
    if (target === 'club' || target === 'time' || target === 'ignore')
      return { header: name, target, unit: '', guessedBy: 'name' };
    const units = unitsOf(target);
    const named = unitInHeader(name, units);
    if (named) return { header: name, target, unit: named, guessedBy: 'name and unit' };
    const bySize = unitBySize(target, middles[i], units);
    return { header: name, target, unit: bySize, guessedBy: target in TYPICAL ? 'name and values' : 'name' };
  });
}

/** The mapping of our own header, where it is one: every column named as shots.csv names it, or unknown. */
export function ownMapping(header: readonly string[]): MappedColumn[] | undefined {
  let known = 0;
  const mapping = header.map((name): MappedColumn => {
    const lower = name.toLowerCase();
    if (lower === 'time' || lower === 'club') return { header: name, target: lower, unit: '' };
    for (const field of SHOT_FIELDS) {
      const unit = lower.startsWith(`${field.file}_`) ? lower.slice(field.file.length + 1) : '';
      if (unit in field.units) {
        known++;
        return { header: name, target: field.key, unit };
      }
    }
    return { header: name, target: 'ignore', unit: '' };
  });
  return known > 0 && mapping.some((c) => c.target === 'club') ? mapping : undefined;
}

/** What a mapping lacks to be usable; empty where it can be used. */
export function mappingProblems(mapping: ColumnMapping): string[] {
  const problems: string[] = [];
  const count = (t: ColumnTarget): number => mapping.filter((c) => c.target === t).length;
  if (count('clubSpeedMps') + count('ballSpeedMps') === 0)
    problems.push('Name the column of club speed or ball speed.');
  for (const target of new Set(mapping.map((c) => c.target))) {
    if (target !== 'ignore' && count(target) > 1)
      problems.push(
        `${count(target)} columns are taken as ${target === 'club' || target === 'time' ? target : shotField(target).file.replace(/_/g, ' ')}; one is enough.`,
      );
  }
  for (const column of mapping) {
    const units = Object.keys(unitsOf(column.target));
    if (units.length > 0 && !units.includes(column.unit))
      problems.push(`${column.header}: choose its unit (${units.join(', ')}).`);
  }
  return problems;
}
