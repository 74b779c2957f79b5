import { fault, type Fault } from './fault-type.ts';

/** What a player's body does not let him do: a reason to play within it or to see a professional, never a drill's target. Leaks by judgement. */
export const BODY_FAULTS: readonly Fault[] = [
  fault(
    'body-trunk-turn',
    'body',
    'Short trunk turn',
    'The trunk cannot turn far enough to each side.',
    0.049,
    [['trunk-club-across', 'set-up', 'face-on', 'Club across the shoulders does not reach 90°']],
    ['short-turn'],
    ['ground-up', 'built-backswing'],
    false,
  ),
  fault(
    'body-toe-push',
    'body',
    'Stiff big toe',
    'With a stiff big toe the push leaves by the outside of the foot.',
    0.0235,
    [['toe-heel-raise', 'finish', 'either', 'Heel rises over the outside of the foot']],
    ['no-leg-extension'],
    ['ground-up'],
    false,
  ),
  fault(
    'body-balance',
    'body',
    'Poor balance',
    'Standing on one leg is unsure, so the swing cannot move freely.',
    0.0403,
    [['balance-falls', 'finish', 'either', 'Cannot stand on the lead leg at the finish']],
    ['unstable-finish'],
    ['free-swing'],
    false,
  ),
];
