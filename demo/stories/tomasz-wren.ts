import { scaledPlayer } from '../../core/swing/parameters.ts';
import { base, born, type Story } from '../telling/story.ts';
import { shorter } from '../telling/swings.ts';

export const TOMASZ_WREN: Story = {
  student: {
    ...base,
    name: 'Tomasz Wren',
    sex: 'male',
    birthYear: born(63),
    heightM: 1.76,
    massKg: 84,
    goalSpeedMph: 90,
    bodyNote: 'Stiff big toe on the trail side, no pain.',
  },
  swingSpreadMph: 1.3,
  todayAt: '09:00',
  screen: {
    trunkLead: 44,
    trunkTrail: 36,
    toeLead: 56,
    toeTrail: 38,
    balanceLead: 14,
    balanceTrail: 12,
    heelRaises: 12,
  },
  swing: (r) => shorter(scaledPlayer(1.76, 84, 0.62), 24 * (1 - r)),
  lessons: [
    {
      daysAgo: 91,
      driverMph: 78.2,
      ironBlock: true,
      feel: 'stuck at the top',
      signs: { 'arm-hands-deep': 'clear', 'turn-heel': 'clear', 'turn-knee': 'clear' },
      note: 'Baseline.',
    },
    { daysAgo: 84, driverMph: 78.4, signs: { 'turn-heel': 'clear' }, note: 'Second baseline day.' },
    {
      daysAgo: 77,
      driverMph: 78.6,
      signs: { 'arm-hands-deep': 'clear', 'arm-shaft-flat': 'slight', 'turn-heel': 'clear' },
      target: 'short-turn',
      drills: ['heel-lift-turn', 'club-across-turn'],
      cue: 'Hands high over the trail shoulder.',
      practice: [0.6, 0.75, 0.85],
    },
    ...[
      { daysAgo: 70, driverMph: 83.4, repaired: 0.5, practice: [0.8, 0.85] },
      { daysAgo: 63, driverMph: 83.8, repaired: 0.55, practice: [0.8, 0.85] },
      { daysAgo: 56, driverMph: 83.5, repaired: 0.55, practice: [0.7, 0.8] },
      { daysAgo: 49, driverMph: 83.7, repaired: 0.6, practice: [0.7, 0.8] },
    ].map((lesson) => ({
      ...lesson,
      witnessed: 0.85,
      signs: { 'turn-heel': 'absent', 'arm-hands-deep': 'slight' } as const,
      target: 'short-turn',
      drills: ['heel-lift-turn', 'back-and-through'],
    })),
    ...[
      { daysAgo: 42, driverMph: 88.4, repaired: 0.85, practice: [0.8, 0.9] },
      { daysAgo: 35, driverMph: 88.7, repaired: 0.88, practice: [0.8, 0.9] },
      { daysAgo: 28, driverMph: 88.5, repaired: 0.9, practice: [0.8, 0.9] },
      { daysAgo: 21, driverMph: 88.8, repaired: 0.9, practice: [0.8, 0.9] },
      { daysAgo: 14, driverMph: 88.6, repaired: 0.9, practice: [0.8, 0.9] },
      { daysAgo: 7, driverMph: 88.7, repaired: 0.9, practice: [0.75, 0.9, 0.9, 0.9] },
    ].map((lesson) => ({
      ...lesson,
      witnessed: 0.9,
      signs: { 'turn-heel': 'absent', 'arm-hands-deep': 'absent' } as const,
      target: 'short-turn',
      drills: ['heel-lift-turn', 'back-and-through'],
    })),
  ],
};
