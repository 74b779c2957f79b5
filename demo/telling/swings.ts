import type { SwingParameters } from '../../core/swing/parameters.ts';
import { degToRad } from '../../core/units/units.ts';

/** Moves the onsets of the drives, s; none starts before the top. */
const onset = (p: SwingParameters, hips: number, trunk: number, shoulder: number, wrist: number): SwingParameters => ({
  ...p,
  drives: {
    hips: { ...p.drives.hips, onsetS: Math.max(0, p.drives.hips.onsetS + hips) },
    trunk: { ...p.drives.trunk, onsetS: Math.max(0, p.drives.trunk.onsetS + trunk) },
    shoulder: { ...p.drives.shoulder, onsetS: Math.max(0, p.drives.shoulder.onsetS + shoulder) },
    wrist: { ...p.drives.wrist, onsetS: Math.max(0, p.drives.wrist.onsetS + wrist) },
  },
});

/** The whole upper chain stops short of the top by so many degrees of chest turn. */
export const shorter = (p: SwingParameters, deg: number): SwingParameters => {
  const by = degToRad(deg);
  const s = p.startRad;
  return { ...p, startRad: { ...s, torso: s.torso + by, arm: s.arm + by, club: s.club + by } };
};

/** Less wrist angle at the top, and the wrists pushed open from the start. */
export const cast = (p: SwingParameters, size: number): SwingParameters => {
  const open = { ...p, startRad: { ...p.startRad, club: p.startRad.club + degToRad(14 * size) } };
  const { wrist } = open.drives;
  const pushed = {
    ...open,
    drives: { ...open.drives, wrist: { ...wrist, torqueNm: wrist.torqueNm * (1 + 1.5 * size) } },
  };
  return onset(pushed, 0, 0, 0, -0.14 * size);
};

/** Hips wait, arms lead. */
export const armsLead = (p: SwingParameters, size: number): SwingParameters =>
  onset(p, 0.055 * size, 0.03 * size, -0.02 * size, 0);
