import type { Drill } from './drill-type.ts';
import { stripOf } from './figures/strips.ts';
import { GROUND_DRILLS } from './drills-ground.ts';
import { GROUND_STEP_DRILLS } from './drills-ground-steps.ts';
import { EFFORT_AND_EASE_DRILLS } from './drills-effort-and-ease.ts';
import { PATH_AND_STRIKE_DRILLS } from './drills-path-and-strike.ts';
import { POSTURE_AND_PLANE_DRILLS } from './drills-posture-and-plane.ts';
import { RELEASE_DRILLS } from './drills-release.ts';
import { SWISH_DRILLS } from './drills-swish.ts';
import { SETUP_AND_SIDES_DRILLS } from './drills-setup-and-sides.ts';
import { THROW_AND_JUMP_DRILLS } from './drills-throws-and-jumps.ts';
import { TURN_DRILLS } from './drills-turn.ts';

/** The drill catalogue. */
export const DRILLS: readonly Drill[] = [
  ...TURN_DRILLS,
  ...SWISH_DRILLS,
  ...RELEASE_DRILLS,
  ...POSTURE_AND_PLANE_DRILLS,
  ...PATH_AND_STRIKE_DRILLS,
  ...EFFORT_AND_EASE_DRILLS,
  ...SETUP_AND_SIDES_DRILLS,
  ...GROUND_DRILLS,
  ...GROUND_STEP_DRILLS,
  ...THROW_AND_JUMP_DRILLS,
].map((d) => ({ ...d, figures: stripOf(d.id) ?? [] }));

const SHIPPED: ReadonlyMap<string, Drill> = new Map(DRILLS.map((d) => [d.id, d]));

/** Versions of drills that instructors wrote, by id. A version never changes, so what is known once stays true. */
const written = new Map<string, Drill>();
/** Makes written drills known to `drillById`. */
export function knowDrills(drills: readonly Drill[]): void {
  for (const d of drills) written.set(d.id, d);
}

/** A shipped drill, or a written one that was made known; undefined for others. */
export const drillById = (id: string): Drill | undefined => SHIPPED.get(id) ?? written.get(id);
