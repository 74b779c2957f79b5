import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import type { OwnDrillWire, ShelfAnswer } from '../../api/drill-types.ts';
import { ask, queryClient } from '../base/api.ts';
import { useIntent } from '../base/intent.ts';
import { Button, QuietButton } from '../kit/controls.tsx';
import { Notice, Row } from '../kit/layout.tsx';
import { ForRole } from '../parts/ForRole.tsx';
import { readDrills, saveDrills } from './drills-file.ts';

const newest = (own: readonly OwnDrillWire[]): OwnDrillWire[] => [...new Map(own.map((v) => [v.id, v])).values()];

/** Own drills as a file, and drills from one: of the same name they become its next version. */
export function DrillsFileRow({ shelf }: { shelf: ShelfAnswer | undefined }) {
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);
  const own = newest(shelf?.own ?? []).filter((v) => v.said !== null);
  const intent = useIntent();
  const read = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    try {
      const texts = readDrills(await file.text(), file.name);
      for (const text of texts) {
        const same = own.find((v) => v.said?.name === text.name);
        await ask('PUT /drills/:id', { id: same?.id ?? intent.idFor(text), body: text });
      }
      intent.done();
      setSaid({
        text: `${texts.length} drill${texts.length === 1 ? '' : 's'} of “${file.name}” on the shelf.`,
        wrong: false,
      });
    } catch (error) {
      setSaid({ text: (error as Error).message, wrong: true });
    }
    await queryClient.invalidateQueries({ queryKey: ['drills'] });
  };
  return (
    <>
      <Row>
        <ForRole to="PUT /drills/:id">
          <FileTrigger
            acceptedFileTypes={['.json', 'application/json']}
            onSelect={(list) => void read(list?.[0] ?? undefined)}
          >
            <Button>Drills from a file</Button>
          </FileTrigger>
        </ForRole>
        {own.length > 0 ? (
          <QuietButton
            onPress={() =>
              saveDrills(
                own.flatMap((v) => (v.said ? [v.said] : [])),
                'our drills',
              )
            }
          >
            Save our own as JSON
          </QuietButton>
        ) : null}
      </Row>
      {said ? (
        <Notice tone={said.wrong ? 'stop' : 'held'} role="status">
          {said.text}
        </Notice>
      ) : null}
    </>
  );
}
