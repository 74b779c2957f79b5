import type { Checkpoint } from '../stages.ts';
import { BASES, type Figure } from './figure.ts';
import { POSTURES, type Posture } from './down-the-line.ts';

/** A fault drawn beside the sound swing at one checkpoint, as it looks from one side. */
export type FaultPair = { readonly checkpoint: Checkpoint; readonly look: string } & (
  | { readonly view: 'face-on'; readonly sound: Figure; readonly faulty: Figure }
  | { readonly view: 'down-the-line'; readonly sound: Posture; readonly faulty: Posture }
);

type Base = keyof typeof BASES;
/** Face-on: what the faulty figure has other than the sound one. */
const on = (
  checkpoint: Checkpoint,
  base: Base,
  look: string,
  faulty: Partial<Figure>,
  sound: Partial<Figure> = {},
): FaultPair => ({
  checkpoint,
  view: 'face-on',
  look,
  sound: { ...BASES[base], ...sound, label: 'sound' },
  faulty: { ...BASES[base], ...sound, ...faulty, label: 'faulty' },
});
/** Down the line. */
const line = (
  checkpoint: Checkpoint,
  base: keyof typeof POSTURES,
  look: string,
  faulty: Partial<Posture>,
): FaultPair => ({
  checkpoint,
  view: 'down-the-line',
  look,
  sound: { ...POSTURES[base], label: 'sound' },
  faulty: { ...POSTURES[base], ...faulty, label: 'faulty' },
});

