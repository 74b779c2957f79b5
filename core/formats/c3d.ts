import { InputError } from '../errors/input-error.ts';
import { floatsOf, PROCESSORS, type Processor } from './c3d-numbers.ts';

/** A C3D file as it is: points by label in the file's unit, analog channels by label, events. */
export interface C3dFile {
  readonly processor: Processor;
  readonly pointRateHz: number;
  readonly frames: number;
  readonly pointUnits: string;
  readonly pointLabels: readonly string[];
  /** Each label's place in every frame; null where the point was not seen. */
  readonly points: readonly (readonly ([number, number, number] | null)[])[];
  readonly analogRateHz: number;
  readonly analogLabels: readonly string[];
  readonly analogUnits: readonly string[];
  /** Each channel's scaled samples: frames × samples a frame. */
  readonly analog: readonly (readonly number[])[];
  readonly events: readonly { readonly label: string; readonly timeS: number }[];
}

/** Bytes that are read: a C3D of a swing is a few megabytes. */
export const LARGEST_C3D_BYTES = 100 * 1024 * 1024;
const BLOCK = 512;
const KEY = 80;

type Value = readonly number[] | readonly string[];
interface Parameters {
  get(group: string, name: string): Value | undefined;
}

const bad = (fileName: string, message: string, where: string): InputError =>
  new InputError('unknown-value', `${fileName}: ${message}`, where);

/** Reads the parameter section: named groups of named arrays. */
function readParameters(bytes: DataView, fileName: string): { parameters: Parameters; processor: Processor } {
  const start = (bytes.getUint8(0) - 1) * BLOCK;
  if (start < BLOCK || start + 4 > bytes.byteLength)
    throw bad(fileName, 'the parameter section lies outside the file: it is cut off or no C3D.', 'byte 0');
  const processor = PROCESSORS[bytes.getUint8(start + 3)];
  if (!processor)
    throw bad(
      fileName,
      `unknown processor type ${bytes.getUint8(start + 3)}; known are 84, 85 and 86.`,
      `byte ${start + 3}`,
    );
  const numbers = floatsOf(bytes, processor);
  const groups = new Map<number, string>();
  const found: { group: number; name: string; value: Value }[] = [];
  const text = (at: number, length: number): string =>
    String.fromCharCode(...Array.from({ length }, (_, i) => bytes.getUint8(at + i)));
  let at = start + 4;
  for (let guard = 0; guard < 20_000; guard++) {
    if (at + 2 > bytes.byteLength)
      throw bad(fileName, 'the file ends inside its parameters: it is cut off.', `byte ${at}`);
    const length = Math.abs(bytes.getInt8(at));
    const id = bytes.getInt8(at + 1);
    if (length === 0 || id === 0) break;
    const name = text(at + 2, length).toUpperCase();
    const offsetAt = at + 2 + length;
    const offset = numbers.int16(offsetAt);
    if (id < 0) groups.set(-id, name);
    else found.push({ group: id, name, value: parameterValue(offsetAt + 2) });
    if (offset <= 0) break;
    at = offsetAt + offset;
  }
  function parameterValue(from: number): Value {
    const size = bytes.getInt8(from);
    const dimensions = bytes.getUint8(from + 1);
    const dims = Array.from({ length: dimensions }, (_, i) => bytes.getUint8(from + 2 + i));
    const count = dims.reduce((a, b) => a * b, 1);
    const data = from + 2 + dimensions;
    if (data + count * Math.abs(size) > bytes.byteLength)
      throw bad(
        fileName,
        'a parameter is larger than the file: its counts are wrong or it is cut off.',
        `byte ${from}`,
      );
    if (size === -1) {
      const width = dims[0] ?? 1;
      const many = width === 0 ? 0 : count / width;
      return Array.from({ length: many }, (_, i) => text(data + i * width, width).trim());
    }
    const read = size === 4 ? numbers.float : size === 2 ? numbers.int16 : (p: number) => bytes.getInt8(p);
    return Array.from({ length: count }, (_, i) => read(data + i * size));
  }
  return {
    processor,
    parameters: {
      get: (group, name) => found.find((p) => groups.get(p.group) === group && p.name === name)?.value,
    },
  };
}

