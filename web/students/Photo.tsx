import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { ask, newId, queryClient } from '../base/api.ts';
import { Tick } from '../kit/chips.tsx';
import { Button, QuietButton } from '../kit/controls.tsx';
import { Card, Failed, Row, Soft } from '../kit/layout.tsx';
import { ForRole } from '../parts/ForRole.tsx';

const Face = styled.img`
  width: 64px;
  height: 64px;
  border-radius: 50%;
  object-fit: cover;
  border: 2px solid var(--line);
`;
/** A photo is brought to a square of this many pixels before it leaves the page. */
const SIDE_PX = 256;

/** A student's photo; nothing where there is none. */
export const StudentFace = ({ id, name, takenAt }: { id: string; name: string; takenAt: string | null }) =>
  takenAt ? (
    <Face src={`/api/students/${id}/photo?of=${encodeURIComponent(takenAt)}`} alt={`Photo of ${name}`} />
  ) : null;

/** The middle square of a picture file as a small JPEG in base64. */
async function smallJpeg(file: File): Promise<string> {
  const picture = await createImageBitmap(file).catch(() => {
    throw new Error(`${file.name} is no picture that this browser reads; a JPEG or PNG would be.`);
  });
  const side = Math.min(picture.width, picture.height);
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = SIDE_PX;
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no pictures.');
  context.drawImage(
    picture,
    (picture.width - side) / 2,
    (picture.height - side) / 2,
    side,
    side,
    0,
    0,
    SIDE_PX,
    SIDE_PX,
  );
  picture.close();
  return canvas.toDataURL('image/jpeg', 0.85).replace(/^data:image\/jpeg;base64,/, '');
}

/** The photo of the record: taken with the student's word, shown on the page, taken away at once. */
export function PhotoCard({ id, takenAt }: { id: string; takenAt: string | null }) {
  const [agreed, setAgreed] = useState(false);
  const refresh = (): Promise<void> => queryClient.invalidateQueries({ queryKey: ['student', id] });
  const keep = useMutation({
    mutationFn: async (file: File) =>
      ask('PUT /students/:id/photo', { id, body: { id: newId(), jpeg: await smallJpeg(file), agreed } }),
    onSuccess: refresh,
  });
  const drop = useMutation({ mutationFn: () => ask('DELETE /students/:id/photo', { id }), onSuccess: refresh });
  return (
    <ForRole to="PUT /students/:id/photo">
      <Card aria-label="Photo">
        <h2>Photo</h2>
        <Soft>
          Only for this record, 256 px square, on no paper and no link. Of a minor only with the guardian’s consent on
          file; when that is withdrawn, the photo goes.
        </Soft>
        {keep.error ? <Failed error={keep.error} /> : null}
        {drop.error ? <Failed error={drop.error} /> : null}
        <Row>
          <Tick isSelected={agreed} onChange={setAgreed}>
            the student agrees to it
          </Tick>
          <FileTrigger acceptedFileTypes={['image/*']} onSelect={(list) => list?.[0] && keep.mutate(list[0])}>
            <Button isDisabled={!agreed || keep.isPending}>{takenAt ? 'Another photo' : 'Add a photo'}</Button>
          </FileTrigger>
          {takenAt ? <QuietButton onPress={() => drop.mutate()}>Take the photo away</QuietButton> : null}
        </Row>
      </Card>
    </ForRole>
  );
}
