import { createCanvas, type Canvas, type SKRSContext2D } from '@napi-rs/canvas';
import { PICTURE_POINTS, type PicturePoint, type View } from '../../core/picture/marks.ts';
import type { Random } from '../../core/numeric/random.ts';
import type { Handedness } from '../../core/units/units.ts';
import type { V } from './body.ts';

export interface CameraPlace {
  readonly view: View;
  readonly handedness: Handedness;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Distance of the camera from the golfer, m. */
  readonly distanceM: number;
  /** Lean of the camera, rad: + turns the picture clockwise. */
  readonly rollRad: number;
}

export type Px = readonly [x: number, y: number];

/** Metres of the scene across the height of the picture, at the golfer. */
const SCENE_M = 3.2;
const CAMERA_HEIGHT_M = 1.2;
/** Middle of the golfer, seen down the line, toward the ball. */
const DOWN_LINE_MIDDLE_M = 0.25;

/** Where a place in space falls in the picture of a pinhole camera, and how near it is. */
export function project(camera: CameraPlace, p: V): { px: Px; depthM: number } {
  const { view, distanceM: d, widthPx, heightPx } = camera;
  const [across, depthM] = view === 'face-on' ? [p[0], d - p[1]] : [p[1] - DOWN_LINE_MIDDLE_M, d + p[0]];
  const focalPx = (heightPx / SCENE_M) * d;
  const mirror = camera.handedness === 'right' ? 1 : -1;
  const x = (focalPx * mirror * across) / depthM;
  const y = (-focalPx * (p[2] - CAMERA_HEIGHT_M)) / depthM;
  const [c, s] = [Math.cos(camera.rollRad), Math.sin(camera.rollRad)];
  return { px: [widthPx / 2 + c * x - s * y, heightPx / 2 + s * x + c * y], depthM };
}

/** Pixels for a metre at the golfer. */
export const pxPerMetre = (camera: CameraPlace): number => camera.heightPx / SCENE_M;

/** A still, cluttered wall and floor: boards, blotches, posts; nothing in the colours of the figure alone. */
export function background(camera: CameraPlace, random: Random): Canvas {
  const { widthPx: w, heightPx: h } = camera;
  const canvas = createCanvas(w, h);
  const g = canvas.getContext('2d');
  const floor = h * 0.8;
  g.fillStyle = '#8f8a80';
  g.fillRect(0, 0, w, floor);
  g.fillStyle = '#6f7461';
  g.fillRect(0, floor, w, h - floor);
  for (let i = 0; i < 26; i++) {
    g.fillStyle = `hsl(${20 + 60 * random.uniform()} ${10 + 20 * random.uniform()}% ${30 + 40 * random.uniform()}% / 0.5)`;
    const bw = w * (0.03 + 0.12 * random.uniform());
    g.fillRect(w * random.uniform() - bw / 2, floor * random.uniform() * 0.9, bw, floor * 0.3 * random.uniform());
  }
  for (let i = 0; i < 900; i++) {
    g.fillStyle = `hsl(${360 * random.uniform()} ${25 * random.uniform()}% ${25 + 50 * random.uniform()}% / 0.35)`;
    const r = 1 + 5 * random.uniform() ** 2;
    g.beginPath();
    g.arc(w * random.uniform(), h * random.uniform(), r, 0, 2 * Math.PI);
    g.fill();
  }
  g.strokeStyle = 'rgb(60 55 48 / 0.35)';
  for (let x = 0; x < w; x += w / 14) {
    g.lineWidth = 1 + random.uniform();
    g.beginPath();
    g.moveTo(x + 6 * random.uniform(), 0);
    g.lineTo(x + 6 * random.uniform(), floor);
    g.stroke();
  }
  return canvas;
}

type Joints = Readonly<Record<PicturePoint, V>>;

function limb(g: SKRSContext2D, from: Px, to: Px, widths: readonly [number, number], colour: string): void {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const n = Math.hypot(dx, dy) || 1;
  const [ux, uy] = [-dy / n, dx / n];
  const [a, b] = [widths[0] / 2, widths[1] / 2];
  g.fillStyle = colour;
  g.beginPath();
  g.moveTo(from[0] + ux * a, from[1] + uy * a);
  g.lineTo(to[0] + ux * b, to[1] + uy * b);
  g.lineTo(to[0] - ux * b, to[1] - uy * b);
  g.lineTo(from[0] - ux * a, from[1] - uy * a);
  g.fill();
  for (const [p, r] of [
    [from, a],
    [to, b],
  ] as const) {
    g.beginPath();
    g.arc(p[0], p[1], r, 0, 2 * Math.PI);
    g.fill();
  }
}

const SKIN = '#c79a7b';
const SHIRT = '#3f5d6e';
const SLEEVE = '#54707f';
const TROUSERS = '#4a4136';
const SHOE = '#23211f';
const CAP = '#d8d2c4';

