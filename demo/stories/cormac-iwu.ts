import { scaledPlayer } from '../../core/swing/parameters.ts';
import { base, born, type Story } from '../telling/story.ts';
import { armsLead } from '../telling/swings.ts';

export const CORMAC_IWU: Story = {
  student: {
    ...base,
    name: 'Cormac Iwu',
    sex: 'male',
    birthYear: born(45),
    heightM: 1.86,
    massKg: 96,
    goalSpeedMph: 108,
    lens: 'loose-chain',
  },
  swingSpreadMph: 1.7,
  todayAt: '13:30',
  screen: {
    trunkLead: 47,
    trunkTrail: 49,
    toeLead: 58,
    toeTrail: 57,
    balanceLead: 15,
    balanceTrail: 13,
    heelRaises: 22,
  },
  swing: (r) => armsLead(scaledPlayer(1.86, 96, 0.68), 1 - r),
  lessons: [
    {
      daysAgo: 22,
      driverMph: 101.5,
      efforts: [
        [6, 101.6],
        [8, 100.6],
        [10, 98.2],
      ],
      pathOutDeg: -5.4,
      faceToPathDeg: 4.5,
      feel: 'as hard as I can',
      signs: { 'arms-shoulders-open': 'clear', 'arms-club-steepens': 'clear', 'effort-off-balance': 'clear' },
    },
    {
      daysAgo: 15,
      driverMph: 101.8,
      efforts: [
        [6, 102.2],
        [9, 100.1],
      ],
      pathOutDeg: -5.1,
      faceToPathDeg: 4.2,
      signs: { 'arms-shoulders-open': 'clear', 'effort-off-balance': 'slight' },
      target: 'effort-over-speed',
      drills: ['speed-ladder', 'light-fast'],
      cue: 'Same loose grip at every step.',
      practice: [0.5, 0.6, 0.7],
    },
    {
      daysAgo: 8,
      driverMph: 100.2,
      pathOutDeg: -4.1,
      faceToPathDeg: 3.4,
      repaired: 0.3,
      witnessed: 0.7,
      note: 'A planned dip of 3 % is agreed for six sessions; this is inside it.',
      signs: { 'arms-shoulders-open': 'slight' },
      target: 'effort-over-speed',
      drills: ['speed-ladder', 'light-fast'],
      practice: [0.65, 0.75, 0.75, 0.8],
      painOnDay: 3,
    },
  ],
};
