import * as yup from 'yup';
import { InputError } from '../core/errors/input-error.ts';
import type { MarkedPicture } from '../core/picture/marks.ts';
import { marksOf, pointsFileSchema } from './picture-schemas.ts';

/** The video that points were marked in. */
export interface PointsOf {
  readonly fileName: string;
  readonly sha256: string;
}

/** Digitised points as JSON: the marks of one video with its frame times, readable without it. */
export const writePointsFile = (picture: MarkedPicture, video?: PointsOf): string =>
  `${JSON.stringify({ kind: 'points', ...picture, ...(video ? { video } : {}) }, null, 1)}\n`;

/** @throws InputError that names the field which is wrong and what would be right */
export function readPointsFile(input: unknown, fileName: string): MarkedPicture & { video?: Partial<PointsOf> } {
  try {
    const { kind: _kind, marks, ...rest } = pointsFileSchema.validateSync(input, { abortEarly: true });
    const picture = { ...rest, marks: marksOf(marks) };
    checkFrames(picture, fileName);
    return picture;
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    throw new InputError('unknown-value', `${fileName}: ${error.errors[0]}.`, error.path ?? fileName);
  }
}

function checkFrames({ frameTimesS, marks }: MarkedPicture, fileName: string): void {
  for (let i = 1; i < frameTimesS.length; i++) {
    if (frameTimesS[i]! > frameTimesS[i - 1]!) continue;
    throw new InputError('time-order', `${fileName}: frame times must rise; frame ${i} does not.`, `frameTimesS[${i}]`);
  }
  const used = [...Object.values(marks.checkpoints).map((c) => c.frame), ...marks.frames.map((f) => f.frame)];
  const beyond = used.find((f) => f >= frameTimesS.length);
  if (beyond !== undefined) {
    throw new InputError(
      'out-of-range',
      `${fileName}: frame ${beyond} is marked, but there are only ${frameTimesS.length} frames.`,
      'marks',
    );
  }
}