/** What each fault looks like beside a sound swing; faults that are heard, felt or counted have no shape. */
export const FAULT_FIGURES: Readonly<Record<string, FaultPair>> = {
  'body-trunk-turn': on('set-up', 'top', 'The club across the shoulders stops well short of square to the target line.', { chestTurnDeg: -50 }, { hold: 'shoulders', thing: 'stick', props: [] }), // prettier-ignore
  'body-toe-push': on('finish', 'finish', 'The trail heel rises over the outside of the foot, and not far.', { trailHeel: 0.2, trailFootOut: -0.08 }), // prettier-ignore
  'body-balance': on('finish', 'finish', 'The trail foot has to come down to catch the body.', { trailFootOut: 0.3, hipShift: 0.2, trunkTiltDeg: -12, trailHeel: 0 }), // prettier-ignore
  tension: on('set-up', 'set-up', 'Shoulders up, elbows locked, the arms a rigid frame.', { trunkTiltDeg: 0, leadArmDeg: 10, trailArmDeg: -2, clubDeg: -14 }, { leadElbowDeg: 8, trailElbowDeg: 14 }), // prettier-ignore
  'setup-aim': line('set-up', 'set-up', 'Feet, hips and shoulders point across the target line.', { aimDeg: 18 }),
  'setup-hands': line('set-up', 'set-up', 'The hands reach for the ball instead of hanging under the shoulders.', { armDeg: 34, clubDeg: 36 }), // prettier-ignore
  'setup-driver': on('set-up', 'set-up', 'The body stands level over a ball in the middle.', { trunkTiltDeg: -2, leadArmDeg: -6, clubDeg: 0 }, { trunkTiltDeg: 9 }), // prettier-ignore
  sway: on('top', 'top', 'The trail hip slides out over the trail foot.', {
    hipShift: -0.85,
    trunkTiltDeg: -6,
    trailKneeDeg: 6,
  }),
  'slow-takeaway': on('takeaway', 'half-back', 'The club creeps off while the body stands still.', { leadArmDeg: -28, clubDeg: -42, chestTurnDeg: -12, hipTurnDeg: -2, hipShift: 0 }), // prettier-ignore
  'arm-deep': line('lead arm level (back)', 'half-back', 'The hands are dragged in behind the chest.', { armDeg: -38, clubDeg: -110 }), // prettier-ignore
  'short-turn': on('top', 'top', 'Chest and hips stop early, the lead heel stays down.', { chestTurnDeg: -48, hipTurnDeg: -16, leadArmDeg: -112, clubDeg: -196 }), // prettier-ignore
  'trail-load-outside': on('top', 'top', 'The trail foot rolls to its outer edge, the knee goes with it.', { hipShift: -0.6, trailFootUp: 0.06, trailKneeDeg: 4, trailFootOut: -0.06 }), // prettier-ignore
  'reverse-load': on('top', 'top', 'The body leans over the lead foot at the top.', {
    hipShift: 0.5,
    trunkTiltDeg: -14,
  }),
  'early-set': on('lead arm level (back)', 'half-back', 'The wrists are fully set before the arm is level.', { leadArmDeg: -52, clubDeg: -168 }, { clubDeg: -140 }), // prettier-ignore
  'arms-first': line('transition', 'start down', 'Shoulders spin, arms and club go out over the line.', { armDeg: -100, clubDeg: 208, trunkDeg: 30 }), // prettier-ignore
  'no-separation': on('transition', 'transition', 'Hips and chest turn together: nothing is stretched.', { hipTurnDeg: -62, chestTurnDeg: -70 }), // prettier-ignore
  'rushed-start': on('transition', 'transition', 'Everything is snatched at once, the arms already half-way.', { leadArmDeg: -100, clubDeg: -150, hipTurnDeg: 5, chestTurnDeg: -35 }), // prettier-ignore
  'hang-back': on('strike', 'strike', 'The weight stays over the trail foot, its heel still down.', { hipShift: -0.45, trunkTiltDeg: 18, trailHeel: 0 }), // prettier-ignore
  'no-foot-torque': on('delivery', 'delivery', 'The hips are still closed when the club comes down.', { hipTurnDeg: -12, hipShift: 0.1 }), // prettier-ignore
  slide: on('strike', 'strike', 'The lead hip is past the lead foot, the chest left behind.', { hipShift: 1.15, hipTurnDeg: 12, trunkTiltDeg: 22 }), // prettier-ignore
  'over-the-top': line('lead arm level (down)', 'lead arm level', 'Hands move out toward the ball, the shaft stands steeper than on the way back.', { armDeg: -52, clubDeg: 190 }), // prettier-ignore
  'early-extension': line('strike', 'strike', 'The hips come off the wall behind them, the trunk stands up, the hands are high.', { hipBack: 0.06, trunkDeg: 18, armDeg: 26, clubDeg: 26 }), // prettier-ignore
  'early-release': on('lead arm level (down)', 'delivery', 'Half-way down the angle between arm and shaft is gone.', { leadArmDeg: -82, clubDeg: -96 }, { leadArmDeg: -82, clubDeg: -172 }), // prettier-ignore
  'held-off': on('strike', 'strike', 'The handle is dragged far ahead of the head.', { leadArmDeg: 18, clubDeg: -28 }),
  'body-stall': on('strike', 'strike', 'Hips and chest stop square to the ball, the hands run past.', { hipTurnDeg: 4, chestTurnDeg: -6, leadArmDeg: 16, clubDeg: 10 }), // prettier-ignore
  'no-leg-extension': on('strike', 'strike', 'The lead knee is still bent, the body still sinking.', {
    leadKneeDeg: 46,
    trailKneeDeg: 44,
  }),
  'trail-arm': on('strike', 'strike', 'The trail elbow is still well bent, both arms are short.', {
    leadElbowDeg: 44,
    leadArmDeg: 2,
    clubDeg: 8,
    trailElbowDeg: 62,
  }),
  'level-shoulders': on('delivery', 'delivery', 'The shoulders come round level, with no bend to the trail side.', { trunkTiltDeg: -6 }), // prettier-ignore
  'head-height': on('strike', 'strike', 'The head has sunk well below its place at set-up.', { leadKneeDeg: 48, trailKneeDeg: 48, trunkTiltDeg: 12 }), // prettier-ignore
  shrug: on('delivery', 'delivery', 'The shoulders are pulled up, the arms shortened.', { leadElbowDeg: 30, trailElbowDeg: 50, rise: 0.06 }), // prettier-ignore
  'legs-late': on('strike', 'strike', 'At the ball the legs are still bent; they straighten after it.', { leadKneeDeg: 40, trailKneeDeg: 34 }), // prettier-ignore
  scooped: on('strike', 'strike', 'The lead wrist bends back, the head passes the hands before the ball.', { leadArmDeg: -12, clubDeg: 22 }), // prettier-ignore
  'steep-attack': on('strike', 'strike', 'Body over the ball, the club still on its way down.', { trunkTiltDeg: -8, hipShift: 0.6, leadArmDeg: 14, clubDeg: -20 }, { props: ['ball', 'tee'] }), // prettier-ignore
  'upper-body-ahead': on('strike', 'strike', 'Head and chest are ahead of their place at set-up.', { trunkTiltDeg: -14, hipShift: 0.5 }), // prettier-ignore
  'lead-leg-soft': on('strike', 'strike', 'The lead knee gives and is more bent than on the way down.', { leadKneeDeg: 44, hipShift: 0.7 }), // prettier-ignore
  'low-point': on('strike', 'strike', 'Weight behind, the club meets the mat before the ball.', { hipShift: -0.3, trunkTiltDeg: 16, leadArmDeg: -16, clubDeg: -6 }), // prettier-ignore
  'unstable-finish': on('finish', 'finish', 'The body falls out of the finish to the side.', { trunkTiltDeg: 20, hipShift: -0.4, trailFootOut: -0.2, trailHeel: 0 }), // prettier-ignore
};
