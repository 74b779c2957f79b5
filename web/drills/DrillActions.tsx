import { useMutation } from '@tanstack/react-query';
import { Star } from 'lucide-react';
import { format } from 'date-fns';
import type { ShelfAnswer } from '../../api/drill-types.ts';
import type { Drill } from '../../core/catalogue/drill-type.ts';
import { copyOf, ownDrillOf, type OwnDrillText } from '../../core/catalogue/own-drill.ts';
import { ask, newId, queryClient } from '../base/api.ts';
import { QuietButton } from '../kit/controls.tsx';
import { Failed, Row, Soft } from '../kit/layout.tsx';
import { ForRole } from '../parts/ForRole.tsx';
import { asText, saveDrills } from './drills-file.ts';

/** Id under which a drill is a favourite: an own one in all its versions. */
export const favouriteId = (drillId: string): string => ownDrillOf(drillId)?.id ?? drillId;

/** What can be done with the drill that is open: like it, copy it, save it; write on and take away an own one. */
export function DrillActions({
  drill,
  shelf,
  onWrite,
}: {
  drill: Drill;
  shelf: ShelfAnswer | undefined;
  onWrite: (id: string, text: OwnDrillText) => void;
}) {
  const own = ownDrillOf(drill.id);
  const version = shelf?.own.find((v) => v.id === own?.id && v.version === own.version);
  const liked = shelf?.favourites.includes(favouriteId(drill.id)) ?? false;
  const after = { onSuccess: () => queryClient.invalidateQueries({ queryKey: ['drills'] }) };
  const like = useMutation({
    mutationFn: () => ask('PUT /favourites', { body: { drill: favouriteId(drill.id), favourite: !liked } }),
    ...after,
  });
  const takeAway = useMutation({ mutationFn: () => ask('DELETE /drills/:id', { id: own?.id ?? '' }), ...after });
  const error = like.error ?? takeAway.error;
  return (
    <>
      {version ? (
        <Soft>
          Version {version.version} of {format(new Date(version.madeAt), 'd MMM yyyy')}
          {version.madeBy ? `, by ${version.madeBy}` : ''}
        </Soft>
      ) : null}
      {error ? <Failed error={error} /> : null}
      <Row>
        <QuietButton onPress={() => like.mutate()} aria-pressed={liked}>
          <Star size={18} fill={liked ? 'currentColor' : 'none'} aria-hidden />
          {liked ? 'A favourite' : 'Make it a favourite'}
        </QuietButton>
        <ForRole to="PUT /drills/:id">
          <QuietButton onPress={() => onWrite(newId(), copyOf(drill))}>Copy it</QuietButton>
          {own && version?.said ? (
            <>
              <QuietButton onPress={() => version.said && onWrite(own.id, version.said)}>Write on</QuietButton>
              <QuietButton onPress={() => takeAway.mutate()}>Take it off the shelf</QuietButton>
            </>
          ) : null}
        </ForRole>
        <QuietButton onPress={() => saveDrills([asText(drill, version?.said ?? undefined)], drill.name)}>
          Save as JSON
        </QuietButton>
      </Row>
    </>
  );
}
