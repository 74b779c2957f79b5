import type { CalledAnswer } from './called.ts';
import { CALL_WORDS, type CalledThing } from './things.ts';

const figure = (v: number, digits = 1): string =>
  (Number(v.toFixed(digits)) === 0 ? 0 : v).toFixed(digits).replace('-', '−');

/** A value of the thing with its unit. */
export const valueWords = (thing: Pick<CalledThing, 'unit'>, v: number): string =>
  `${figure(v)}${thing.unit === '°' || thing.unit === '' ? '' : ' '}${thing.unit}`;

/** A call in words or as a number. @param byWords calls are steps about the usual */
export function callWords(thing: Pick<CalledThing, 'unit' | 'step'>, called: number, byWords: boolean): string {
  if (!byWords) return valueWords(thing, called);
  const steps = called / thing.step;
  const exact = CALL_WORDS.find((w) => Math.abs(w.steps - steps) < 0.05);
  if (exact) return exact.id;
  if (steps < -2 || steps > 2) return steps < 0 ? 'less than much less' : 'more than much more';
  const below = CALL_WORDS.findLast((w) => w.steps < steps);
  const above = CALL_WORDS.find((w) => w.steps > steps);
  return `between ${below?.id} and ${above?.id}`;
}

/** Called and done in two or three sentences. */
export function calledSentence(answer: CalledAnswer, thing: CalledThing, name: string, byWords: boolean): string {
  const { line, askFor, withBall, withoutBall } = answer;
  if (!line) return `Cannot say yet how far calls of ${name} are done: it takes ${answer.missing}.`;
  const [lo, hi] = line.slopeInterval90;
  const part = `of each ${byWords ? `step (taken as ${valueWords(thing, thing.step)})` : valueWords(thing, 1)} called ${figure(line.slope, 2)} is done (${figure(lo, 2)} to ${figure(hi, 2)})`;
  const said: Readonly<Record<CalledAnswer['verdict'], string>> = {
    'done as called': `Done as called: ${part}.`,
    'done in part': `Done in part: ${part}.`,
    'not done': `What is asked does not happen: ${part}.`,
    'cannot say': `Cannot say yet whether calls change anything: ${part}. More swings, with calls farther apart, would settle it.`,
  };
  const ask = askFor
    ? ` To get ${valueWords(thing, askFor.wanted)} ask for ${callWords(thing, askFor.called, byWords)}${byWords ? '' : ` (${valueWords(thing, askFor.interval90[0])} to ${valueWords(thing, askFor.interval90[1])})`}${askFor.beyond ? '; that is beyond what was called so far, a guess' : ''}.`
    : '';
  const gap =
    withBall && withoutBall
      ? ` With a ball ${figure(withBall.slope, 2)} of a call is done, without one ${figure(withoutBall.slope, 2)}.`
      : '';
  return `${said[answer.verdict]}${ask}${gap}`;
}
