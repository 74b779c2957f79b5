import { numberWriter, PROCESSOR_CODES, type NumberWriter, type Processor } from './c3d-numbers.ts';
import type { C3dFile } from './c3d.ts';

const BLOCK = 512;
const KEY = 80;
const LABEL_WIDTH = 32;

interface Parameter {
  readonly group: number;
  readonly name: string;
  readonly size: -1 | 2 | 4;
  readonly dims: readonly number[];
  readonly values: readonly (number | string)[];
}

const GROUPS = ['POINT', 'ANALOG', 'EVENT'] as const;
const numbers = (group: number, name: string, size: 2 | 4, values: readonly number[], scalar = false): Parameter => ({
  group,
  name,
  size,
  dims: scalar ? [] : [values.length],
  values,
});
const texts = (group: number, name: string, values: readonly string[]): Parameter => ({
  group,
  name,
  size: -1,
  dims: [LABEL_WIDTH, values.length],
  values,
});

/** Length of a parameter's record after its name, with the offset word. */
const bodyLength = (p: Parameter): number =>
  2 + 2 + p.dims.length + Math.abs(p.size) * p.dims.reduce((a, b) => a * b, 1) + 1;

function writeText(bytes: Uint8Array, at: number, text: string, width: number): void {
  for (let i = 0; i < width; i++) bytes[at + i] = i < text.length ? text.charCodeAt(i) & 0x7f : 32;
}

/** Writes the parameter section from `start`; @returns the place after it */
function writeParameters(bytes: Uint8Array, n: NumberWriter, start: number, list: readonly Parameter[]): number {
  const view = new DataView(bytes.buffer);
  let at = start;
  GROUPS.forEach((name, i) => {
    view.setInt8(at, name.length);
    view.setInt8(at + 1, -(i + 1));
    writeText(bytes, at + 2, name, name.length);
    n.int16(at + 2 + name.length, 3);
    bytes[at + 4 + name.length] = 0;
    at += 5 + name.length;
  });
  list.forEach((p, index) => {
    view.setInt8(at, p.name.length);
    view.setInt8(at + 1, p.group);
    writeText(bytes, at + 2, p.name, p.name.length);
    const body = at + 2 + p.name.length;
    n.int16(body, index === list.length - 1 ? 0 : bodyLength(p));
    view.setInt8(body + 2, p.size);
    bytes[body + 3] = p.dims.length;
    p.dims.forEach((d, k) => (bytes[body + 4 + k] = d));
    const data = body + 4 + p.dims.length;
    p.values.forEach((v, k) => {
      if (typeof v === 'string') writeText(bytes, data + k * LABEL_WIDTH, v, LABEL_WIDTH);
      else if (p.size === 4) n.float(data + 4 * k, v);
      else n.int16(data + 2 * k, v);
    });
    at = body + bodyLength(p);
  });
  return at;
}

/** Steps of an integer file: the largest value uses most of 15 bits. */
const stepFor = (most: number): number => Math.max(1e-6, most / 32_000);

/**
 * Writes a C3D file in a machine's byte order, as floats or as scaled 16-bit integers.
 * The reader gives the same file back, to the integer step where integers are written.
 */
export function writeC3d(
  file: Omit<C3dFile, 'processor'>,
  { processor = 'pc', floats = true }: { processor?: Processor; floats?: boolean } = {},
): Uint8Array<ArrayBuffer> {
  const channels = file.analogLabels.length;
  const perFrame = channels > 0 ? Math.round(file.analogRateHz / file.pointRateHz) : 0;
  const size = floats ? 4 : 2;
  const most = Math.max(1e-3, ...file.points.flatMap((p) => p.flatMap((q) => (q ? q.map(Math.abs) : []))));
  const step = stepFor(most);
  const analogSteps = file.analog.map((c) =>
    floats ? 1 : stepFor(c.reduce((a, b) => Math.max(a, Math.abs(b)), 1e-3)),
  );
  const list: Parameter[] = [
    numbers(1, 'USED', 2, [file.pointLabels.length], true),
    numbers(1, 'FRAMES', 2, [(file.frames << 16) >> 16], true),
    numbers(1, 'SCALE', 4, [floats ? -step : step], true),
    numbers(1, 'RATE', 4, [file.pointRateHz], true),
    texts(1, 'UNITS', [file.pointUnits]),
    texts(1, 'LABELS', file.pointLabels),
    numbers(2, 'USED', 2, [channels], true),
    numbers(2, 'RATE', 4, [file.analogRateHz], true),
    numbers(2, 'GEN_SCALE', 4, [1], true),
    numbers(2, 'SCALE', 4, analogSteps),
    numbers(
      2,
      'OFFSET',
      2,
      file.analogLabels.map(() => 0),
    ),
    texts(2, 'LABELS', file.analogLabels),
    texts(2, 'UNITS', file.analogUnits),
    numbers(3, 'USED', 2, [file.events.length], true),
    texts(
      3,
      'LABELS',
      file.events.map((e) => e.label),
    ),
    {
      group: 3,
      name: 'TIMES',
      size: 4,
      dims: [2, file.events.length],
      values: file.events.flatMap((e) => [Math.floor(e.timeS / 60), e.timeS % 60]),
    },
  ];
  const parameterBytes =
    4 +
    GROUPS.reduce((sum, g) => sum + 5 + g.length, 0) +
    list.reduce((sum, p) => sum + 2 + p.name.length + bodyLength(p), 0) +
    2;
  const parameterBlocks = Math.ceil(parameterBytes / BLOCK);
  const dataBlock = 2 + parameterBlocks;
  const frameBytes = size * (4 * file.pointLabels.length + perFrame * channels);
  const bytes = new Uint8Array((dataBlock - 1) * BLOCK + Math.ceil((frameBytes * file.frames) / BLOCK) * BLOCK);
  const n = numberWriter(new DataView(bytes.buffer), processor);
  bytes[0] = 2;
  bytes[1] = KEY;
  n.int16(2, file.pointLabels.length);
  n.int16(4, perFrame * channels);
  n.int16(6, 1);
  n.int16(8, Math.min(65_535, file.frames));
  n.int16(10, 10);
  n.float(12, floats ? -step : step);
  n.int16(16, dataBlock);
  n.int16(18, perFrame);
  n.float(20, file.pointRateHz);
  bytes[BLOCK] = 1;
  bytes[BLOCK + 1] = KEY;
  bytes[BLOCK + 2] = parameterBlocks;
  bytes[BLOCK + 3] = PROCESSOR_CODES[processor];
  writeParameters(bytes, n, BLOCK + 4, list);
  const put = floats
    ? (at: number, value: number): void => n.float(at, value)
    : (at: number, value: number): void => n.int16(at, Math.round(value));
  for (let f = 0; f < file.frames; f++) {
    let at = (dataBlock - 1) * BLOCK + f * frameBytes;
    for (const point of file.points) {
      const p = point[f];
      for (let k = 0; k < 3; k++) put(at + k * size, p ? p[k]! / (floats ? 1 : step) : 0);
      put(at + 3 * size, p ? 0 : -1);
      at += 4 * size;
    }
    for (let s = 0; s < perFrame; s++) {
      for (let c = 0; c < channels; c++, at += size) put(at, file.analog[c]![f * perFrame + s]! / analogSteps[c]!);
    }
  }
  return bytes;
}
