import { measuredWith, type MeasuredSign } from './sign-type.ts';

const shots = measuredWith('shots');
const tests = measuredWith('tests');

/** Blocks of shots, and the isolation tests as shares of the full swing. */
export const SHOT_AND_TEST_SIGNS: readonly MeasuredSign[] = [
  shots('club-path', 'over-the-top', 'club path', '°', [-0.5, 2.2], [-6, 2.5], {
    signWords: ['out', 'in'],
    rulesOut: 1,
  }),
  shots('club-path-out', 'path-out', 'club path', '°', [0, 2.3], [7, 2.2], { signWords: ['out', 'in'], rulesOut: 0 }),
  shots('driver-attack', 'steep-attack', 'attack angle with the driver', '°', [1.5, 2], [-3, 1.6], {
    signWords: ['up', 'down'],
    rulesOut: 1,
  }),
  shots('iron-attack', 'low-point', 'attack angle with a middle iron', '°', [-4, 1.5], [0, 1.7], {
    signWords: ['up', 'down'],
  }),
  shots('strike-offset', 'off-centre', 'mean strike distance from the centre', 'mm', [6, 3], [13, 5], {
    group: 'strike-spot',
    byLevel: {
      beginner: [
        [10, 5],
        [18, 6],
      ],
      'single-figure': [
        [4.5, 2.3],
        [10.5, 4],
      ],
      elite: [
        [3.5, 1.8],
        [9, 3.5],
      ],
    },
  }),
  // About half of those who strike off centre miss to one side, with a spread like anybody's.
  shots('strike-spread', 'off-centre', 'spread of the strike spot', 'mm', [9, 2.8], [12, 4.7], {
    group: 'strike-spot',
    byLevel: {
      beginner: [
        [14, 4],
        [18, 6.5],
      ],
      'single-figure': [
        [7.5, 2],
        [10, 3.8],
      ],
      elite: [
        [6, 1.5],
        [8.2, 3.3],
      ],
    },
  }),
  shots('face-to-path-mean', 'face-path', 'mean face-to-path, either way', '°', [1.4, 1], [5, 2], { group: 'face' }),
  shots('face-to-path-spread', 'face-path', 'spread of face-to-path', '°', [2.3, 0.8], [4.6, 1.3], {
    group: 'face',
    byLevel: {
      beginner: [
        [3.4, 1],
        [6, 1.7],
      ],
      'single-figure': [
        [1.8, 0.5],
        [3.6, 1],
      ],
      elite: [
        [1.3, 0.4],
        [2.8, 0.8],
      ],
    },
  }),
  shots('face-open', 'face-not-closing', 'mean face-to-path with a path near straight', '°', [0.3, 1.8], [5, 2], {
    signWords: ['out', 'in'],
    rulesOut: 0,
  }),
  shots('air-over-ball', 'ball-bound', 'air swing faster than ball swing by', '%', [1.5, 2.2], [7.5, 2.8], {
    rulesOut: 1,
  }),
  shots(
    'effort-slope',
    'effort-over-speed',
    'speed gained for each point of effort above 6',
    'mph',
    [0.55, 0.4],
    [-0.25, 0.35],
  ),
  tests('kneeling-ratio', 'no-leg-extension', 'kneeling, share of the full swing', '%', [74, 4.5], [84, 4.5], {
    group: 'legs-off',
  }),
  tests('step-ratio', 'no-leg-extension', 'step into it, share of the full swing', '%', [100, 2], [104.5, 2], {
    group: 'legs-off',
  }),
  tests('feet-together-ratio', 'body-balance', 'feet together, share of the full swing', '%', [87, 3.8], [77, 5]),
  tests(
    'half-down-ratio',
    'early-release',
    'half-way down only, share of the full swing',
    '%',
    [63.5, 5.5],
    [51, 5.5],
    { group: 'release' },
  ),
  tests('hands-apart-ratio', 'body-stall', 'hands apart, share of the full swing', '%', [82, 4.5], [71, 5]),
  tests('trail-arm-ratio', 'trail-arm', 'trail arm only, share of the full swing', '%', [69, 5.5], [55, 6]),
  tests('other-direction-ratio', 'one-sided', 'other direction, share of the full swing', '%', [83, 5], [68, 6], {
    rulesOut: 85,
  }),
];
