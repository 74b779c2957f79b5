/** A typed whole number: the digits before anything else; 0 where there are none. */
export const wholeOf = (text: string): number => Number(/^\D*(\d+)/.exec(text)?.[1] ?? 0);
