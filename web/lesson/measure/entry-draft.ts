import type { ShotWire } from '../../../api/types.ts';
import type { Units } from '../../base/session.tsx';
import { retyped, type TypedFigures } from './entry-fields.ts';

/** A shot that was added and that the server has not taken yet: it outlives the page, and its id makes a repeat harmless. */
export interface Pending {
  readonly id: string;
  readonly struckAt: string;
  readonly values: Readonly<Record<string, number | null>>;
  readonly sure: boolean;
}
export const speedOf = ({ values }: Pending): number => values.clubSpeedMps ?? values.ballSpeedMps ?? 0;

/** A correction that the server refused while something else stood in the fields: what was typed, as it was typed. */
export interface RefusedCorrection {
  readonly shotId: string;
  readonly typed: TypedFigures;
  readonly why: string;
}

/** What stands in the fields of a block, and what of it the server has not taken. */
export interface EntryDraft {
  readonly typed: TypedFigures;
  readonly pending: readonly Pending[];
  /** Id of the shot that is put right; null while a new one is typed. */
  readonly correcting: string | null;
  /** Corrections that were refused while something else stood in the fields. */
  readonly refusedCorrections?: readonly RefusedCorrection[];
}
export const FRESH: EntryDraft = { typed: {}, pending: [], correcting: null };
export const holdsSomething = ({ typed, correcting }: EntryDraft): boolean =>
  correcting !== null || Object.values(typed).some((text) => text?.trim());

/** A refused correction stands in the fields again, unless they hold something else: then it waits beside them. */
export function withRefused(d: EntryDraft, refused: RefusedCorrection): EntryDraft {
  if (!holdsSomething(d)) return { ...d, typed: refused.typed, correcting: refused.shotId };
  const others = (d.refusedCorrections ?? []).filter((c) => c.shotId !== refused.shotId);
  return { ...d, refusedCorrections: [...others, refused] };
}
export function withoutRefused(d: EntryDraft, { shotId }: RefusedCorrection): EntryDraft {
  const { refusedCorrections, ...rest } = d;
  const others = (refusedCorrections ?? []).filter((c) => c.shotId !== shotId);
  return others.length > 0 ? { ...rest, refusedCorrections: others } : rest;
}

/** All that was typed, in other units of the screen. @param shots those of the block, which are put right */
export function entryTurned(d: EntryDraft, from: Units, to: Units, shots: readonly ShotWire[]): EntryDraft {
  const turned = (typed: TypedFigures, id: string | null): TypedFigures =>
    retyped(
      typed,
      from,
      to,
      shots.find((s) => s.id === id),
    );
  const { refusedCorrections: waiting } = d;
  return {
    ...d,
    typed: turned(d.typed, d.correcting),
    ...(waiting ? { refusedCorrections: waiting.map((c) => ({ ...c, typed: turned(c.typed, c.shotId) })) } : {}),
  };
}
