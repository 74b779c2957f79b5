export type Print = (line: string) => void;
export const SEEDS = ['one', 'two', 'three'] as const;
export const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
export const average = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;

/** One line of the table: the figure over three seeds, what is wanted, and the number of players. */
export function line(name: string, shares: readonly number[], wanted: string, n: number): string {
  const each = shares.map(percent).join(' / ');
  return `${name.padEnd(66)} ${percent(average(shares)).padStart(8)}   wanted ${wanted.padEnd(10)} n ${String(n).padStart(6)}   (${each})`;
}