const numbersOf = (value: Value | undefined): number[] =>
  (value ?? []).flatMap((v) => (typeof v === 'number' ? [v] : []));
const words = (value: Value | undefined): string[] => (value ?? []).flatMap((v) => (typeof v === 'string' ? [v] : []));

/** LABELS, LABELS2, LABELS3 … of a group, in order. */
function labelsOf(p: Parameters, group: string, count: number, fallback: string): string[] {
  const all = ['', '2', '3', '4', '5'].flatMap((n) => words(p.get(group, `LABELS${n}`)));
  return Array.from({ length: count }, (_, i) => all[i] || `${fallback}${i + 1}`);
}

/**
 * Frames of the file. The header holds 16 bits; longer trials have their ends in the TRIAL group. Header and parameters must
 * agree: a file whose counts lie is not half-read.
 */
function framesOf(p: Parameters, first: number, last: number, fileName: string): number {
  const wide = (name: string): number | undefined => {
    const [low, high] = numbersOf(p.get('TRIAL', name));
    return low === undefined ? undefined : (low & 0xffff) + 65_536 * ((high ?? 0) & 0xffff);
  };
  const [from, to] = [wide('ACTUAL_START_FIELD'), wide('ACTUAL_END_FIELD')];
  if (from !== undefined && to !== undefined && to - from + 1 > 65_535) return to - from + 1;
  const counted = last - first + 1;
  const declared = numbersOf(p.get('POINT', 'FRAMES'))[0];
  if (declared !== undefined && declared !== 0 && (declared & 0xffff) !== (counted & 0xffff))
    throw bad(
      fileName,
      `its header counts ${counted} frames, its parameters ${declared & 0xffff}: one of them is wrong.`,
      'byte 6',
    );
  return counted;
}

function eventsOf(p: Parameters, header: readonly { label: string; timeS: number }[]): C3dFile['events'] {
  const labels = words(p.get('EVENT', 'LABELS'));
  const contexts = words(p.get('EVENT', 'CONTEXTS'));
  const times = numbersOf(p.get('EVENT', 'TIMES'));
  // TIMES holds minutes and seconds of each event in turn.
  const named = labels.flatMap((label, i) =>
    times.length >= 2 * i + 2
      ? [
          {
            label: contexts[i] && !/general/i.test(contexts[i]) ? `${contexts[i]} ${label}` : label,
            timeS: 60 * times[2 * i]! + times[2 * i + 1]!,
          },
        ]
      : [],
  );
  return named.length > 0 ? named : header;
}

/**
 * Reads a C3D file: integer or float, PC, DEC or SGI order, points, analog, events, missing points.
 * @throws InputError where the file is cut off, its counts do not fit, or it is no C3D
 */
export function readC3d(buffer: ArrayBufferLike, fileName = 'file.c3d'): C3dFile {
  try {
    return readWhole(buffer, fileName);
  } catch (error) {
    // A count that points beyond the file's end.
    if (error instanceof RangeError)
      throw bad(fileName, 'its counts point beyond its end: it is cut off or they are wrong.', 'parameters');
    throw error;
  }
}

