import type { BlockWire } from '../../api/types.ts';

/** Name of a block in a list: its number, club, and what is special about it. */
export const blockName = (b: BlockWire): string =>
  `${b.position} · ${b.club}${b.withBall ? '' : ', no ball'}${b.condition === 'normal' ? '' : `, ${b.condition}`}${b.cue ? `, “${b.cue}”` : ''}`;
