import type { ShotWire } from '../../../api/types.ts';
import {
  fromWire,
  SHOT_FIELDS,
  SHOT_WORDS,
  toWire,
  wireName,
  type ShotField,
  type ShotValues,
} from '../../../core/formats/shot-fields.ts';
import type { Units } from '../../base/session.tsx';
import { numberOf, turnedText } from '../../kit/typed-number.ts';

/** A figure of a shot as it is typed and shown: in the units of the screen, sideways + out. */
export interface EntryField {
  /** Wire name. */
  readonly id: string;
  readonly field: ShotField;
  readonly name: string;
  readonly label: (u: Units) => string;
  readonly toScreen: (wire: number, u: Units) => number;
  readonly fromScreen: (typed: number, u: Units) => number;
  readonly digits: number;
}

const SIGNS: Readonly<Record<string, string>> = { sideways: ' (out +)', attack: ' (up +)', launch: ' (up +)' };

function entryField(field: ShotField): EntryField {
  const id = wireName(field.key);
  const word = SHOT_WORDS[field.key];
  const name = word.charAt(0).toUpperCase() + word.slice(1);
  const sign = field.sideways ? SIGNS.sideways : (SIGNS[field.file] ?? '');
  const made = (
    unit: (u: Units) => string,
    per: (u: Units) => number,
    digits: number,
  ): Omit<EntryField, 'id' | 'field' | 'name'> => ({
    label: (u) => `${name}, ${unit(u)}${sign}`,
    toScreen: (wire, u) => wire / per(u),
    fromScreen: (typed, u) => typed * per(u),
    digits,
  });
  const rest =
    'mph' in field.units
      ? made(
          (u) => u.speedUnit,
          (u) => u.toMps(1),
          1,
        )
      : 'yd' in field.units
        ? made(
            (u) => u.distanceUnit,
            (u) => u.toMetres(1),
            0,
          )
        : 'mm' in field.units
          ? made(
              () => 'mm',
              () => 0.001,
              0,
            )
          : made(
              () => ('rpm' in field.units ? 'rpm' : '°'),
              () => 1,
              'rpm' in field.units ? 0 : 1,
            );
  return { id, field, name, ...rest };
}

/** Every figure that can be typed. */
export const ENTRY_FIELDS: readonly EntryField[] = SHOT_FIELDS.map(entryField);

/** Figures by wire name as they are typed. */
export type TypedFigures = Readonly<Record<string, string>>;

/** A shot's figures as they would be typed. */
export const typedFrom = (shot: Pick<ShotWire, 'values'>, fields: readonly EntryField[], u: Units): TypedFigures =>
  Object.fromEntries(
    fields.flatMap((f) => {
      const wire = shot.values[f.id];
      return wire === undefined ? [] : [[f.id, f.toScreen(wire, u).toFixed(f.digits)]];
    }),
  );

/**
 * What was typed in other units of the screen, in those of now: a digit more than is shown, as a coarser unit would lose one.
 * @param shot whose figures are put right: one that was not touched stands as it would be shown
 */
export function retyped(typed: TypedFigures, from: Units, to: Units, shot?: Pick<ShotWire, 'values'>): TypedFigures {
  const [before, now] = [from, to].map((u) => (shot ? typedFrom(shot, ENTRY_FIELDS, u) : {})) as [
    TypedFigures,
    TypedFigures,
  ];
  const turned = (id: string, text: string): string => {
    const f = ENTRY_FIELDS.find((x) => x.id === id);
    if (!f || f.label(from) === f.label(to)) return text;
    if (text === before[id]) return now[id] ?? text;
    return turnedText(text, (v) => f.toScreen(f.fromScreen(v, from), to), f.digits + 1);
  };
  return Object.fromEntries(Object.entries(typed).map(([id, text]) => [id, turned(id, text)]));
}

/** Wire values of what is typed; null where a field is empty. */
export const wireFrom = (typed: TypedFigures, fields: readonly EntryField[], u: Units): Record<string, number | null> =>
  Object.fromEntries(
    fields.map((f) => {
      const v = numberOf(typed[f.id] ?? '');
      return [f.id, v === null ? null : f.fromScreen(v, u)];
    }),
  );

/** Of the wire values of what is typed, those whose figure was touched: one that was not keeps its own digits. */
export const touched = (
  values: Readonly<Record<string, number | null>>,
  typed: TypedFigures,
  before: TypedFigures,
): Record<string, number | null> =>
  Object.fromEntries(Object.entries(values).filter(([id]) => (typed[id] ?? '') !== (before[id] ?? '')));

/** SI values of what is typed, without what is no number. */
export const siFrom = (typed: TypedFigures, fields: readonly EntryField[], u: Units): ShotValues =>
  Object.fromEntries(
    fields.flatMap((f) => {
      const v = numberOf(typed[f.id] ?? '');
      return v === null || !Number.isFinite(v) ? [] : [[f.field.key, fromWire(f.field.key, f.fromScreen(v, u))]];
    }),
  );

/** What is wrong with one typed figure by itself, in the screen's unit; undefined where nothing is. */
export function wrongWith(text: string, f: EntryField, u: Units): string | undefined {
  const v = numberOf(text);
  if (v === null) return undefined;
  if (!Number.isFinite(v)) return 'A number like 92.5.';
  const [least, most] = f.field.range.map((si) => f.toScreen(toWire(f.field.key, si), u)) as [number, number];
  // The limits hold at the wire; a figure rounded on the screen is not refused for its last digit.
  const slack = 0.5 * 10 ** -f.digits;
  if (v >= least - slack && v <= most + slack) return undefined;
  const figure = (x: number): string => x.toFixed(f.digits).replace('-', '−');
  return `Between ${figure(least)} and ${figure(most)}.`;
}
