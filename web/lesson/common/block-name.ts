import type { BlockWire } from '../../../api/types.ts';

/** A block with the day of its lesson, where it is of an earlier one. */
export interface DatedBlock extends BlockWire {
  readonly day?: string;
}

/** Name of a block in a list: its number, club, and what is special about it. */
export const blockName = (b: DatedBlock): string =>
  `${b.day ? `${b.day}: ` : ''}${b.position} · ${b.club}${b.withBall ? '' : ', no ball'}${b.condition === 'normal' ? '' : `, ${b.condition}`}${b.oldPlace ? ', the old way' : ''}${b.cue ? `, “${b.cue}”` : ''}`;