function readWhole(buffer: ArrayBufferLike, fileName: string): C3dFile {
  if (buffer.byteLength > LARGEST_C3D_BYTES)
    throw new InputError(
      'too-large',
      `${fileName} has ${Math.round(buffer.byteLength / 1e6)} MB; C3D files up to ${LARGEST_C3D_BYTES / 1024 / 1024} MB can be read. Nothing was stored.`,
      fileName,
    );
  const bytes = new DataView(buffer);
  if (bytes.byteLength === 0)
    throw new InputError('empty-file', `${fileName} is empty; expected a C3D file.`, fileName);
  if (bytes.byteLength < 2 * BLOCK || bytes.getUint8(1) !== KEY)
    throw bad(fileName, 'this is no C3D file, or it is cut off in its header.', 'byte 1');
  const { parameters: p, processor } = readParameters(bytes, fileName);
  const n = floatsOf(bytes, processor);
  const unsigned = (at: number): number => n.int16(at) & 0xffff;

  const pointCount = unsigned(2);
  const analogPerFrame = unsigned(4);
  const [first, last] = [unsigned(6), unsigned(8)];
  const scale = n.float(12);
  const dataStart = (unsigned(16) - 1) * BLOCK;
  const samplesPerFrame = unsigned(18);
  const rate = n.float(20);
  const frames = framesOf(p, first, last, fileName);
  const channels = samplesPerFrame > 0 ? analogPerFrame / samplesPerFrame : 0;
  if (!Number.isInteger(channels))
    throw bad(
      fileName,
      `${analogPerFrame} analog values do not divide into ${samplesPerFrame} samples a frame.`,
      'byte 4',
    );
  if (frames <= 0) throw bad(fileName, `its header counts ${frames} frames (${first} to ${last}).`, 'byte 6');
  if (!(rate > 0) || rate > 100_000) throw bad(fileName, `a frame rate of ${rate} Hz cannot be.`, 'byte 20');
  const inFloats = scale < 0;
  const size = inFloats ? 4 : 2;
  const perFrame = size * (4 * pointCount + analogPerFrame);
  const room = Math.floor((bytes.byteLength - dataStart) / Math.max(1, perFrame));
  if (dataStart < BLOCK || (perFrame > 0 && room < frames))
    throw bad(
      fileName,
      `its header counts ${frames} frames, but there is room for ${Math.max(0, room)}: it is cut off or its counts are wrong.`,
      `byte ${Math.max(0, dataStart)}`,
    );

  const read = inFloats ? n.float : n.int16;
  const factor = inFloats ? 1 : scale;
  const points = Array.from({ length: pointCount }, () => new Array<[number, number, number] | null>(frames));
  const offsets = numbersOf(p.get('ANALOG', 'OFFSET'));
  const scales = numbersOf(p.get('ANALOG', 'SCALE'));
  const general = numbersOf(p.get('ANALOG', 'GEN_SCALE'))[0] ?? 1;
  const format = words(p.get('ANALOG', 'FORMAT'))[0] ?? '';
  const wide = /unsigned/i.test(format) && !inFloats;
  const analog = Array.from({ length: channels }, () => new Array<number>(frames * samplesPerFrame));
  for (let f = 0; f < frames; f++) {
    let at = dataStart + f * perFrame;
    for (let i = 0; i < pointCount; i++, at += 4 * size) {
      // A negative fourth word marks a point that was not seen.
      const seen = read(at + 3 * size) >= 0;
      const place: [number, number, number] = [
        factor * read(at),
        factor * read(at + size),
        factor * read(at + 2 * size),
      ];
      points[i]![f] = seen && place.every(Number.isFinite) ? place : null;
    }
    for (let s = 0; s < samplesPerFrame; s++) {
      for (let c = 0; c < channels; c++, at += size) {
        const raw = wide ? n.int16(at) & 0xffff : read(at);
        analog[c]![f * samplesPerFrame + s] = (raw - (offsets[c] ?? 0)) * (scales[c] ?? 1) * general;
      }
    }
  }
  const headerEvents: { label: string; timeS: number }[] = [];
  const eventCount = n.int16(298) === 12345 || n.int16(300) > 0 ? Math.min(18, Math.max(0, n.int16(300))) : 0;
  for (let i = 0; i < eventCount; i++) {
    const label = String.fromCharCode(...Array.from({ length: 4 }, (_, k) => bytes.getUint8(396 + 4 * i + k))).trim();
    headerEvents.push({ label, timeS: n.float(304 + 4 * i) });
  }
  return {
    processor,
    pointRateHz: rate,
    frames,
    pointUnits: words(p.get('POINT', 'UNITS'))[0] ?? '',
    pointLabels: labelsOf(p, 'POINT', pointCount, 'point '),
    points,
    analogRateHz: rate * samplesPerFrame,
    analogLabels: labelsOf(p, 'ANALOG', channels, 'channel '),
    analogUnits: Array.from({ length: channels }, (_, i) => words(p.get('ANALOG', 'UNITS'))[i] ?? ''),
    analog,
    events: eventsOf(p, headerEvents),
  };
}