/** Draws the golfer at one moment, far parts first. No marks stand on the joints. */
export function drawFigure(g: SKRSContext2D, camera: CameraPlace, joints: Joints): void {
  const m = pxPerMetre(camera);
  const at = (p: V): Px => project(camera, p).px;
  const part = (a: PicturePoint, b: PicturePoint, from: number, to: number, colour: string) => ({
    depthM: (project(camera, joints[a]).depthM + project(camera, joints[b]).depthM) / 2,
    draw: () => limb(g, at(joints[a]), at(joints[b]), [from * m, to * m], colour),
  });
  const foot = (ankle: PicturePoint) => ({
    depthM: project(camera, joints[ankle]).depthM,
    draw: () => {
      const [x, y, z] = joints[ankle];
      limb(g, at([x, y - 0.06, z - 0.05]), at([x, y + 0.19, z - 0.06]), [0.09 * m, 0.07 * m], SHOE);
    },
  });
  const torso = {
    depthM: project(camera, joints.leadShoulder).depthM / 2 + project(camera, joints.trailShoulder).depthM / 2,
    draw: () => {
      const { leadHip, trailHip, leadShoulder, trailShoulder, hipBack } = joints;
      const middle = (a: V, b: V): V => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
      const [hips, hub] = [middle(leadHip, trailHip), middle(leadShoulder, trailShoulder)];
      // The hips reach back as far as their hindmost edge.
      const back = 2 * Math.abs(hips[1] - hipBack[1]);
      const wide = camera.view === 'face-on' ? 0.32 : back;
      const ellipse = (p: V, rx: number, ry: number, colour: string): void => {
        const [x, y] = at(p);
        g.fillStyle = colour;
        g.beginPath();
        g.ellipse(x, y, rx * m, ry * m, camera.rollRad, 0, 2 * Math.PI);
        g.fill();
      };
      ellipse(hips, wide / 2, 0.13, TROUSERS);
      limb(g, at(hips), at(hub), [0.26 * m, 0.3 * m], SHIRT);
      limb(g, at(leadShoulder), at(trailShoulder), [0.13 * m, 0.13 * m], SHIRT);
      limb(g, at(leadHip), at(trailHip), [0.05 * m, 0.05 * m], '#1f1b17');
    },
  };
  const head = {
    depthM: project(camera, joints.head).depthM,
    draw: () => {
      const [x, y] = at(joints.head);
      const hub = at(joints.leadShoulder);
      const other = at(joints.trailShoulder);
      limb(g, [x, y], [(hub[0] + other[0]) / 2, (hub[1] + other[1]) / 2], [0.1 * m, 0.12 * m], SKIN);
      g.fillStyle = SKIN;
      g.beginPath();
      g.ellipse(x, y, 0.09 * m, 0.115 * m, camera.rollRad, 0, 2 * Math.PI);
      g.fill();
      g.fillStyle = CAP;
      g.beginPath();
      g.ellipse(x, y - 0.04 * m, 0.095 * m, 0.08 * m, camera.rollRad, Math.PI, 2 * Math.PI);
      g.fill();
    },
  };
  const club = {
    depthM: project(camera, joints.clubHead).depthM,
    draw: () => {
      const [a, b] = [at(joints.hands), at(joints.clubHead)];
      g.strokeStyle = '#d9d9d6';
      g.lineWidth = Math.max(1.5, 0.014 * m);
      g.beginPath();
      g.moveTo(...a);
      g.lineTo(...b);
      g.stroke();
      limb(g, [b[0] - 0.03 * m, b[1]], [b[0] + 0.03 * m, b[1]], [0.06 * m, 0.06 * m], '#2a2a2c');
    },
  };
  const hands = {
    depthM: project(camera, joints.hands).depthM - 0.01,
    draw: () => {
      const [x, y] = at(joints.hands);
      limb(g, [x - 0.015 * m, y], [x + 0.015 * m, y + 0.02 * m], [0.085 * m, 0.085 * m], SKIN);
    },
  };
  const parts = [
    part('leadHip', 'leadKnee', 0.17, 0.12, TROUSERS),
    part('leadKnee', 'leadAnkle', 0.12, 0.08, TROUSERS),
    part('trailHip', 'trailKnee', 0.17, 0.12, TROUSERS),
    part('trailKnee', 'trailAnkle', 0.12, 0.08, TROUSERS),
    foot('leadAnkle'),
    foot('trailAnkle'),
    torso,
    part('leadShoulder', 'leadElbow', 0.11, 0.09, SLEEVE),
    part('leadElbow', 'hands', 0.08, 0.06, SKIN),
    part('trailShoulder', 'trailElbow', 0.11, 0.09, SLEEVE),
    part('trailElbow', 'hands', 0.08, 0.06, SKIN),
    head,
    club,
    hands,
  ];
  const [bx, by] = at(joints.ball);
  g.fillStyle = '#efeee9';
  g.beginPath();
  g.arc(bx, by, Math.max(2, 0.021 * m), 0, 2 * Math.PI);
  g.fill();
  for (const p of [...parts].sort((a, b) => b.depthM - a.depthM)) p.draw();
}

/** Every point's place in the picture. */
export const pointsInPicture = (camera: CameraPlace, joints: Joints): Record<PicturePoint, Px> =>
  Object.fromEntries(PICTURE_POINTS.map((p) => [p, project(camera, joints[p]).px])) as Record<PicturePoint, Px>;
