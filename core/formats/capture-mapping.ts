import { writeCsv } from './write-csv.ts';
import type { GroundCapture } from '../capture/ground.ts';
import { SEGMENTS, type MotionCapture, type Segment } from '../capture/motion.ts';
import { prepareMotion } from '../capture/prepare-motion.ts';
import { guessAxes } from '../capture/points/guess-axes.ts';
import { DEFAULT_AXES, guessRoles, type LabAxes, type PointsByRole } from '../capture/points/roles.ts';
import {
  curvesFromPoints,
  towardBody,
  type PointCurves,
  type PointSeries,
} from '../capture/points/segments-from-points.ts';
import { InputError } from '../errors/input-error.ts';
import type { Vec3 } from '../numeric/vector.ts';
import { degToRad, type Handedness } from '../units/units.ts';
import type { CaptureSource } from './capture-source.ts';
import { readGroundCsv } from './ground-csv.ts';

export type CaptureKind = 'motion' | 'ground';

const MOTION_COLUMNS = [
  'hips_dps',
  'chest_dps',
  'lead_arm_dps',
  'club_dps',
  'hips_deg',
  'chest_deg',
  'lead_arm_deg',
  'club_deg',
  'wrist_deg',
] as const;
const PLATE = ['fx_n', 'fy_n', 'fz_n', 'cop_x_m', 'cop_y_m', 'tz_nm'] as const;
const GROUND_COLUMNS = (['lead', 'trail'] as const).flatMap((side) => PLATE.map((c) => `${side}_${c}`));
/** Columns of our files that a channel can stand for. */
export const columnsFor = (kind: CaptureKind): readonly string[] =>
  kind === 'motion' ? MOTION_COLUMNS : GROUND_COLUMNS;

/** Units that a channel can carry, each with what turns it into the unit of the column: °, °/s, N, m, N m. */
const UNITS: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  dps: { 'deg/s': 1, dps: 1, '°/s': 1, 'rad/s': 180 / Math.PI, rad_s: 180 / Math.PI },
  deg: { deg: 1, '°': 1, rad: 180 / Math.PI },
  n: { n: 1, kn: 1000 },
  m: { m: 1, mm: 0.001, cm: 0.01 },
  nm: { nm: 1, 'n m': 1, 'n.m': 1, 'n.mm': 0.001, nmm: 0.001 },
};
const unitOf = (column: string): string => column.slice(column.lastIndexOf('_') + 1);
/** Units to choose from for a column; the first is the column's own. */
export const unitsFor = (column: string): readonly string[] => Object.keys(UNITS[unitOf(column)]!);

export interface MappedChannel {
  readonly column: string;
  readonly label: string;
  readonly unit: string;
  /** The channel counts the other way round. */
  readonly reverse?: boolean;
}

/** What a file's channels and points stand for, and how its laboratory lies. */
export interface CaptureMapping {
  readonly channels: readonly MappedChannel[];
  readonly points: PointsByRole;
  readonly axes: LabAxes;
}

const plainName = (label: string): string =>
  label
    .trim()
    .toLowerCase()
    .replace(/[\s.\-/()[\]]+/g, '_')
    .replace(/_+$/, '');

/** Column that a label goes by, with or without its unit; undefined where it is not one of ours. */
function columnByName(label: string, kind: CaptureKind): string | undefined {
  const plain = plainName(label);
  return columnsFor(kind).find(
    (c) => plain === c || plain === c.slice(0, c.lastIndexOf('_')) || plain === c.replace(/_dps$/, '_rad_s'),
  );
}

/** A mapping by labels and units, for the instructor to put right. */
export function guessMapping(source: CaptureSource, kind: CaptureKind, handedness: Handedness): CaptureMapping {
  const taken = new Set<string>();
  const channels = source.channels.flatMap((c): MappedChannel[] => {
    const column = columnByName(c.label, kind);
    if (!column || taken.has(column)) return [];
    taken.add(column);
    return [{ column, label: c.label, unit: c.unit || unitsFor(column)[0]! }];
  });
  const points =
    kind === 'motion'
      ? guessRoles(
          source.points.map((p) => p.label),
          handedness,
        )
      : {};
  return { channels, points, axes: kind === 'motion' ? guessAxes(source.points, points, handedness) : DEFAULT_AXES };
}

