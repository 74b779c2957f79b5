import { LENSES, type LensId } from '../catalogue/stages.ts';

/** What a school holds, what it looks at first, and how it speaks. */
export interface School {
  readonly lens: LensId;
  readonly name: string;
  /** Its belief in two sentences. */
  readonly belief: string;
  readonly looksFirst: string;
  readonly cueStyle: string;
  /** Kind of cue that it gives first. */
  readonly cue: 'inside' | 'outside';
}

const SAID: Readonly<Record<LensId, Omit<School, 'lens' | 'name'>>> = {
  measured: {
    belief:
      'Whatever moved this student’s own numbers comes first. Then comes what moved players like this one, and no school goes before either.',
    looksFirst: 'what the evidence of this student makes most likely',
    cueStyle: 'the cue that worked in a trial, else one about the outside of the body',
    cue: 'outside',
  },
  'ground-up': {
    belief:
      'The lower body starts the downswing; each part speeds up, then slows and hands its speed on. The legs push, and what comes late above began below.',
    looksFirst: 'ground forces, the order in transition, separation',
    cueStyle: 'inside the body: hips, feet, lead leg',
    cue: 'inside',
  },
  'hands-and-arms': {
    belief:
      'A club is light: speed is rotation about the grip, made by a trail arm that folds and straightens and a trail hand that overtakes the lead hand. The body supports this and must not stop.',
    looksFirst: 'the timing of the release, the hand path, the trail arm',
    cueStyle: 'hands, trail arm, throw',
    cue: 'inside',
  },
  'free-swing': {
    belief:
      'The aim of a motion organises it, and the ball distracts from the aim. Make the loudest point come past the ball and let the positions follow.',
    looksFirst: 'the place of the swish, the gap between ball and no ball, the ease',
    cueStyle: 'outside the body: target, sound, a weight on a string',
    cue: 'outside',
  },
  'loose-chain': {
    belief:
      'Like a whip, each part follows the one before it. Hands that act in the middle, or anything that is held tight, stop the flow.',
    looksFirst: 'tension, grip, elbow, lifted shoulders, smoothness',
    cueStyle: 'let go, heavy, loose',
    cue: 'outside',
  },
  'late-set': {
    belief:
      'No wrist angle is made in the backswing. It forms as the weight moves to the lead side, and is there when it is needed.',
    looksFirst: 'the wrist angle at the top against the one in mid-downswing',
    cueStyle: 'soft, momentum back and forth',
    cue: 'outside',
  },
  'built-backswing': {
    belief:
      'The lead arm goes straight back and up, and the wrists set early and on plane. From there the club drops in by itself.',
    looksFirst: 'the depth of the arm, the plane of the club, the length of the backswing',
    cueStyle: 'positions, clicks',
    cue: 'inside',
  },
};

export const schoolOf = (lens: LensId): School => ({
  lens,
  name: LENSES.find((l) => l.id === lens)?.name ?? lens,
  ...SAID[lens],
});
