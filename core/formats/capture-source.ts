import { tuple } from '../numeric/tuple.ts';
import type { Vec3 } from '../numeric/vector.ts';
import type { C3dFile } from './c3d.ts';
import { numberCell, readDelimited } from './delimited.ts';

/** A capture file as it is, before its names are understood: channels and points, each over its own time axis. */
export interface CaptureSource {
  readonly fileName: string;
  readonly channelTimeS: readonly number[];
  /** Values in the channel's unit; NaN where a sample is missing. */
  readonly channels: readonly { readonly label: string; readonly unit: string; readonly values: readonly number[] }[];
  readonly pointTimeS: readonly number[];
  /** Places in metres, laboratory axes; null where a point was not seen. */
  readonly points: readonly { readonly label: string; readonly places: readonly (Vec3 | null)[] }[];
  readonly notes: Readonly<Record<string, string>>;
}

const LENGTH_IN_M: Readonly<Record<string, number>> = { mm: 0.001, cm: 0.01, m: 1, in: 0.0254 };
const even = (count: number, rateHz: number): number[] => Array.from({ length: count }, (_, i) => i / rateHz);

/** Channels, points and events of a C3D; an event named strike or impact, and one named top, become notes. */
export function sourceFromC3d(file: C3dFile, fileName: string): CaptureSource {
  const scale = LENGTH_IN_M[file.pointUnits.trim().toLowerCase()] ?? 1;
  const event = (name: RegExp): number | undefined => file.events.find((e) => name.test(e.label))?.timeS;
  const strike = event(/strike|impact/i);
  const top = event(/^top$|top of/i);
  return {
    fileName,
    channelTimeS: even(file.analog[0]?.length ?? 0, file.analogRateHz),
    channels: file.analogLabels.map((label, i) => ({
      label,
      unit: file.analogUnits[i] ?? '',
      values: file.analog[i]!,
    })),
    pointTimeS: even(file.frames, file.pointRateHz),
    points: file.pointLabels.map((label, i) => ({
      label,
      places: file.points[i]!.map((p): Vec3 | null => p && [p[0] * scale, p[1] * scale, p[2] * scale]),
    })),
    notes: {
      source: fileName,
      ...(strike === undefined ? {} : { strike_s: String(strike) }),
      ...(top === undefined ? {} : { top_s: String(top) }),
    },
  };
}

const TIME = /^(time|t)(?:[ _([]+(s|sec|ms)[)\]]?)?$/i;
const AXIS = /^(.+?)[ _.]([xyz])(?:[ _([]+(mm|cm|m|in)[)\]]?)?$/i;
const UNIT = /[ _([]+(dps|deg\/s|°\/s|deg|rad\/s|rad_s|rad|n|nm|n\.mm|mm|cm|m|%|pct)[)\]]?$/i;

/** Numeric columns of any table with a time column: triples of x, y, z are points, the rest channels. */
export function sourceFromTable(text: string, fileName: string): CaptureSource | undefined {
  const table = readDelimited(text, fileName);
  const time = table.header.findIndex((h) => TIME.test(h));
  if (time < 0) return undefined;
  const column = (k: number): number[] => table.rows.map((row) => numberCell(table, row, k, [-1e9, 1e9]) ?? NaN);
  const perS = TIME.exec(table.header[time]!)?.[2]?.toLowerCase() === 'ms' ? 0.001 : 1;
  const triples = new Map<string, { columns: number[]; scale: number }>();
  table.header.forEach((h, k) => {
    const match = AXIS.exec(h);
    if (!match || k === time) return;
    const found = triples.get(match[1]!) ?? {
      columns: [-1, -1, -1],
      scale: LENGTH_IN_M[match[3]?.toLowerCase() ?? 'm']!,
    };
    found.columns['xyz'.indexOf(match[2]!.toLowerCase())] = k;
    triples.set(match[1]!, found);
  });
  const points = [...triples].filter(([, t]) => t.columns.every((c) => c >= 0));
  const used = new Set([time, ...points.flatMap(([, t]) => t.columns)]);
  const timeS = column(time).map((t) => t * perS);
  return {
    fileName,
    channelTimeS: timeS,
    channels: table.header.flatMap((label, k) =>
      used.has(k) || table.rows.some((row) => Number.isNaN(Number(row.cells[k]!.replace(',', '.'))))
        ? []
        : [{ label, unit: UNIT.exec(label)?.[1]?.toLowerCase() ?? '', values: column(k) }],
    ),
    pointTimeS: timeS,
    points: points.map(([label, t]) => {
      const [x, y, z] = tuple(
        3,
        t.columns.map((c) => column(c).map((v) => v * t.scale)),
      );
      return {
        label,
        places: x.map((v, i): Vec3 | null => (Number.isNaN(v + y[i]! + z[i]!) ? null : [v, y[i]!, z[i]!])),
      };
    }),
    notes: { ...table.notes },
  };
}

/** Names that go into the key of a mapping. */
const MOST_LABELS = 200;

/** Names by which a mapping is remembered: the same labels of the same kind of file. */
export const sourceLabels = (source: CaptureSource, kind: string): string[] =>
  [
    `capture of ${kind}`,
    ...source.channels.map((c) => `${c.label} [${c.unit}]`),
    ...source.points.map((p) => `${p.label} (point)`),
  ].slice(0, MOST_LABELS);
