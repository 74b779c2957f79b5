import { useQuery } from '@tanstack/react-query';
import { knowDrills } from '../../core/catalogue/drills.ts';
import type { Drill } from '../../core/catalogue/drill-type.ts';
import { compileOwnDrill, ownDrillId, type OwnDrillText } from '../../core/catalogue/own-drill.ts';
import type { OwnDrillWire, ShelfAnswer } from '../../api/drill-types.ts';
import { ask } from './api.ts';

/** Makes written drills known by their ids; one that this version of the program cannot read is left out. */
export function learnDrills(list: readonly { readonly drillId: string; readonly said: OwnDrillText }[]): Drill[] {
  const drills = list.flatMap(({ drillId, said }) => {
    try {
      return [compileOwnDrill(drillId, said)];
    } catch {
      return [];
    }
  });
  knowDrills(drills);
  return drills;
}

const withIds = (versions: readonly OwnDrillWire[]) =>
  versions.flatMap((v) => (v.said ? [{ drillId: ownDrillId(v.id, v.version), said: v.said }] : []));

/** The practice's own drills and this account's favourites; once it is there, every written drill is known by its id. */
export const useShelf = () =>
  useQuery({
    queryKey: ['drills'],
    queryFn: async (): Promise<ShelfAnswer> => {
      const shelf = await ask('GET /drills');
      learnDrills(withIds(shelf.own));
      return shelf;
    },
    staleTime: 60_000,
  });

/** Own drills that are on the shelf, each in its newest version. */
export const onShelf = (shelf: ShelfAnswer | undefined): Drill[] =>
  learnDrills(withIds([...new Map((shelf?.own ?? []).map((v) => [v.id, v])).values()]));
