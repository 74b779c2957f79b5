import type { Protocol } from './protocol.ts';
import { PAST, seen, speed, step, stick, strike } from './protocol-steps.ts';

export interface ShippedProtocol extends Protocol {
  readonly id: string;
}

/** Session protocols that ship with the program. Swings, rests and marks are typical. */
export const PROTOCOLS: readonly ShippedProtocol[] = [
  {
    id: 'body-part-by-part',
    name: 'Body added part by part',
    what: 'Arms alone first, then trunk, hips, feet; each is kept as the next one joins.',
    steps: [
      step('Arms only', 'Feet together, chest quiet; the arms swing.', {
        condition: 'feet together, chest quiet',
        effort: 5,
      }),
      step('Add the chest', 'Same feet; the chest turns with the arms.', {
        condition: 'feet together, chest turns',
        effort: 6,
        gate: speed(1),
      }),
      step('Add the hips', 'Normal stance; hips turn, heels stay down.', {
        condition: 'heels down',
        effort: 6,
        gate: speed(1.02),
      }),
      step('Add the feet', 'Heels free, small step allowed.', { condition: 'heels free', effort: 7, gate: strike(4) }),
      step('All of it', 'An ordinary swing; keep what you added.', { condition: 'normal', effort: 7, gate: strike(3) }),
    ],
  },
  {
    id: 'both-directions',
    name: 'Both directions, light stick to driver',
    what: 'Brakes and balance first, then speed with a stick, then the driver with a ball.',
    steps: [
      stick('Other way, easy', 'Stick, the other direction, easy.', {
        direction: 'other',
        condition: 'other way, easy',
        effort: 5,
      }),
      stick('Own way, brisk', 'Stick, your own direction, brisk.', { condition: 'stick, brisk', effort: 7 }),
      stick('Other way, fast', 'Stick, the other direction, as fast as it stays in balance.', {
        direction: 'other',
        condition: 'other way, fast',
        effort: 9,
        restS: 60,
      }),
      stick('Own way, fast', 'Stick, your own direction, as fast as it goes.', {
        condition: 'stick, fast',
        effort: 9,
        restS: 60,
      }),
      step('Driver, no ball', 'The driver, brushing the ball place.', {
        club: 'driver',
        withBall: false,
        condition: 'no ball, brisk',
        effort: 8,
        restS: 60,
      }),
      step('Driver and ball', 'An ordinary ball, the same freedom.', {
        club: 'driver',
        condition: 'normal',
        effort: 8,
        restS: 60,
        gate: seen('finish held for 2 s', 4, 5),
      }),
    ],
  },
  {
    id: 'three-lengths',
    name: 'Three lengths past the ball',
    what: 'Half, low both ways, full: at each length the loudest point comes past the ball before the next.',
    steps: [
      stick('Half', 'Half a backswing; loudest a step past the ball.', {
        drillId: 'past-ball-half',
        condition: 'half, past the ball',
        swings: 4,
        restS: 30,
        gate: seen(PAST, 3, 4),
      }),
      stick('Low both ways', 'Low, both ways without a pause.', {
        drillId: 'past-ball-two-way',
        condition: 'both ways, past the ball',
        swings: 4,
        restS: 30,
        gate: seen(PAST, 3, 4),
      }),
      stick('Full', 'A full backswing; aim past it still.', {
        drillId: 'past-ball-full',
        condition: 'full, past the ball',
        swings: 4,
        restS: 45,
        gate: seen(PAST, 3, 4),
      }),
      step('Iron and ball', 'A middle iron with a ball; hear it past.', {
        condition: 'normal',
        swings: 5,
        gate: seen(PAST, 3, 5),
      }),
    ],
  },
  {
    id: 'push-series',
    name: 'Push series',
    what: 'From a raise on the toes to a step and a ball: the push comes before the swish.',
    steps: [
      step('Heel raise', 'Quick raise on the toes, quiet down; no club.', {
        club: 'none',
        withBall: false,
        condition: 'heel raise',
        drillId: 'toe-raise-fast',
        swings: 8,
        restS: 30,
        gate: seen('quick up, quiet down', 6, 8),
      }),
      step('Slide', 'Forefoot on a slider: push it away fast with the toe.', {
        club: 'none',
        withBall: false,
        condition: 'slide',
        drillId: 'slider-push',
        swings: 6,
        gate: seen('the body quiet', 5, 6),
      }),
      step('Step', 'Feet together, small step, push before the swish.', {
        club: 'driver',
        withBall: false,
        condition: 'step',
        swings: 5,
        effort: 7,
        gate: seen('light before the swish', 4, 5),
      }),
      step('Step away', 'Small step to the trail side first.', {
        club: 'driver',
        withBall: false,
        condition: 'step away',
        swings: 5,
        effort: 7,
        gate: seen('weight on the lead foot at the swish', 4, 5),
      }),
      step('Double step', 'Away and toward, without a pause.', {
        club: 'driver',
        withBall: false,
        condition: 'double step',
        swings: 5,
        effort: 7,
        gate: seen('light before the swish', 4, 5),
      }),
      step('Ball', 'A ball, feet where they are; keep the push.', {
        club: 'driver',
        condition: 'normal',
        swings: 5,
        effort: 7,
        restS: 60,
        gate: strike(4),
      }),
    ],
  },
  {
    id: 'pads',
    name: 'Pads under the feet',
    what: 'Press into the trail heel, then off the lead forefoot; then take the pads away.',
    steps: [
      step('Trail heel pad', 'Pad under the trail heel: press into it going back.', {
        aid: 'wedge pad',
        withBall: false,
        condition: 'trail heel pad',
        drillId: 'heel-wedge-load',
      }),
      step('Lead forefoot pad', 'Pad under the ball of the lead foot: press before the club is at hip height.', {
        aid: 'wedge pad',
        withBall: false,
        condition: 'lead forefoot pad',
        drillId: 'ball-wedge-press',
      }),
      step('Heavy stick with a step', 'Heavy stick, step before it turns; brisk, not more.', {
        club: 'heavy stick',
        withBall: false,
        condition: 'heavy stick with a step',
        drillId: 'step-change-heavy',
        swings: 4,
        restS: 60,
      }),
      step('Pads away', 'No pads; press where they were.', { withBall: false, condition: 'pads away', effort: 7 }),
      step('Iron and ball', 'An ordinary ball.', { condition: 'normal', effort: 7, gate: strike(4) }),
      step('Driver and ball', 'The driver, the same press.', {
        club: 'driver',
        condition: 'normal',
        effort: 7,
        restS: 60,
        gate: seen('the press was felt before the swing down', 4, 5),
      }),
    ],
  },
  {
    id: 'late-set-to-full',
    name: 'Half with a late set to full',
    what: 'The angle forms on the way down; the swing grows as long as it stays.',
    steps: [
      step('Half, no set', 'Half swing without a wrist angle; it forms as weight moves to the lead side.', {
        drillId: 'late-set-half',
        condition: 'half, late set',
        effort: 5,
      }),
      step('Three-quarter', 'A little longer, the same lateness.', {
        condition: 'three-quarter, late set',
        effort: 6,
        gate: speed(1.03),
      }),
      step('Full', 'A full swing, soft wrists.', { condition: 'full, late set', effort: 7, gate: strike(4) }),
      step('Driver', 'The driver, the same softness.', {
        club: 'driver',
        condition: 'normal',
        effort: 7,
        restS: 60,
        gate: seen('no snatch from the top', 4, 5),
      }),
    ],
  },
  {
    id: 'cue-trial',
    name: 'Cue trial',
    what: 'Four cues of different kinds for one change, after a free block; the fastest with the strike kept is the player’s.',
    steps: [
      step('No cue', 'An ordinary swing.', { condition: 'normal', effort: 7 }),
      step('Hands', 'Cue for the hands, said before each swing.', {
        drillId: 'cue-compare',
        condition: 'cue: hands',
        effort: 7,
        gate: strike(4),
      }),
      step('Hips', 'Cue for the hips.', { drillId: 'cue-compare', condition: 'cue: hips', effort: 7, gate: strike(4) }),
      step('Shoulders', 'Cue for the shoulders.', {
        drillId: 'cue-compare',
        condition: 'cue: shoulders',
        effort: 7,
        gate: strike(4),
      }),
      step('Target', 'Cue for the target.', {
        drillId: 'cue-compare',
        condition: 'cue: target',
        effort: 7,
        gate: strike(4),
      }),
    ],
  },
  {
    id: 'warm-up-flow',
    name: 'Warm-up',
    what: 'General, then specific, 8–10 minutes; before anything at full intent.',
    steps: [
      step('Walk or skip', 'Two to three minutes, until warm.', {
        club: 'none',
        withBall: false,
        condition: 'warm-up: walk',
        swings: 1,
        restS: 0,
      }),
      step('Hips and trunk', 'Leg swings, trunk turns to both sides.', {
        club: 'none',
        withBall: false,
        condition: 'warm-up: turns',
        swings: 10,
        restS: 0,
      }),
      step('Shoulders', 'Circles and pulls, easy.', {
        club: 'none',
        withBall: false,
        condition: 'warm-up: shoulders',
        swings: 10,
        restS: 0,
      }),
      step('Slow swings, both ways', 'A club, slow, in both directions.', {
        withBall: false,
        condition: 'warm-up: slow',
        direction: 'other',
        swings: 6,
        restS: 20,
        effort: 3,
      }),
      step('Brisk swings', 'Faster from swing to swing, never all out.', {
        withBall: false,
        condition: 'warm-up: brisk',
        swings: 6,
        restS: 30,
        effort: 6,
        gate: seen('felt free, ease 6 or more', 4, 6),
      }),
    ],
  },
];
