import type { BlockStatistics } from '../core/review/block-statistics.ts';
import type { BlockTrend } from '../core/review/compare-blocks.ts';
import type { DeviceWire, ShotWire } from './types.ts';

/** Shots that came into a block or changed there, with the block's figures after them. */
export interface ShotsEvent {
  readonly kind: 'shots';
  readonly lessonId: string;
  readonly blockId: string;
  readonly shots: readonly ShotWire[];
  readonly shotsTotal: number;
  readonly statistics: BlockStatistics;
  readonly trend: BlockTrend;
}

/** What the server tells open pages: what changed, small enough to be put in place without asking for more. */
export type LiveEvent =
  | ShotsEvent
  /** Something else of a lesson; an empty id stands for what no lesson holds, such as waiting shots. */
  | { readonly kind: 'changed'; readonly lessonId: string }
  | { readonly kind: 'device'; readonly device: DeviceWire };

export const LIVE_KINDS = ['shots', 'changed', 'device'] as const satisfies readonly LiveEvent['kind'][];
