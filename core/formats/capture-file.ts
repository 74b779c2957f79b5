import type { GroundCapture } from '../capture/ground.ts';
import type { MotionCapture } from '../capture/motion.ts';
import { handOfPoints } from '../capture/points/guess-axes.ts';
import { InputError } from '../errors/input-error.ts';
import type { Handedness } from '../units/units.ts';
import { readC3d } from './c3d.ts';
import {
  groundFromSource,
  guessMapping,
  mappingLacks,
  motionFromSource,
  type CaptureKind,
  type CaptureMapping,
} from './capture-mapping.ts';
import { sourceFromC3d, sourceFromTable, type CaptureSource } from './capture-source.ts';
import { readDelimited } from './delimited.ts';
import { readGroundCsv } from './ground-csv.ts';
import { isMotionHeader, readMotionCsv } from './motion-csv.ts';

export interface CaptureFileOptions {
  /** Decides which side leads, and on which side of the target line the ball lies. */
  readonly handedness?: Handedness;
  /** What channels and points stand for, where the guess is not right. */
  readonly mapping?: CaptureMapping;
  /** Turning speeds of a motion.csv are truly in rad/s. */
  readonly ratesIn?: 'dps' | 'rad_s';
}

/** A C3D starts with the number of its parameter block and this key. */
const C3D_KEY = 80;
/** Whether a file is a C3D, by its name or its first two bytes. */
export const isC3d = (bytes: ArrayBuffer, fileName: string): boolean => {
  if (/\.c3d$/i.test(fileName)) return true;
  const [block, key] = new Uint8Array(bytes, 0, Math.min(2, bytes.byteLength));
  return bytes.byteLength > 512 && block !== undefined && block < 32 && key === C3D_KEY;
};
const textOf = (bytes: ArrayBuffer): string => new TextDecoder().decode(bytes);

/** Channels and points of a C3D or of any table with a time column. @throws InputError where it is neither */
export function captureSource(bytes: ArrayBuffer, fileName: string): CaptureSource {
  if (isC3d(bytes, fileName)) return sourceFromC3d(readC3d(bytes, fileName), fileName);
  const source = sourceFromTable(textOf(bytes), fileName);
  if (source) return source;
  throw new InputError(
    'wrong-header',
    `${fileName} has no time column; expected "time_s" among the first line's names.`,
    'header',
  );
}

/** Whether a text file has the header of our own motion.csv or ground.csv. */
function hasOwnHeader(text: string, fileName: string, kind: CaptureKind): boolean {
  const { header } = readDelimited(text, fileName);
  return kind === 'motion' ? isMotionHeader(header) : header.includes('lead_fz_n') || header.includes('lead_share_pct');
}

const handIn = (words: string | undefined): Handedness | undefined =>
  /^\s*(r\b|right)/i.test(words ?? '') ? 'right' : /^\s*(l\b|left)/i.test(words ?? '') ? 'left' : undefined;

/** Hand that the notes above a table's header give (`# handedness: left`). */
export const handOfNotes = (notes: Readonly<Record<string, string>>): Handedness | undefined =>
  handIn(notes.handedness ?? notes.hand);

/**
 * Hand of the player in a capture file: by its notes, else by where the club head flies past the body's two sides; undefined where
 * neither tells.
 */
export function handOfFile(bytes: ArrayBuffer, fileName: string): Handedness | undefined {
  const source = captureSource(bytes, fileName);
  return handOfNotes(source.notes) ?? handOfPoints(source.points);
}

/** The mapping that a file needs: null for our own columns, else the guess from its names. */
export function neededMapping(
  bytes: ArrayBuffer,
  fileName: string,
  kind: CaptureKind,
  handedness: Handedness,
): { readonly source: CaptureSource; readonly guess: CaptureMapping } | null {
  if (!isC3d(bytes, fileName) && hasOwnHeader(textOf(bytes), fileName, kind)) return null;
  const source = captureSource(bytes, fileName);
  return { source, guess: guessMapping(source, kind, handedness) };
}

/** Source and mapping of a file that is not in our own columns; undefined where the reader of those says it better. */
function mapped(bytes: ArrayBuffer, fileName: string, kind: CaptureKind, options: CaptureFileOptions) {
  const { handedness = 'right', mapping } = options;
  const needed = neededMapping(bytes, fileName, kind, handedness);
  if (!needed) return undefined;
  const use = mapping ?? needed.guess;
  const unknown = !isC3d(bytes, fileName) && !mapping && mappingLacks(use, kind).length > 0;
  return unknown ? undefined : { source: needed.source, mapping: use, handedness };
}

/**
 * A captured swing from motion.csv, from a C3D, or from a table with other names through a mapping.
 * @throws InputError naming what is wrong and where
 */
export function readMotionFile(bytes: ArrayBuffer, fileName: string, options: CaptureFileOptions = {}): MotionCapture {
  const through = timeColumnFirst(bytes, fileName) ? mapped(bytes, fileName, 'motion', options) : undefined;
  return through
    ? motionFromSource(through.source, through.mapping, through.handedness)
    : readMotionCsv(textOf(bytes), fileName, options.ratesIn);
}

/** The ground of a swing from ground.csv, from a C3D, or from a table with other names through a mapping. */
export function readGroundFile(bytes: ArrayBuffer, fileName: string, options: CaptureFileOptions = {}): GroundCapture {
  const through = timeColumnFirst(bytes, fileName) ? mapped(bytes, fileName, 'ground', options) : undefined;
  return through ? groundFromSource(through.source, through.mapping) : readGroundCsv(textOf(bytes), fileName);
}

/** Without a time column our own reader has the better message. */
const timeColumnFirst = (bytes: ArrayBuffer, fileName: string): boolean =>
  isC3d(bytes, fileName) || sourceHasTime(textOf(bytes), fileName);
const sourceHasTime = (text: string, fileName: string): boolean =>
  readDelimited(text, fileName).header.some((h) => /^(time|t)\b|^time_/i.test(h));
