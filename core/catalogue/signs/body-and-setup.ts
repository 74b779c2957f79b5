import { measuredWith, type MeasuredSign } from './sign-type.ts';

const screen = measuredWith('screen');
const setup = measuredWith('setup');

/** The body screen, and the set-up as recorded with tape and eye. */
export const BODY_AND_SETUP_SIGNS: readonly MeasuredSign[] = [
  screen('trunk-turn-least', 'body-trunk-turn', 'seated trunk turn, shorter side', '°', [56, 8], [38, 7], {
    group: 'trunk',
  }),
  screen('trunk-turn-difference', 'body-trunk-turn', 'trunk turn, difference of sides', '°', [4, 3.5], [13, 5], {
    group: 'trunk',
  }),
  // Gait studies call 45–65° of passive big-toe extension functional; a push in a swing needs about 30° held.
  screen('toe-extension', 'body-toe-push', 'big-toe extension, stiffer side', '°', [58, 11], [30, 9], { group: 'toe' }),
  screen('heel-raises', 'body-toe-push', 'quick heel raises', '', [22, 6], [10, 5], { group: 'toe' }),
  screen('single-leg-balance', 'body-balance', 'single-leg stand, shorter side', 's', [22, 8], [7, 4]),
  // Holds, strengths and heights are distances from the typical window: 0 inside it.
  setup('grip-hold', 'setup-grip', 'club in the palm (0 fingers, 1 palm)', '', [0.2, 0.28], [0.9, 0.25], {
    group: 'grip',
  }),
  setup('grip-strength', 'setup-grip', 'knuckles seen, outside the typical window by', '', [0.1, 0.35], [1.1, 0.6], {
    group: 'grip',
  }),
  setup('aim-feet', 'setup-aim', 'aim of the feet off by, either way', '°', [2, 1.6], [7, 3], { group: 'aim' }),
  setup('aim-face', 'setup-aim', 'aim of the face off by, either way', '°', [1.5, 1.5], [6, 3], { group: 'aim' }),
  setup('hand-height', 'setup-hands', 'height of the hands, outside the typical window by', 'mm', [5, 14], [55, 28]),
  setup('lead-elbow', 'tension', 'lead elbow locked (0 soft, 1 locked)', '', [0.12, 0.3], [0.85, 0.35], {
    group: 'elbow-hold',
  }),
  setup('driver-tilt', 'setup-driver', 'side tilt with the driver', '°', [8, 3.5], [1, 3], { group: 'level-setup' }),
  setup('driver-ball-back', 'setup-driver', 'ball inside the lead heel with the driver', 'mm', [35, 35], [120, 40], {
    group: 'level-setup',
  }),
  setup('driver-stance', 'setup-driver', 'stance with the driver, share of height', '%', [29, 4], [19, 3], {
    group: 'level-setup',
  }),
];
