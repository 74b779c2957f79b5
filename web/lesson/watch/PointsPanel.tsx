import { useState } from 'react';
import { Button, QuietButton, Select } from '../../kit/controls.tsx';
import { Notice, Row, Soft } from '../../kit/layout.tsx';
import { POINT_NAMES, type FramePoints, type PicturePoint, type View } from '../../../core/picture/marks.ts';
import { pointsOf } from './edit-marks.ts';

/** Which point the next tap sets, what the frame holds, and following points to other frames. */
export function PointsPanel({
  view,
  points,
  current,
  onCurrent,
  onRemove,
  onAccept,
  onFollow,
  onPropose,
  busy,
  targets,
}: {
  view: View;
  points: FramePoints;
  current: PicturePoint | null;
  onCurrent: (point: PicturePoint) => void;
  onRemove: (point: PicturePoint) => void;
  onAccept: () => void;
  onFollow: (to: number, only: PicturePoint | null) => void;
  /** Looks for body points at all marked checkpoints; absent where the picture is a still. */
  onPropose?: () => void;
  busy: boolean;
  /** Frames to follow to: marked checkpoints, the ends. */
  targets: readonly { readonly id: string; readonly name: string; readonly frame: number }[];
}) {
  const [to, setTo] = useState('');
  const proposed = Object.values(points).filter((p) => p.source === 'proposed').length;
  const followable = Object.values(points).some((p) => p.source !== 'proposed');
  const target = targets.find((t) => t.id === to) ?? targets[targets.length - 1];
  return (
    <>
      <Row>
        <Select
          label="The next tap is"
          value={current ?? pointsOf(view)[0]!}
          onChange={onCurrent}
          options={pointsOf(view).map((p) => ({ id: p, name: `${points[p] ? '✓ ' : ''}${POINT_NAMES[p]}` }))}
        />
        {current && points[current] ? (
          <QuietButton onPress={() => onRemove(current)}>Take “{POINT_NAMES[current]}” away here</QuietButton>
        ) : null}
        {proposed > 0 ? <Button onPress={onAccept}>Accept {proposed} proposed points here</Button> : null}
        {onPropose ? (
          <Button onPress={onPropose} isDisabled={busy}>
            Propose body points
          </Button>
        ) : null}
      </Row>
      {target ? (
        <Row>
          <Select
            label="Follow to"
            value={target.id}
            onChange={setTo}
            options={targets.map((t) => ({ id: t.id, name: t.name }))}
          />
          <Button isDisabled={busy || !followable} onPress={() => onFollow(target.frame, null)}>
            Follow all points from here
          </Button>
          <Button
            isDisabled={busy || !current || !points[current] || points[current]?.source === 'proposed'}
            onPress={() => onFollow(target.frame, current)}
          >
            Follow this one
          </Button>
        </Row>
      ) : null}
      {proposed > 0 ? (
        <Notice tone="info">Dashed points are proposals: they count only once accepted or moved.</Notice>
      ) : null}
      <Soft>
        Solid: picked. Straw: followed, thin where little sure. Drag any of them; a moved point is a picked one.
        Followed points stop where they are lost. Start the club head from a frame where it is clear of the ball.
      </Soft>
    </>
  );
}
