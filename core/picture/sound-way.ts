const SOUND_MPS = 343;
/** Usual way of the sound from the ball to the camera, m, and what it may differ, one standard deviation. */
const USUAL_DISTANCE_M = 4.3;
const DISTANCE_SD_M = 0.7;

/** How much later than it happens a film's sound is heard, s, with one standard deviation. */
export const soundWay = (cameraDistanceM: number | null): { readonly s: number; readonly sdS: number } => ({
  s: (cameraDistanceM ?? USUAL_DISTANCE_M) / SOUND_MPS,
  sdS: DISTANCE_SD_M / SOUND_MPS,
});
