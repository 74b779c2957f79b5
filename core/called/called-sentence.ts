import type { CalledAnswer } from './called.ts';
import type { SwishLead } from './run.ts';
import { callsOf, type CalledThing } from './things.ts';

const figure = (v: number, digits = 1): string =>
  (Number(v.toFixed(digits)) === 0 ? 0 : v).toFixed(digits).replace('-', '−');

/** Units of which nobody reads a tenth. */
const WHOLE: readonly string[] = ['mm', 'cm'];

/** An amount of the thing with its unit. */
export const amountWords = (thing: Pick<CalledThing, 'unit'>, v: number): string =>
  `${figure(v, WHOLE.includes(thing.unit) ? 0 : 1)}${thing.unit === '°' || thing.unit === '' ? '' : ' '}${thing.unit}`;
/** A value of the thing with its unit and its side. */
export function valueWords(thing: Pick<CalledThing, 'unit' | 'sides'>, v: number): string {
  if (!thing.sides || Number(v.toFixed(1)) === 0) return amountWords(thing, v);
  return `${amountWords(thing, Math.abs(v))} ${thing.sides[v > 0 ? 0 : 1]}`;
}

/** How much of a call is done, with its interval. */
export const slopeWords = ({
  slope,
  slopeInterval90: [lo, hi],
}: {
  readonly slope: number;
  readonly slopeInterval90: readonly [number, number];
}): string => `${figure(slope, 2)} (${figure(lo, 2)} to ${figure(hi, 2)})`;

/** A call in words or as a number. @param byWords calls are steps about the usual */
export function callWords(thing: CalledThing, called: number, byWords: boolean): string {
  if (!byWords) return valueWords(thing, called);
  const steps = called / thing.step;
  const calls = callsOf(thing);
  const exact = calls.find((c) => Math.abs(c.steps - steps) < 0.05);
  if (exact) return exact.words;
  const below = calls.findLast((c) => c.steps < steps);
  const above = calls.find((c) => c.steps > steps);
  if (!below) return `less than “${above?.words}”`;
  if (!above) return `more than “${below.words}”`;
  return `between “${below.words}” and “${above.words}”`;
}

/** Called and done in two or three sentences. */
export function calledSentence(answer: CalledAnswer, thing: CalledThing, name: string, byWords: boolean): string {
  const { line, askFor, withBall, withoutBall } = answer;
  if (!line) return `Cannot say yet how far calls are done (${name}): it takes ${answer.missing}.`;
  const [lo, hi] = line.slopeInterval90;
  const part = `of each ${byWords ? `step (taken as ${amountWords(thing, thing.step)})` : amountWords(thing, 1)} called ${figure(line.slope, 2)} is done (${figure(lo, 2)} to ${figure(hi, 2)})`;
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

/** Where the swish comes against its call, and where to call it. */
export function leadSentence(lead: SwishLead): string {
  const off = Math.abs(Math.round(lead.leadCm));
  const where =
    off < 5
      ? 'The swish comes where it is called'
      : `The swish comes ${off} cm ${lead.leadCm > 0 ? 'before' : 'past'} where it is called`;
  const call = Math.round(lead.callCm / 5) * 5;
  const to = call === 0 ? 'at the ball' : call > 0 ? `${call} cm past the ball` : `${-call} cm before the ball`;
  return `${where} (${lead.swings} swings): call it ${to} to hear it ${lead.wantedCm} cm past.`;
}
