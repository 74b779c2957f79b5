import type { LadderMove } from './ladder.ts';

/** Why a drill goes the way it was decided, as a student reads it. */
const WHY: Readonly<Record<LadderMove, string>> = {
  up: 'You met its mark often enough that the old step has nothing more to teach.',
  stay: 'It needs a little more time on this step before anybody can judge it.',
  down: 'Its mark was missed too often; one step easier it grows surely.',
  'change-cue': 'The words of before did not move it, and players differ in what they answer to.',
  'change-drill': 'This one had its fair time and moved too little, so another one takes its place.',
  'look-again': 'Its drills had their fair time, so we look again at what lies behind it.',
  stop: 'Leave it out until your instructor brings it back.',
};
export const whyOfMove = (move: string): string => WHY[move as LadderMove] ?? '';

/** Why a target is the one now. @param judged by the instructor's own judgement rather than as proposed */
export const whyOfTarget = (judged: boolean, happens: string): string =>
  judged
    ? `Your instructor judges it to hold you back most now: ${lower(happens)}`
    : `It is what most likely comes first in your swing now, and the rest follows from it: ${lower(happens)}`;

const lower = (sentence: string): string => sentence.charAt(0).toLowerCase() + sentence.slice(1);

/** Why a thing that was tried is kept. */
export const WHY_KEPT = 'Of those you tried it did most for you.';
