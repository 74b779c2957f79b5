import type { MeasuredWith } from '../catalogue/signs/signs.ts';

/** What a finding is taken with; a seen sign is its own kind. */
export type EvidenceKind = MeasuredWith | 'seen';

/** Days after which a finding counts half, and why. Typical; a practice edits them in Settings. */
export const HALF_LIVES: Readonly<Record<EvidenceKind, { readonly days: number; readonly why: string }>> = {
  screen: { days: 180, why: 'a body changes over seasons' },
  setup: { days: 60, why: 'a set-up drifts over weeks' },
  ground: { days: 60, why: 'the use of the ground changes slowly' },
  motion: { days: 45, why: 'a motion is worked on between lessons' },
  picture: { days: 45, why: 'a motion is worked on between lessons' },
  tests: { days: 45, why: 'what limits a player moves with practice' },
  shots: { days: 21, why: 'strike and flight change from week to week' },
  swish: { days: 21, why: 'the place of the peak is practised at home' },
  seen: { days: 30, why: 'what an eye saw is soon out of date' },
};

/** Share that a finding of the running target keeps once it was practised since: it is meant to move. */
export const PRACTISED_SHARE = 0.5;

/** Days in place of the usual ones, by kind. */
export type HalfLives = Readonly<Partial<Record<string, number>>>;

/** Share of its log-odds that a finding of such an age still counts, 0–1. */
export function ageWeight(kind: EvidenceKind, ageDays: number, practised: boolean, own: HalfLives = {}): number {
  const share = 2 ** (-Math.max(0, ageDays) / (own[kind] ?? HALF_LIVES[kind].days));
  return ageDays > 0 && practised ? PRACTISED_SHARE * share : share;
}
