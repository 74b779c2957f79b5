import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import { useKeys } from '../../base/keys.tsx';
import { Button, PrimaryButton, QuietButton } from '../../kit/controls.tsx';
import { Card, Notice, Row, Soft } from '../../kit/layout.tsx';
import { useCamera, type CameraState } from './use-camera.ts';

const Finder = styled.video`
  width: 100%;
  /* Its room is there before the picture is: nothing below it moves. */
  aspect-ratio: 16 / 9;
  max-height: 330px;
  background: #14110e;
  border-radius: var(--radius);
`;

const TROUBLE: Partial<Record<CameraState, string>> = {
  refused: 'The browser may not use the camera. Allow it in the address bar, then open it again.',
  missing: 'No camera was found on this machine. Plug one in, or bring a file.',
  lost: 'The camera was unplugged. What it had filmed is kept and sent.',
};

const EMPTY = 'The camera had given no picture yet when the film ended: nothing was filmed.';

/** Films with the machine's camera, sound included. */
export function CameraPanel({ onFilm, onClose }: { onFilm: (file: File) => void; onClose: () => void }) {
  const camera = useCamera(onFilm);
  const finder = useRef<HTMLVideoElement>(null);
  const { open, state, stream } = camera;
  useEffect(() => void open(), [open]);
  useEffect(() => {
    if (finder.current) finder.current.srcObject = stream;
  }, [stream]);
  const filming = state === 'filming';
  useKeys({ ' ': filming ? camera.stop : state === 'ready' ? camera.film : undefined }, true);
  const empty = camera.filmedBytes === null && !filming;
  const trouble = empty
    ? state === 'lost'
      ? 'The camera was unplugged before it had given a picture: nothing was filmed.'
      : EMPTY
    : TROUBLE[state];
  return (
    <Card aria-label="Camera">
      <Soft>
        Chest height, level, five metres away or more, the whole swing in the picture; a length lying in it gives the
        scale.
      </Soft>
      {trouble ? (
        <Notice tone="stop" role="alert">
          {trouble}
        </Notice>
      ) : null}
      {stream ? <Finder ref={finder} autoPlay muted playsInline aria-label="What the camera sees" /> : null}
      <Row>
        {filming ? (
          <PrimaryButton onPress={camera.stop}>Stop filming</PrimaryButton>
        ) : (
          <PrimaryButton onPress={camera.film} isDisabled={state !== 'ready'}>
            Film
          </PrimaryButton>
        )}
        {trouble ? <Button onPress={() => void open()}>Open it again</Button> : null}
        <QuietButton
          onPress={() => {
            camera.close();
            onClose();
          }}
        >
          Close the camera
        </QuietButton>
        <span role="status">
          {filming
            ? camera.filmedBytes
              ? `Filming … ${(camera.filmedBytes / 1e6).toFixed(1)} MB`
              : 'The film begins …'
            : state === 'asking'
              ? 'Waiting for the camera …'
              : ''}
        </span>
      </Row>
    </Card>
  );
}
