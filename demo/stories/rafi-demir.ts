import { scaledPlayer } from '../../core/swing/parameters.ts';
import { base, born, type Story } from '../telling/story.ts';
import { shorter } from '../telling/swings.ts';

export const RAFI_DEMIR: Story = {
  student: {
    ...base,
    name: 'Rafi Demir',
    sex: 'male',
    birthYear: born(16),
    heightM: 1.76,
    massKg: 63,
    goalSpeedMph: 105,
    guardianName: 'L. Demir',
  },
  swingSpreadMph: 1.6,
  consent: true,
  screen: {
    trunkLead: 50,
    trunkTrail: 48,
    toeLead: 60,
    toeTrail: 61,
    balanceLead: 18,
    balanceTrail: 16,
    heelRaises: 18,
  },
  sizes: [
    { daysAgo: 150, heightM: 1.71, massKg: 57 },
    { daysAgo: 60, heightM: 1.74, massKg: 60 },
    { daysAgo: 3, heightM: 1.76, massKg: 63 },
  ],
  swing: () => shorter(scaledPlayer(1.74, 60, 0.66), 14),
  lessons: [
    { daysAgo: 150, driverMph: 90.5, signs: { 'sway-hip': 'clear', 'turn-knee': 'slight' } },
    {
      daysAgo: 120,
      driverMph: 91.4,
      signs: { 'sway-hip': 'clear' },
      target: 'sway',
      drills: ['lead-hip-inside', 'feet-together'],
      practice: [0.7, 0.8],
    },
    {
      daysAgo: 60,
      driverMph: 93.4,
      witnessed: 0.8,
      signs: { 'sway-hip': 'slight' },
      target: 'short-turn',
      drills: ['club-across-turn', 'heel-lift-turn'],
      practice: [0.8],
    },
    {
      daysAgo: 3,
      driverMph: 95.6,
      witnessed: 0.85,
      signs: { 'sway-hip': 'slight' },
      target: 'short-turn',
      drills: ['club-across-turn', 'heel-lift-turn'],
      practice: [0.9],
    },
  ],
};
