import type { Figure } from './figure.ts';
import { BODY_STRIPS } from './strips-body.ts';
import { SWING_STRIPS } from './strips-swing.ts';

/** Strip of a shipped drill; undefined for a drill that has none. */
export const stripOf = (drillId: string): readonly Figure[] | undefined =>
  SWING_STRIPS[drillId] ?? BODY_STRIPS[drillId];