/** What a mapping still lacks, a sentence each; none means that the file can be read with it. */
export function mappingLacks(mapping: CaptureMapping, kind: CaptureKind): string[] {
  const has = (column: string): boolean => mapping.channels.some((c) => c.column === column);
  if (kind === 'ground') {
    const missing = GROUND_COLUMNS.filter((c) => !has(c));
    return missing.length > 0 ? [`No channel is named as ${missing.join(', ')}.`] : [];
  }
  const { clubHead, grip, leadHand } = mapping.points;
  const clubByPoints = (clubHead?.length ?? 0) > 0 && ((grip?.length ?? 0) > 0 || (leadHand?.length ?? 0) > 0);
  if (has('club_dps') || clubByPoints) return [];
  return ['Nothing gives the club: name its channel club_dps, or its head and the grip or hand among the points.'];
}

function channelValues(source: CaptureSource, mapped: MappedChannel): number[] {
  const channel = source.channels.find((c) => c.label === mapped.label);
  if (!channel)
    throw new InputError('wrong-header', `${source.fileName} has no channel ${mapped.label}.`, mapped.label);
  const known = UNITS[unitOf(mapped.column)]!;
  const factor = known[mapped.unit.trim().toLowerCase()];
  if (factor === undefined)
    throw new InputError(
      'missing-unit',
      `${source.fileName}, channel ${mapped.label}: unit "${mapped.unit}" is not understood for ${mapped.column}; expected ${Object.keys(known).join(', ')}.`,
      mapped.label,
    );
  return channel.values.map((v) => v * factor * (mapped.reverse ? -1 : 1));
}

/** Series brought from one time axis to another by straight lines; NaN beyond and beside gaps. */
function onto(from: readonly number[], values: readonly number[], to: readonly number[]): number[] {
  if (from === to) return [...values];
  let i = 0;
  return to.map((t) => {
    while (i + 2 < from.length && from[i + 1]! <= t) i++;
    const share = (t - from[i]!) / (from[i + 1]! - from[i]!);
    return share < -1e-6 || share > 1 + 1e-6 ? NaN : values[i]! + share * (values[i + 1]! - values[i]!);
  });
}

/** Points by label in the body's axes. */
function bodyPoints(source: CaptureSource, mapping: CaptureMapping, handedness: Handedness): PointSeries {
  const turn = towardBody(mapping.axes, handedness);
  return Object.fromEntries(source.points.map((p) => [p.label, p.places.map((v) => v && turn(v))]));
}

const lackError = (source: CaptureSource, lacks: readonly string[]): InputError =>
  new InputError(
    'wrong-header',
    `${source.fileName}: ${lacks.join(' ')} Found channels ${
      source.channels
        .map((c) => c.label)
        .slice(0, 12)
        .join(', ') || 'none'
    }; points ${
      source.points
        .map((p) => p.label)
        .slice(0, 20)
        .join(', ') || 'none'
    }.`,
    'labels',
  );

/** Places that are kept by name: hand, head of the club and the middle of the hips. */
function keptPoints(points: PointSeries, roles: PointsByRole): MotionCapture['pointsM'] {
  const gap: Vec3 = [NaN, NaN, NaN];
  const out: Record<string, readonly Vec3[]> = {};
  const keep = (name: string, labels: readonly string[] | undefined): void => {
    const series = (labels ?? []).flatMap((l) => (points[l] ? [points[l]] : []));
    if (series.length === 0) return;
    out[name] = series[0]!.map((_, i) => {
      const seen = series.map((s) => s[i]).filter((p): p is Vec3 => p !== null);
      return seen.length < series.length
        ? gap
        : ([0, 1, 2].map((k) => seen.reduce((s, p) => s + p[k]!, 0) / seen.length) as unknown as Vec3);
    });
  };
  keep('hand', roles.leadHand);
  keep('head', roles.clubHead);
  keep('pelvis', roles.hips);
  return out;
}

