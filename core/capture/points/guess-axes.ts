import type { Handedness } from '../../units/units.ts';
import { add, dot, length, scale, subtract, type Vec3 } from './rigid.ts';
import {
  chestLabels,
  DEFAULT_AXES,
  guessRoles,
  sideOf,
  type AxisName,
  type LabAxes,
  type PointsByRole,
} from './roles.ts';

/** Frames at the start in which the player stands at set-up. */
const SETUP_FRAMES = 12;
const LETTERS = ['x', 'y', 'z'] as const;

interface Series {
  readonly label: string;
  readonly places: readonly (Vec3 | null)[];
}

/** Mean place of labelled points at set-up; undefined where none is seen. */
function middleOf(points: readonly Series[], labels: readonly string[]): Vec3 | undefined {
  const seen = points
    .filter((p) => labels.includes(p.label))
    .flatMap((p) => p.places.slice(0, SETUP_FRAMES).filter((v): v is Vec3 => v !== null));
  return seen.length === 0
    ? undefined
    : scale(
        seen.reduce((s, v) => add(s, v), [0, 0, 0]),
        1 / seen.length,
      );
}

/** Axis along which a direction mostly points, leaving one out. */
function mainAxis(v: Vec3, without?: string): AxisName {
  const order = [0, 1, 2].filter((i) => LETTERS[i] !== without).sort((a, b) => Math.abs(v[b]!) - Math.abs(v[a]!));
  return `${v[order[0]!]! >= 0 ? '+' : '-'}${LETTERS[order[0]!]}` as AxisName;
}

/** How the laboratory lies, by the body at set-up: chest above hips, lead side nearer to the target. */
export function guessAxes(points: readonly Series[], roles: PointsByRole, handedness: Handedness): LabAxes {
  const [hips, chest] = [roles.hips ?? [], chestLabels(roles)];
  const [low, high] = [middleOf(points, hips), middleOf(points, chest)];
  if (!low || !high) return DEFAULT_AXES;
  const up = mainAxis(subtract(high, low));
  const body = [...hips, ...chest];
  const side = (which: 'lead' | 'trail'): Vec3 | undefined =>
    middleOf(
      points,
      body.filter((l) => sideOf(l, handedness) === which),
    );
  const [lead, trail] = [side('lead'), side('trail')];
  if (!lead || !trail) return up[1] === DEFAULT_AXES.towardTarget[1] ? DEFAULT_AXES : { ...DEFAULT_AXES, up };
  return { towardTarget: mainAxis(subtract(lead, trail), up[1]), up };
}

/** A head that moves so much along the line of the sides at its fastest tells which way the target is, share of its speed. */
const ALONG_SIDES = 0.5;

/**
 * Which hand the captured player plays, by the points themselves: where the club head is fastest it flies toward the target, and
 * the side that is nearer to it leads. Undefined where labels name no sides or no club head, or the flight lies across them.
 */
export function handOfPoints(points: readonly Series[]): Handedness | undefined {
  const roles = guessRoles(
    points.map((p) => p.label),
    'right',
  );
  const body = [...(roles.hips ?? []), ...chestLabels(roles)];
  const side = (which: 'lead' | 'trail'): Vec3 | undefined =>
    middleOf(
      points,
      body.filter((l) => sideOf(l, 'right') === which),
    );
  const [left, right] = [side('lead'), side('trail')];
  const head = points.find((p) => roles.clubHead?.includes(p.label))?.places;
  if (!left || !right || !head) return undefined;
  let fastest: Vec3 | undefined;
  head.forEach((p, i) => {
    const before = head[i - 1];
    if (!p || !before) return;
    const step = subtract(p, before);
    if (!fastest || length(step) > length(fastest)) fastest = step;
  });
  const across = subtract(left, right);
  if (!fastest || length(fastest) === 0 || length(across) === 0) return undefined;
  const along = dot(fastest, across) / (length(fastest) * length(across));
  return Math.abs(along) < ALONG_SIDES ? undefined : along > 0 ? 'right' : 'left';
}
