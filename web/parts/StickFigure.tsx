import styled from 'styled-components';
import { POSES, type Pose, type PoseId } from '../../core/catalogue/poses.ts';
import { degToRad } from '../../core/units/units.ts';

const WIDTH = 132;
const HEIGHT = 128;
const GROUND = 118;
const LEG = 46;
const TRUNK = 30;
const ARM = 30;
const CLUB = 38;

const Strip = styled.div`
  display: flex;
  gap: var(--s1);
`;
const Figure = styled.figure`
  margin: 0;
  flex: 0 1 124px;
  min-width: 0;
  text-align: center;
  figcaption {
    font-size: var(--small);
    color: var(--soft-ink);
    line-height: 1.2;
  }
`;

type Point = readonly [number, number];

/** Knee between hip and foot, bent outward (or inward) by the pose's angle. */
function knee(hip: Point, foot: Point, bendDeg: number, side: number): Point {
  const out = Math.sin(degToRad(bendDeg) / 2) * LEG * 0.45 * side;
  return [(hip[0] + foot[0]) / 2 + out, (hip[1] + foot[1]) / 2];
}

/** One pose, face-on: the target is at the right of the picture for a right-hander, at its left for a left-hander. */
function PoseFigure({ pose, handedness }: { pose: Pose; handedness: 'right' | 'left' }) {
  const half = pose.stance * LEG;
  const lead: Point = [WIDTH / 2 + half, GROUND];
  const trail: Point = [WIDTH / 2 - half, GROUND];
  const sink = (pose.leadKneeBendDeg + pose.trailKneeBendDeg) * 0.08;
  const hip: Point = [WIDTH / 2 + pose.hipShift * half, GROUND - LEG + sink];
  const tilt = degToRad(pose.trunkTiltDeg);
  const neck: Point = [hip[0] - Math.sin(tilt) * TRUNK, hip[1] - Math.cos(tilt) * TRUNK];
  const head: Point = [neck[0] - Math.sin(tilt) * 9, neck[1] - 10];
  const swing = (deg: number, from: Point, length: number): Point => [
    from[0] + Math.sin(degToRad(deg)) * length,
    from[1] + Math.cos(degToRad(deg)) * length,
  ];
  const shoulder: Point = [neck[0], neck[1] + 3];
  const hand = swing(pose.armDeg, shoulder, ARM);
  const club = swing(pose.clubDeg, hand, CLUB);
  const at = (p: Point): string => `${p[0].toFixed(1)},${p[1].toFixed(1)}`;
  const leadKnee = knee([hip[0] + 4, hip[1]], lead, pose.leadKneeBendDeg, 1);
  const trailKnee = knee([hip[0] - 4, hip[1]], trail, pose.trailKneeBendDeg, 1);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" aria-hidden>
      <g
        transform={handedness === 'left' ? `translate(${WIDTH} 0) scale(-1 1)` : undefined}
        fill="none"
        strokeLinecap="round"
        strokeLinejoin="round"
      >
        <line x1={4} x2={WIDTH - 4} y1={GROUND + 2} y2={GROUND + 2} stroke="var(--line)" strokeWidth={2} />
        <circle cx={WIDTH / 2 + 6} cy={GROUND - 1} r={2.5} fill="var(--maple)" />
        <polyline
          points={`${at([hip[0] - 4, hip[1]])} ${at(trailKnee)} ${at(trail)}`}
          stroke="var(--soft-ink)"
          strokeWidth={5}
        />
        <polyline
          points={`${at([hip[0] + 4, hip[1]])} ${at(leadKnee)} ${at(lead)}`}
          stroke="var(--hips)"
          strokeWidth={5}
        />
        <line x1={hip[0]} y1={hip[1]} x2={neck[0]} y2={neck[1]} stroke="var(--chest)" strokeWidth={6} />
        <circle cx={head[0]} cy={head[1]} r={7.5} stroke="var(--ink)" strokeWidth={3} />
        <line x1={shoulder[0]} y1={shoulder[1]} x2={hand[0]} y2={hand[1]} stroke="var(--lead-arm)" strokeWidth={4.5} />
        <line x1={hand[0]} y1={hand[1]} x2={club[0]} y2={club[1]} stroke="var(--club)" strokeWidth={2.5} />
        <circle cx={club[0]} cy={club[1]} r={3} fill="var(--club)" />
      </g>
    </svg>
  );
}

/** A drill as a strip of figures drawn from joint angles, mirrored for left-handers. */
export function FigureStrip({ poses, handedness }: { poses: readonly PoseId[]; handedness: 'right' | 'left' }) {
  return (
    <Strip>
      {poses.map((id) => (
        <Figure key={id}>
          <PoseFigure pose={POSES[id]} handedness={handedness} />
          <figcaption>{POSES[id].label}</figcaption>
        </Figure>
      ))}
    </Strip>
  );
}
