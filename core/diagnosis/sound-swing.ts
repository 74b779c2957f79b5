import { SOUND_SWING } from './fitted/sound-swing.ts';
import type { SoundSwingData } from './fitted/types.ts';

/** Body of a player, all of it known. */
export interface WholeBody {
  readonly heightM: number;
  readonly massKg: number;
  readonly ageYears: number;
  readonly female: boolean;
}

const MIDDLE_MPS = 40;
const SCALE_MPS = 9;

/** Terms of the regressions. */
export function soundTerms(speedMps: number, body: WholeBody | undefined): number[] {
  const z = (speedMps - MIDDLE_MPS) / SCALE_MPS;
  const bySpeed = [1, z, z * z];
  if (!body) return bySpeed;
  const { heightM, massKg, ageYears, female } = body;
  return [...bySpeed, (heightM - 1.7) / 0.1, (massKg - 72) / 14, (ageYears - 46) / 20, female ? 1 : 0];
}

/** What a sound player of this speed, and of this body where all of it is known, shows on each input of a price. */
export function soundInputs(
  speedMps: number,
  body: WholeBody | undefined,
  { inputs }: SoundSwingData = SOUND_SWING,
): Record<string, number> {
  const terms = soundTerms(speedMps, body);
  return Object.fromEntries(
    Object.entries(inputs).map(([name, { bySpeed, byBody }]) => [
      name,
      (body ? byBody : bySpeed).reduce((s, c, i) => s + c * terms[i]!, 0),
    ]),
  );
}
