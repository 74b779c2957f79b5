import { LENSES, type LensId } from './stages.ts';

/** What a school makes of a fault: what it looks at first, a cause, only an effect of something else, or no fault at all. */
export type Stance = 'looks here first' | 'cause' | 'effect' | 'no fault';

export interface LensOpinion {
  readonly stance: Stance;
  /** One line in the school's own way of seeing; it changes no chance, no price and no caution. */
  readonly line: string;
}

type School = Exclude<LensId, 'measured'>;
type Row = readonly [fault: string, stance: Stance, line: string];

const FIRST = 'looks here first';

const ROWS: Readonly<Record<School, readonly Row[]>> = {
  'ground-up': [
    ['body-trunk-turn', 'cause', 'A trunk that cannot turn leaves the legs nothing to pull against.'],
    ['body-toe-push', 'cause', 'Without the toe the trail foot has no last push.'],
    ['sway', 'cause', 'A hip that slides out cannot load the trail leg.'],
    ['short-turn', 'effect', 'The turn is short where the feet and hips do not let it grow.'],
    ['trail-load-outside', FIRST, 'Loaded on its outer edge the trail foot cannot push back.'],
    ['reverse-load', FIRST, 'The weight has to be behind before it can go ahead.'],
    ['arms-first', 'effect', 'The arms start where the ground does not.'],
    ['no-separation', FIRST, 'Hips that lead the chest stretch what then pulls it.'],
    ['hang-back', FIRST, 'Speed that stays on the trail foot never reaches the club.'],
    ['no-foot-torque', FIRST, 'The feet turn the hips before anything above does.'],
    ['early-extension', 'effect', 'The hips come to the ball where the legs do not push up.'],
    ['body-stall', 'cause', 'Each part slows to hand its speed on, but it must not stop early.'],
    ['no-leg-extension', FIRST, 'The lead leg that straightens whips the club through.'],
    ['legs-late', FIRST, 'A push after the release is work for nothing.'],
    ['lead-leg-soft', 'cause', 'A soft lead leg gives nothing to turn against.'],
    ['early-release', 'effect', 'The angle is thrown where the body does not pull.'],
    ['slide', 'no fault', 'More shift toward the target is wanted as long as the hips still turn.'],
  ],
  'hands-and-arms': [
    ['setup-grip', 'cause', 'In the palms the club cannot be spun about the grip.'],
    ['arm-deep', 'cause', 'Deep hands have no room to throw.'],
    ['slide', 'cause', 'Most players slide too far, and the hands have to wait.'],
    ['early-extension', 'effect', 'The body makes room for hands that have none.'],
    ['early-release', FIRST, 'The throw is wanted, later and past the ball.'],
    ['held-off', FIRST, 'A held angle is speed that is never used.'],
    ['body-stall', 'cause', 'The body supports the throw and must not stop.'],
    ['trail-arm', FIRST, 'The trail arm folds and straightens: that is the engine.'],
    ['level-shoulders', 'effect', 'Level shoulders take the path from the trail arm.'],
    ['path-out', 'effect', 'The path goes out where the hands do not pass.'],
    ['scooped', 'cause', 'The trail hand overtakes by the lever, not by the bent lead wrist.'],
    ['face-not-closing', FIRST, 'A face left open is a trail hand that did not pass.'],
    ['low-point', 'effect', 'The low point follows the hand path.'],
    ['arms-first', 'no fault', 'The arms may start; what counts is when the hands pass.'],
    ['no-separation', 'no fault', 'The body’s share is small; a stretch is not needed.'],
  ],
  'free-swing': [
    ['body-balance', 'cause', 'A swing that has to be caught is not free.'],
    ['tension', FIRST, 'The ball makes tense: take it away and listen.'],
    ['slow-takeaway', 'effect', 'A careful start is a swing at a ball.'],
    ['rushed-start', 'effect', 'The hurry is for the ball; past it there is time.'],
    ['early-release', 'effect', 'The loudest point comes early where the ball is the aim.'],
    ['early-swish', FIRST, 'The sound tells where the speed is.'],
    ['upper-body-ahead', 'effect', 'The body goes to the ball instead of through it.'],
    ['unstable-finish', FIRST, 'A full finish is the sign of a free swing.'],
    ['ball-bound', FIRST, 'The gap between the swings with and without a ball is the fault.'],
    ['effort-over-speed', 'cause', 'Ease is faster than effort.'],
    ['one-sided', 'cause', 'Swung both ways the motion becomes free.'],
    ['called-not-done', FIRST, 'What is asked for may go against the aim of the motion.'],
  ],
  'loose-chain': [
    ['tension', FIRST, 'A whip has no stiff link.'],
    ['setup-grip', 'cause', 'A club held hard cannot follow.'],
    ['early-set', 'effect', 'Hands that set the club early act where they should follow.'],
    ['no-separation', 'effect', 'Parts that are held together move together.'],
    ['rushed-start', 'cause', 'A jerk travels through the chain and breaks it.'],
    ['held-off', 'cause', 'Holding on is a hand that acts.'],
    ['shrug', FIRST, 'Raised shoulders are the first stiff link.'],
    ['ball-bound', 'effect', 'The hands stiffen for the ball.'],
    ['effort-over-speed', FIRST, 'More effort makes the links stiffer.'],
    ['arms-first', 'cause', 'The arms follow; where they lead the order is lost.'],
  ],
  'late-set': [
    ['slow-takeaway', 'effect', 'Without momentum back there is none to come forth.'],
    ['reverse-load', 'cause', 'The angle forms as the weight moves to the lead side.'],
    ['early-set', FIRST, 'An angle set early has to be held, and is lost.'],
    ['rushed-start', 'cause', 'In a hurry the angle has no time to form.'],
    ['hang-back', 'cause', 'No weight to the lead side, no angle.'],
    ['early-release', 'effect', 'The angle is lost where it was set too soon.'],
    ['early-swish', 'effect', 'The sound is early where the angle is.'],
  ],
  'built-backswing': [
    ['body-trunk-turn', 'cause', 'A body that cannot turn cannot be placed.'],
    ['setup-aim', FIRST, 'The positions begin with the aim.'],
    ['setup-hands', FIRST, 'The height of the hands sets the plane.'],
    ['arm-deep', FIRST, 'Lead arm straight back and up: deep is off the plane.'],
    ['short-turn', FIRST, 'The length of the backswing is built first.'],
    ['over-the-top', 'effect', 'From the right top the club drops in by itself.'],
    ['head-height', 'cause', 'The head is the centre that the rest is built around.'],
    ['early-set', 'no fault', 'Wrists set early and on plane are wanted.'],
  ],
};

const OPINIONS: ReadonlyMap<string, LensOpinion> = new Map(
  LENSES.flatMap(({ id }) =>
    id === 'measured' ? [] : ROWS[id].map(([fault, stance, line]) => [`${id} ${fault}`, { stance, line }] as const),
  ),
);

/** What a school makes of a fault; undefined where it has no opinion, and for *Measured*, which follows the evidence. */
export const lensOpinion = (lens: LensId, fault: string): LensOpinion | undefined => OPINIONS.get(`${lens} ${fault}`);
