import type { Drill } from './drill-type.ts';
import { GROUND_DRILLS } from './drills-ground.ts';
import { EFFORT_AND_EASE_DRILLS } from './drills-effort-and-ease.ts';
import { PATH_AND_STRIKE_DRILLS } from './drills-path-and-strike.ts';
import { SETUP_AND_SIDES_DRILLS } from './drills-setup-and-sides.ts';
import { TURN_AND_RELEASE_DRILLS } from './drills-turn-and-release.ts';

/** The drill catalogue. */
export const DRILLS: readonly Drill[] = [
  ...TURN_AND_RELEASE_DRILLS,
  ...PATH_AND_STRIKE_DRILLS,
  ...EFFORT_AND_EASE_DRILLS,
  ...SETUP_AND_SIDES_DRILLS,
  ...GROUND_DRILLS,
];

export const drillById = (id: string): Drill | undefined => DRILLS.find((d) => d.id === id);
