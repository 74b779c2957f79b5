import { useState } from 'react';
import { KNOWN_LENGTHS } from '../../../core/picture/scale.ts';
import type { PictureMarks, Px } from '../../../core/picture/marks.ts';
import { Button, QuietButton, Select, TextField } from '../../kit/controls.tsx';
import { Row, Soft } from '../../kit/layout.tsx';
import { numberOf, wrongNumber } from '../../kit/typed-number.ts';

type Known = (typeof KNOWN_LENGTHS)[number]['id'];
/** How far a camera can stand from the player, m. */
const CAMERA_DISTANCE_M = [1.5, 60] as const;
const AT = [
  { id: 'body', name: 'as far as the player' },
  { id: 'ball', name: 'on the ball’s line' },
] as const;

/** How long the marked length is, how sure, and how far away it was. */
export function ScaleForm({
  ends,
  marks,
  heightM,
  onSet,
  onDistance,
}: {
  /** Ends that were just tapped, or null to change the scale that is there. */
  ends: { a: Px; b: Px } | null;
  marks: PictureMarks;
  heightM: number | null;
  onSet: (scale: PictureMarks['scale']) => void;
  onDistance: (m: number | null) => void;
}) {
  const { scale, cameraDistanceM } = marks;
  const [known, setKnown] = useState<Known>('driver');
  const start = KNOWN_LENGTHS[0];
  const [length, setLength] = useState(String(scale?.lengthM ?? start.lengthM));
  const [sd, setSd] = useState(String(scale?.lengthSdM ?? start.lengthSdM));
  const [at, setAt] = useState<'body' | 'ball'>(scale?.at ?? 'body');
  const [distance, setDistance] = useState(cameraDistanceM === null ? '' : String(cameraDistanceM));
  const place = ends ?? scale;
  const [lengthM, lengthSdM] = [numberOf(length) ?? NaN, numberOf(sd) ?? NaN];
  const wrongDistance = wrongNumber(distance, ...CAMERA_DISTANCE_M);
  const sound = lengthM > 0 && lengthM <= 5 && lengthSdM >= 0 && lengthSdM <= 1;
  const choose = (id: Known): void => {
    setKnown(id);
    const of = KNOWN_LENGTHS.find((k) => k.id === id) ?? start;
    setLength(String(id === 'height' && heightM ? heightM : of.lengthM));
    setSd(String(of.lengthSdM));
  };
  return (
    <>
      <Row>
        <Select label="Known length" value={known} onChange={choose} options={KNOWN_LENGTHS} />
        <TextField label="Length, m" value={length} onChange={setLength} inputMode="decimal" />
        <TextField label="± m" value={sd} onChange={setSd} inputMode="decimal" />
        <Select label="It was" value={at} onChange={setAt} options={AT} />
        <TextField
          label="Camera to player, m"
          value={distance}
          onChange={setDistance}
          inputMode="decimal"
          error={wrongDistance}
          onBlur={() => {
            if (wrongDistance === undefined) onDistance(numberOf(distance));
          }}
        />
      </Row>
      <Row>
        <Button
          isDisabled={!place || !sound}
          onPress={() => place && onSet({ a: place.a, b: place.b, lengthM, lengthSdM, at })}
        >
          Set the scale
        </Button>
        {scale ? <QuietButton onPress={() => onSet(null)}>Take the scale away</QuietButton> : null}
        <Soft>
          {place
            ? 'It holds for what is as far away as the length was; the camera’s distance puts the club head right.'
            : 'Tap both ends of it in the picture.'}
        </Soft>
      </Row>
    </>
  );
}