/**
 * A captured swing from a file's channels and points as the mapping says: turning speeds from channels where they are named,
 * the other segments from points. Gaps are filled and uneven steps resampled (see `prepareMotion`).
 * @throws InputError where nothing gives the club, a unit is not understood, or a gap is too long
 */
export function motionFromSource(
  source: CaptureSource,
  mapping: CaptureMapping,
  handedness: Handedness,
): MotionCapture {
  const lacks = mappingLacks(mapping, 'motion');
  if (lacks.length > 0) throw lackError(source, lacks);
  const fromChannels = mapping.channels.some((c) => c.column.endsWith('_dps'));
  const timeS = fromChannels ? source.channelTimeS : source.pointTimeS;
  const rates: Partial<Record<Segment, readonly number[]>> = {};
  const angles: Partial<Record<Segment, readonly number[]>> = {};
  let wristRad: readonly number[] | undefined;
  for (const mapped of mapping.channels) {
    const values = onto(source.channelTimeS, channelValues(source, mapped).map(degToRad), timeS);
    if (mapped.column === 'wrist_deg') wristRad = values;
    const name = mapped.column.replace(/_(dps|deg)$/, '');
    const segment = SEGMENTS.find((s) => s === (name === 'lead_arm' ? 'leadArm' : name));
    if (segment) (mapped.column.endsWith('_dps') ? rates : angles)[segment] = values;
  }
  const places = bodyPoints(source, mapping, handedness);
  const byPoints: PointCurves = curvesFromPoints(source.pointTimeS, places, mapping.points);
  const derived = SEGMENTS.filter((s) => !rates[s] && byPoints.ratesRadPerS[s]);
  const move = (values: readonly number[] | undefined): readonly number[] | undefined =>
    values && onto(source.pointTimeS, values, timeS);
  for (const s of derived) {
    rates[s] = move(byPoints.ratesRadPerS[s]);
    angles[s] ??= move(byPoints.anglesRad[s]);
  }
  wristRad ??= move(byPoints.wristRad);
  const kept = Object.entries(keptPoints(places, mapping.points)).map(([name, list]) => {
    const axes = [0, 1, 2].map((k) => move(list.map((p) => p[k]!)) ?? []);
    return [name, axes[0]!.map((x, i) => [x, axes[1]![i]!, axes[2]![i]!] as const)] as const;
  });
  const note =
    derived.length > 0 ? [`From points: ${derived.map((s) => (s === 'leadArm' ? 'lead arm' : s)).join(', ')}.`] : [];
  return prepareMotion({
    timeS,
    ratesRadPerS: rates,
    anglesRad: angles,
    wristRad,
    pointsM: Object.fromEntries(kept),
    notes: { handedness, ...(derived.includes('leadArm') ? byPoints.notes : {}), ...source.notes },
    repairs: note,
  });
}

/** The ground of a swing from a file's channels as the mapping says. @throws InputError as `readGroundCsv` */
export function groundFromSource(source: CaptureSource, mapping: CaptureMapping): GroundCapture {
  const lacks = mappingLacks(mapping, 'ground');
  if (lacks.length > 0) throw lackError(source, lacks);
  const columns = mapping.channels.map((m) => ({ name: m.column, values: channelValues(source, m) }));
  const text = writeCsv(
    ['time_s', ...columns.map((c) => c.name)],
    source.channelTimeS.map((t, i) => [t, ...columns.map((c) => c.values[i]!)].map((v) => (Number.isNaN(v) ? '' : v))),
    source.notes,
  );
  return readGroundCsv(text, source.fileName);
}
