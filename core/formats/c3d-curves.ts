import type { GroundCapture } from '../capture/ground.ts';
import type { MotionCapture } from '../capture/motion.ts';
import { InputError } from '../errors/input-error.ts';
import type { C3dFile } from './c3d.ts';
import { readGroundCsv } from './ground-csv.ts';
import { readMotionCsv } from './motion-csv.ts';

/** Units of analog channels that are understood, with what turns them into the unit of the columns. */
const UNIT_FACTOR: Readonly<Record<string, number>> = {
  n: 1,
  'n.mm': 0.001,
  nmm: 0.001,
  nm: 1,
  'n m': 1,
  'n.m': 1,
  m: 1,
  mm: 0.001,
  cm: 0.01,
  'deg/s': 1,
  dps: 1,
  '°/s': 1,
  'rad/s': 180 / Math.PI,
  deg: 1,
  rad: 180 / Math.PI,
  '%': 1,
};
const LENGTH_IN_M: Readonly<Record<string, number>> = { mm: 0.001, cm: 0.01, m: 1 };

/** Column that a channel goes by: its label in lower case, with the unit that the columns carry. */
function columnOf(label: string): string {
  const plain = label
    .trim()
    .toLowerCase()
    .replace(/[\s.-]+/g, '_');
  if (/^(lead|trail)_f[xyz]$/.test(plain)) return `${plain}_n`;
  if (/^(lead|trail)_cop_[xy]$/.test(plain)) return `${plain}_m`;
  if (/^(lead|trail)_tz$/.test(plain)) return `${plain}_nm`;
  if (/^(hips|chest|lead_arm|club)$/.test(plain)) return `${plain}_dps`;
  return plain;
}

const eventS = (file: C3dFile, name: RegExp): number | undefined => file.events.find((e) => name.test(e.label))?.timeS;

/** Channels as a table with the columns of our CSV files, so that one reader checks both. */
function channelTable(file: C3dFile, wanted: RegExp, withPoints: boolean, fileName: string): string {
  const columns = file.analogLabels.flatMap((label, i) => {
    const name = columnOf(label);
    if (!wanted.test(name)) return [];
    const unit = file.analogUnits[i].trim().toLowerCase();
    const factor = unit === '' ? 1 : UNIT_FACTOR[unit];
    if (factor === undefined)
      throw new InputError(
        'missing-unit',
        `${fileName}, channel ${label}: unit "${file.analogUnits[i]}" is not understood; expected ${Object.keys(UNIT_FACTOR).join(', ')}.`,
        label,
      );
    return [{ name, values: file.analog[i].map((v) => v * factor) }];
  });
  if (columns.length === 0)
    throw new InputError(
      'wrong-header',
      `${fileName}: no channel is named as a column of our files; found ${[...file.analogLabels, ...file.pointLabels].slice(0, 12).join(', ') || 'none'}.`,
      'channel labels',
    );
  const samples = columns[0].values.length;
  const rate = file.analogRateHz;
  const perFrame = Math.max(1, Math.round(rate / file.pointRateHz));
  const scale = LENGTH_IN_M[file.pointUnits.trim().toLowerCase()] ?? 1;
  const points = withPoints
    ? file.pointLabels.flatMap((label, i) => {
        // A point with a gap is left out: columns hold no gaps.
        const seen = file.points[i];
        if (seen.some((p) => p === null)) return [];
        const name = label
          .trim()
          .toLowerCase()
          .replace(/[\s.-]+/g, '_');
        return ['x', 'y', 'z'].map((axis, k) => ({
          name: `${name}_${axis}_m`,
          values: Array.from({ length: samples }, (_, s) => scale * (seen[Math.floor(s / perFrame)]?.[k] ?? 0)),
        }));
      })
    : [];
  const all = [...columns, ...points];
  const strike = eventS(file, /strike|impact/i);
  const top = eventS(file, /^top$|top of/i);
  return [
    ...(strike === undefined ? [] : [`# strike_s: ${strike}`]),
    ...(top === undefined ? [] : [`# top_s: ${top}`]),
    `# source: ${fileName}`,
    ['time_s', ...all.map((c) => c.name)].join(','),
    ...Array.from({ length: samples }, (_, s) => [s / rate, ...all.map((c) => c.values[s])].map(String).join(',')),
  ].join('\n');
}

/**
 * A captured swing from a C3D's analog channels that are named as the columns of motion.csv (`HIPS_DPS`, `chest`, `Lead_Arm` …), with
 * points without gaps beside them and the strike from an event of that name.
 * @throws InputError where no channel is named so or a unit is not understood
 */
export const motionFromC3d = (file: C3dFile, fileName: string): MotionCapture =>
  readMotionCsv(channelTable(file, /^(hips|chest|lead_arm|club)_(dps|deg)$|^wrist_deg$/, true, fileName), fileName);

/** The ground of a swing from analog channels named as the columns of ground.csv (`LEAD_FZ`, `trail_cop_x_m` …). */
export const groundFromC3d = (file: C3dFile, fileName: string): GroundCapture =>
  readGroundCsv(channelTable(file, /^(lead|trail)_(f[xyz]_n|cop_[xy]_m|tz_nm)$/, false, fileName), fileName);
