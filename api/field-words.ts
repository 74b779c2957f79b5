import { SHOT_FIELDS, SHOT_WORDS, wireName } from '../core/formats/shot-fields.ts';
import { METRES_PER_SECOND_PER_MPH } from '../core/units/units.ts';

/** Fields whose name alone does not say what a person calls them. */
const WORDS: Readonly<Record<string, string>> = {
  ...Object.fromEntries(SHOT_FIELDS.map((f) => [wireName(f.key), SHOT_WORDS[f.key]])),
  trunkTurnLeadDeg: 'trunk turn to lead',
  trunkTurnTrailDeg: 'trunk turn to trail',
  toeExtensionLeadDeg: 'big toe, lead',
  toeExtensionTrailDeg: 'big toe, trail',
  balanceLeadS: 'one-leg stand, lead',
  balanceTrailS: 'one-leg stand, trail',
  heelRaises: 'quick heel raises',
  goalSpeedMps: 'speed aimed at',
  smallestGainMps: 'smallest gain that matters',
  withBall: 'with or without a ball',
  windTowardTargetMps: 'wind toward the target',
  windToRightMps: 'wind to the right',
  takenOn: 'day',
  startsAt: 'time',
  startsOn: 'first day',
  eventOn: 'day of the event',
  doneAt: 'time',
  signIn: 'sign-in name',
  reps: 'repetitions',
  restS: 'rest',
};
const UNIT_END = /(Deg|Rad|Mps|Mm|Hpa|Rpm|Pct|Kg|Mm|M|S|C)$/;

/** What a person calls a field, from its place in what was sent: `drills[1].restS` is "rest of drills 2". */
export function fieldWords(path: string): string {
  const parts = path.split('.').filter((p) => p !== 'values' && p !== 'circumstances');
  const said = parts.map((part) => {
    const [, name = part, index] = /^(\w+)(?:\[(\d+)\])?$/.exec(part) ?? [];
    const words =
      WORDS[name] ??
      name
        .replace(UNIT_END, '')
        .replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`)
        .trim();
    return index === undefined ? words : `${words} ${Number(index) + 1}`;
  });
  return said.reverse().join(' of ');
}

/** A limit in m/s with what it is in the other units that a screen may show. */
export const withOtherUnits = (text: string): string =>
  text.replace(/(-?[\d.]+) m\/s/g, (_, v: string) => {
    const mps = Number(v);
    const [mph, kmh] = [mps / METRES_PER_SECOND_PER_MPH, 3.6 * mps].map((x) => String(Math.round(10 * x) / 10));
    return `${v} m/s (${mph} mph, ${kmh} km/h)`;
  });
