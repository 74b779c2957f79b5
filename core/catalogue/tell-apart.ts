import { faultById } from './faults.ts';
import { MEASURED_SIGNS } from './signs/signs.ts';

const MOST = 2;

/** What tells a fault from others that look like it: what is seen and measured of it first, at most two of each, in words. */
export function toldBy(fault: string): string {
  const seen = (faultById(fault)?.seen ?? []).slice(0, MOST).map((s) => `${s.text.toLowerCase()} (${s.checkpoint})`);
  const measured = MEASURED_SIGNS.filter((s) => s.fault === fault && !s.ratio)
    .slice(0, MOST)
    .map((s) => s.quantity);
  return [...seen, ...measured.map((m) => `measured: ${m}`)].join('; ');
}

/** Faults that look like one: those that it names and those that name it. */
export function lookAlikesOf(
  fault: string,
  all: readonly { readonly id: string; readonly lookAlikes: readonly string[] }[],
): string[] {
  const own = faultById(fault)?.lookAlikes ?? [];
  const named = all.filter((f) => f.lookAlikes.includes(fault)).map((f) => f.id);
  return [...new Set([...own, ...named])].filter((id) => faultById(id) !== undefined);
}
