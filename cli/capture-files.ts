import type { GroundCapture } from '../core/capture/ground.ts';
import type { MotionCapture } from '../core/capture/motion.ts';
import { groundFromC3d, motionFromC3d } from '../core/formats/c3d-curves.ts';
import { readC3d } from '../core/formats/c3d.ts';
import { readGroundCsv } from '../core/formats/ground-csv.ts';
import { readMotionCsv } from '../core/formats/motion-csv.ts';

/** A C3D starts with the number of its parameter block and this key. */
const C3D_KEY = 80;
const isC3d = (bytes: ArrayBuffer, fileName: string): boolean =>
  /\.c3d$/i.test(fileName) || (bytes.byteLength > 512 && firstTwo(bytes)[0] < 32 && firstTwo(bytes)[1] === C3D_KEY);
const firstTwo = (bytes: ArrayBuffer): Uint8Array => new Uint8Array(bytes, 0, 2);
const textOf = (bytes: ArrayBuffer): string => new TextDecoder().decode(bytes);

/** A captured swing from motion.csv or a C3D with channels named as its columns. */
export const readMotion = (bytes: ArrayBuffer, fileName: string): MotionCapture =>
  isC3d(bytes, fileName) ? motionFromC3d(readC3d(bytes, fileName), fileName) : readMotionCsv(textOf(bytes), fileName);

/** The ground of a swing from ground.csv or a C3D with channels named as its columns. */
export const readGround = (bytes: ArrayBuffer, fileName: string): GroundCapture =>
  isC3d(bytes, fileName) ? groundFromC3d(readC3d(bytes, fileName), fileName) : readGroundCsv(textOf(bytes), fileName);
