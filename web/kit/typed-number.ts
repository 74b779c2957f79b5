/** A typed whole number: the digits before anything else; 0 where there are none. */
export const wholeOf = (text: string): number => Number(/^\D*(\d+)/.exec(text)?.[1] ?? 0);

const NUMBER = /^[+-]?(?:\d+\.?\d*|\.\d+)$/;

/** A typed number with comma or point, minus as a sign or a hyphen; null where nothing, NaN where no number stands. */
export function numberOf(text: string): number | null {
  const plain = text.trim().replace(',', '.').replace('−', '-');
  if (plain === '') return null;
  return NUMBER.test(plain) ? Number(plain) : NaN;
}

/** A typed number in another unit; what is none stays as it was typed. */
export function turnedText(text: string, turn: (figure: number) => number, digits: number): string {
  const number = numberOf(text);
  return number === null || Number.isNaN(number) ? text : turn(number).toFixed(digits);
}

/** What goes to the server of a typed number: one that is none goes as it was typed, and is refused with its name. */
export function sentOf(text: string): number | string | null {
  const number = numberOf(text);
  return Number.isNaN(number) ? text : number;
}

/** What is said at a field in which no number, or one beyond its limits, stands; undefined where all is well or nothing is typed. */
export function wrongNumber(text: string, least = -Infinity, most = Infinity): string | undefined {
  const number = numberOf(text);
  if (number === null) return undefined;
  if (Number.isNaN(number)) return 'A number like 92.5.';
  if (number >= least && number <= most) return undefined;
  if (least === -Infinity) return `At most ${numberText(most)}.`;
  return most === Infinity ? `At least ${numberText(least)}.` : `Between ${numberText(least)} and ${numberText(most)}.`;
}

/** A number as it is read: with a minus, not a hyphen. */
export const numberText = (v: number): string => String(v).replace('-', '−');
