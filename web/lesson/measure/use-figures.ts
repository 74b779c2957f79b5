import { useMemo, useState, type KeyboardEvent, type RefObject } from 'react';
import { shotDoubts, type ShotDoubt } from '../../../core/impact/shot-doubts.ts';
import { useUnits } from '../../base/session.tsx';
import { siFrom, wireFrom, wrongWith, type EntryField, type TypedFigures } from './entry-fields.ts';

interface Figures {
  readonly doubts: readonly ShotDoubt[];
  /** Whether the figures were asked about and one more Enter takes them as they are. */
  readonly asked: boolean;
  readonly wrong: (f: EntryField) => string | undefined;
  readonly focus: (id: string | undefined) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  readonly take: () => void;
}

/**
 * Typing of a shot's figures: Enter goes on and takes them at the last; figures that do not go together are asked about once.
 * @param onTake gets the wire values of all fields, and whether a doubt was asked about
 */
export function useFigures({
  holder,
  fields,
  typed,
  club,
  onTake,
  onBack,
  keys = {},
}: {
  /** What holds the fields; they are found in it by name. */
  holder: RefObject<HTMLElement | null>;
  fields: readonly EntryField[];
  typed: TypedFigures;
  club: string;
  onTake: (values: Record<string, number | null>, sure: boolean) => void;
  onBack?: () => void;
  keys?: Readonly<Record<string, () => void>>;
}): Figures {
  const units = useUnits();
  const [askedFor, setAskedFor] = useState('');
  const wrong = (f: EntryField): string | undefined => wrongWith(typed[f.id] ?? '', f, units);
  // A figure that is none, or beyond its limits, says so at its field; nothing is reckoned from it.
  const doubts = useMemo(() => {
    if (fields.some((f) => wrongWith(typed[f.id] ?? '', f, units) !== undefined)) return [];
    return shotDoubts(siFrom(typed, fields, units), club);
  }, [typed, fields, units, club]);
  const focus = (id: string | undefined): void => {
    const input = holder.current?.querySelector<HTMLInputElement>(id ? `input[name="${id}"]` : 'input');
    input?.focus();
    input?.select();
  };
  const asked = doubts.length > 0 && askedFor === JSON.stringify(typed);
  const take = (): void => {
    const bad = fields.find((f) => wrong(f) !== undefined);
    if (bad) {
      focus(bad.id);
      return;
    }
    const values = wireFrom(typed, fields, units);
    const first = fields[0]?.id;
    if ((values.clubSpeedMps ?? null) === null && (values.ballSpeedMps ?? null) === null) focus(first);
    else if (doubts.length > 0 && !asked) setAskedFor(JSON.stringify(typed));
    else {
      onTake(values, doubts.length > 0);
      setAskedFor('');
      focus(first);
    }
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const { target } = event;
    if (!(target instanceof HTMLInputElement)) return;
    const own = keys[event.key];
    if (own) {
      event.preventDefault();
      own();
    } else if (event.key === 'Enter') {
      event.preventDefault();
      const i = fields.findIndex((f) => f.id === target.name);
      const field = fields[i];
      if (field && wrong(field)) return;
      const next = fields[i + 1];
      if (next) focus(next.id);
      else take();
    } else if (event.key === 'Escape' && onBack) {
      event.stopPropagation();
      onBack();
    }
  };
  return { doubts, asked, wrong, focus, onKeyDown, take };
}
