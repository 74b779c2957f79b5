import { createContext, useContext, useState, type ReactNode } from 'react';
import { unitsFor } from '../../core/units/shown-units.ts';
import { useAccount, useUnits, type Units } from './session.tsx';

const PREFIX = 'maple-draft';
/** Drafts that nobody came back to for so long are dropped when the application starts. */
const KEPT_DAYS = 60;
const DAY_MS = 86_400_000;

type UnitNames = Pick<Units, 'speedUnit' | 'distanceUnit'>;

interface KeptDraft<T> {
  readonly at: number;
  readonly value: T;
  /** Units of the screen when it was typed. */
  readonly units?: UnitNames;
}

/** What turns a draft that was typed in other units of the screen into those of now. */
export type Turn<T> = (typed: T, from: Units, to: Units) => T;

const Scope = createContext('');
/** What the drafts below belong to: a lesson, a student. Within another scope they stand apart. */
export function DraftScope({ of, children }: { of: string; children: ReactNode }) {
  const outer = useContext(Scope);
  return <Scope.Provider value={outer === '' ? of : `${outer}/${of}`}>{children}</Scope.Provider>;
}

function read<T>(key: string): KeptDraft<T> | undefined {
  try {
    const text = localStorage.getItem(key);
    return text === null ? undefined : (JSON.parse(text) as KeptDraft<T>);
  } catch {
    // Unreadable, or a browser that keeps nothing: as if nothing had been typed.
    return undefined;
  }
}

function keep<T>(key: string, value: T, { speedUnit, distanceUnit }: UnitNames): void {
  try {
    const kept: KeptDraft<T> = { at: Date.now(), value, units: { speedUnit, distanceUnit } };
    localStorage.setItem(key, JSON.stringify(kept));
  } catch {
    // A browser that keeps nothing: the draft lives as long as the page.
  }
}

function drop(key: string): void {
  try {
    localStorage.removeItem(key);
  } catch {
    // A browser that keeps nothing has nothing to drop.
  }
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
const made = <T,>(start: T | (() => T)): T => (typeof start === 'function' ? (start as () => T)() : start);

/**
 * State that outlives a change of station, a reload, a crash and a sign-out: kept in the browser for this account and the scope it
 * stands in, until it is what it was at the start again. Nothing secret goes in.
 * @param name of the field within its scope; another name is another draft
 * @param start what stands there where nothing was typed
 * @param turn for what holds figures in the units of the screen: they may be others when it is read again
 * @returns value, its setter, what goes back to the start, and what says that it is saved: it stays on screen, and no draft is kept
 */
export function useDraft<T>(
  name: string,
  start: T | (() => T),
  turn?: Turn<T>,
): [value: T, set: (next: T | ((now: T) => T)) => void, clear: () => void, saved: () => void] {
  const key = [PREFIX, useAccount(), useContext(Scope), name].join(':');
  const units = useUnits();
  const inUnits = (value: T, from: UnitNames | undefined): T =>
    turn && from && (from.speedUnit !== units.speedUnit || from.distanceUnit !== units.distanceUnit)
      ? turn(value, unitsFor(from.speedUnit, from.distanceUnit), units)
      : value;
  const load = (): { key: string; value: T; units: Units } => {
    const kept = read<T>(key);
    return { key, value: kept ? inUnits(kept.value, kept.units) : made(start), units };
  };
  const [held, setHeld] = useState(load);
  // Another lesson, block or account under the same component: its own draft. Other units: the same one in them.
  const now =
    held.key !== key ? load() : held.units === units ? held : { key, value: inUnits(held.value, held.units), units };
  if (now !== held) setHeld(now);
  const set = (next: T | ((now: T) => T)): void =>
    setHeld((h) => {
      const before = h.key === key ? h.value : now.value;
      const value = typeof next === 'function' ? (next as (now: T) => T)(before) : next;
      if (same(value, made(start))) drop(key);
      else keep(key, value, units);
      return { key, value, units };
    });
  const clear = (): void => {
    drop(key);
    setHeld({ key, value: made(start), units });
  };
  const saved = (): void => drop(key);
  return [now.value, set, clear, saved];
}

/** Drops drafts that nobody came back to. Called once when the application starts. */
export function sweepDrafts(now = Date.now()): void {
  try {
    for (const key of Object.keys(localStorage).filter((k) => k.startsWith(`${PREFIX}:`))) {
      const at = (JSON.parse(localStorage.getItem(key) ?? '{}') as { at?: number }).at;
      if (at === undefined || now - at > KEPT_DAYS * DAY_MS) localStorage.removeItem(key);
    }
  } catch {
    // A browser that keeps nothing has nothing to sweep.
  }
}
