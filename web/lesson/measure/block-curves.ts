import { useQuery } from '@tanstack/react-query';
import type { BlockWire, GroundWire, MotionWire } from '../../../api/types.ts';
import { ask } from '../../base/api.ts';

export interface WholeCaptures {
  readonly motions: MotionWire[];
  readonly grounds: GroundWire[];
}

/** The captures of a block with their curves, which come when the block is opened; they never change under their ids. */
export function useCaptures(block: BlockWire) {
  const ids = [...block.motions, ...block.grounds].map((c) => c.id);
  return useQuery({
    queryKey: ['curves', block.id, ids.join(' ')],
    queryFn: () => ask('GET /blocks/:id/curves', { id: block.id }),
    enabled: ids.length > 0,
    staleTime: Infinity,
    // Another file that comes in leaves the open panels of the block as they are, with what was chosen in them.
    placeholderData: (previous, query) => (query?.queryKey[1] === block.id ? previous : undefined),
    select: ({ motions, grounds }): WholeCaptures => ({
      motions: block.motions.flatMap((m) => (motions[m.id] ? [{ ...m, curves: motions[m.id]! }] : [])),
      grounds: block.grounds.flatMap((g) => (grounds[g.id] ? [{ ...g, traces: grounds[g.id]! }] : [])),
    }),
  });
}
