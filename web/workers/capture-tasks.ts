import { captureSource, handOfFile, neededMapping } from '../../core/formats/capture-file.ts';
import { mappingLacks, type CaptureKind, type CaptureMapping } from '../../core/formats/capture-mapping.ts';
import { sourceLabels } from '../../core/formats/capture-source.ts';
import type { Handedness } from '../../core/units/units.ts';

/** What a capture file holds, for the mapping step. */
export interface CaptureNeeds {
  /** Key of a remembered mapping. */
  readonly labels: readonly string[];
  readonly channels: readonly { readonly label: string; readonly unit: string }[];
  readonly points: readonly string[];
  readonly guess: CaptureMapping;
  /** The guess is by our own channel names alone: nothing to ask. */
  readonly plain: boolean;
}

/** What has to be asked of a capture file. */
export interface CaptureLook {
  /** Null where it is in our own columns. */
  readonly needs: CaptureNeeds | null;
  /** Hand that the file gives, where that is not the student's. */
  readonly otherHand: Handedness | null;
}

/** Looks into a capture file: what it holds with the guess, and whether it is of a player of the other hand. */
export function lookIntoCapture(input: {
  bytes: ArrayBuffer;
  fileName: string;
  kind: CaptureKind;
  handedness: Handedness;
}): CaptureLook {
  const { bytes, fileName, kind, handedness } = input;
  if (!hasTime(bytes, fileName)) return { needs: null, otherHand: null };
  const hand = handOfFile(bytes, fileName);
  const otherHand = hand && hand !== handedness ? hand : null;
  const needed = neededMapping(bytes, fileName, kind, handedness);
  if (!needed) return { needs: null, otherHand };
  const { source, guess } = needed;
  const byNames = { ...guess, points: {} };
  return {
    needs: {
      labels: sourceLabels(source, kind),
      channels: source.channels.map(({ label, unit }) => ({ label, unit })),
      points: source.points.map((p) => p.label),
      guess,
      plain: mappingLacks(byNames, kind).length === 0 && source.points.length === 0,
    },
    otherHand,
  };
}

/** A table without a time column is left to the reader, which says it better. */
function hasTime(bytes: ArrayBuffer, fileName: string): boolean {
  try {
    captureSource(bytes, fileName);
    return true;
  } catch {
    return false;
  }
}
