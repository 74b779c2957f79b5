import type { Handedness } from '../../units/units.ts';
import { add, scale, subtract, type Vec3 } from './rigid.ts';
import { DEFAULT_AXES, sideOf, type AxisName, type LabAxes, type PointsByRole } from './roles.ts';

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
  const [hips, chest] = [roles.hips ?? [], roles.chest ?? []];
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
