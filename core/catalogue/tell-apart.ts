import { faultById } from './faults.ts';
import { MEASURED_SIGNS } from './signs/signs.ts';

/** What speaks for one of two faults that look alike. */
export interface TellApart {
  readonly fault: string;
  readonly words: string;
}

const MOST = 2;

/** What of a fault is seen and measured first, in words: at most two of each. */
function signsOf(fault: string): string {
  const seen = (faultById(fault)?.seen ?? []).slice(0, MOST).map((s) => `${s.text.toLowerCase()} (${s.checkpoint})`);
  const measured = MEASURED_SIGNS.filter((s) => s.fault === fault && !s.ratio)
    .slice(0, MOST)
    .map((s) => s.quantity);
  return [...seen, ...measured.map((m) => `measured: ${m}`)].join('; ');
}

/** How a fault and one that looks like it are told apart: by the signs that only one of them has. */
export const tellApart = (fault: string, other: string): readonly [TellApart, TellApart] => [
  { fault, words: signsOf(fault) },
  { fault: other, words: signsOf(other) },
];

/** Faults that look like one: those that it names and those that name it. */
export function lookAlikesOf(
  fault: string,
  all: readonly { readonly id: string; readonly lookAlikes: readonly string[] }[],
): string[] {
  const own = faultById(fault)?.lookAlikes ?? [];
  const named = all.filter((f) => f.lookAlikes.includes(fault)).map((f) => f.id);
  return [...new Set([...own, ...named])].filter((id) => faultById(id) !== undefined);
}
