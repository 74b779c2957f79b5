import type { BlockWire, LessonAnswer } from '../../../api/types.ts';
import { LARGEST_C3D_BYTES } from '../../../core/formats/c3d.ts';
import type { CaptureKind, CaptureMapping } from '../../../core/formats/capture-mapping.ts';
import { checkFileSize, LARGEST_FILE_BYTES } from '../../../core/formats/delimited.ts';
import type { MappedColumn } from '../../../core/formats/shot-columns.ts';
import type { Handedness } from '../../../core/units/units.ts';
import { ApiError, ask, newId } from '../../base/api.ts';
import type { CaptureNeeds } from '../../workers/capture-tasks.ts';
import { run } from '../../workers/run.ts';

/** A file of shots that has questions. */
export interface ForeignShots {
  readonly kind: 'shots';
  readonly key: string;
  readonly text: string;
  readonly fileName: string;
  readonly remembered: readonly MappedColumn[] | null;
}

/** A capture file that has questions: what its names stand for, or in which unit its turning speeds are. */
export interface AskedCapture {
  readonly kind: CaptureKind;
  readonly key: string;
  readonly file: File;
  readonly bytes: ArrayBuffer;
  /** Null where only the unit is in doubt. */
  readonly needs: CaptureNeeds | null;
  readonly remembered: CaptureMapping | null;
  /** Hand that the file is of, where that is not the student's. */
  readonly otherHand: Handedness | null;
  readonly doubt: string;
}

const isC3dName = (file: File): boolean => /\.c3d$/i.test(file.name);

/** One past the stated size is refused before it is read. */
async function bytesOf(file: File): Promise<ArrayBuffer> {
  checkFileSize(file.size, file.name, isC3dName(file) ? LARGEST_C3D_BYTES : LARGEST_FILE_BYTES);
  return file.arrayBuffer();
}

/**
 * Sends a file of shots that needs no questions (our own header, one club, nothing odd).
 * @returns what was said, or the file to ask about
 */
export async function sendShots(block: BlockWire, lesson: LessonAnswer, file: File): Promise<string | ForeignShots> {
  const text = new TextDecoder().decode(await bytesOf(file));
  const { handedness } = lesson.student;
  const seen = await run('preview', { text, fileName: file.name, handedness, defaultClub: block.club, repairs: [] });
  const plain = seen.own && seen.issues.length === 0 && seen.clubs.length === 1;
  if (!plain) {
    const { mapping } = await ask('POST /column-mappings/find', {
      body: {
        header: seen.header,
      },
    });
    return { kind: 'shots', key: newId(), text, fileName: file.name, remembered: mapping };
  }
  const answer = await ask('POST /blocks/:id/imports/shots', {
    id: block.id,
    query: { id: newId(), name: file.name },
    body: text,
    contentType: 'text/csv',
  });
  const ignored = answer.ignoredColumns?.length ? ` Columns not understood: ${answer.ignoredColumns.join(', ')}.` : '';
  return `${file.name}: ${answer.rows} shots read.${ignored}`;
}

/** Sends a capture file, with what was answered of it. */
export async function postCapture(
  block: BlockWire,
  asked: Pick<AskedCapture, 'kind' | 'file' | 'bytes'>,
  answers: { mapping?: CaptureMapping; remember?: boolean; rates?: 'rad_s' } = {},
): Promise<string> {
  await ask(`POST /blocks/:id/imports/${asked.kind}`, {
    id: block.id,
    query: {
      id: newId(),
      name: asked.file.name,
      mapping: answers.mapping && JSON.stringify(answers.mapping),
      remember: answers.remember ? 'true' : undefined,
      rates: answers.rates,
    },
    body: asked.bytes,
    contentType: 'application/octet-stream',
  });
  return `${asked.file.name}: one swing read.`;
}

/** Sends a capture file that needs no questions. @returns what was said, or the file to ask about */
export async function sendCapture(
  block: BlockWire,
  lesson: LessonAnswer,
  file: File,
  kind: CaptureKind,
): Promise<string | AskedCapture> {
  const bytes = await bytesOf(file);
  const { handedness } = lesson.student;
  const { needs, otherHand } = await run('lookIntoCapture', { bytes, fileName: file.name, kind, handedness });
  const asked: AskedCapture = { kind, key: newId(), file, bytes, needs, remembered: null, otherHand, doubt: '' };
  if (needs && !needs.plain) {
    const header = needs.labels;
    const { mapping } = await ask('POST /capture-mappings/find', { body: { header } });
    return { ...asked, remembered: mapping };
  }
  if (otherHand) return { ...asked, needs: null };
  try {
    return await postCapture(block, asked);
  } catch (error) {
    if (error instanceof ApiError && error.code === 'unit-doubt')
      return { ...asked, needs: null, doubt: error.message };
    throw error;
  }
}
