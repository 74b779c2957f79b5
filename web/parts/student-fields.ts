import type { StudentInput } from '../../api/schemas.ts';

export const GUARDIAN_AGE = 18;

/** What is typed: numbers as text, in the units on screen. */
export interface Typed extends Omit<
  StudentInput,
  'birthYear' | 'heightM' | 'massKg' | 'goalSpeedMps' | 'sessionsPerWeek' | 'groups'
> {
  groups: string;
  birthYear: string;
  heightCm: string;
  massKg: string;
  goalSpeed: string;
  sessionsPerWeek: string;
}

/** Fields of one text each. */
export type TextName =
  | 'name'
  | 'birthYear'
  | 'heightCm'
  | 'massKg'
  | 'goalSpeed'
  | 'goalDate'
  | 'sessionsPerWeek'
  | 'bodyNote'
  | 'clearedOn'
  | 'clearedBy'
  | 'clearanceNote'
  | 'guardianName'
  | 'phone'
  | 'email'
  | 'guardianContact'
  | 'groups'
  | 'pinnedNote'
  | 'birthDate'
  | 'guardianConsentOn';

/** What a text field may have besides. */
export interface TextExtra {
  readonly hint?: string;
  readonly type?: 'date';
  readonly lines?: boolean;
  readonly inputMode?: 'decimal' | 'numeric';
}
