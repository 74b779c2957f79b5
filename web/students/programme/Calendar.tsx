import { format, parseISO } from 'date-fns';
import { Button as DragHandle, GridList, GridListItem, useDragAndDrop } from 'react-aria-components';
import type { KeyboardEvent } from 'react';
import styled from 'styled-components';
import { addDays, weekdayOf } from '../../../core/plan/calendar-days.ts';
import type { PhaseId } from '../../../core/plan/phases.ts';
import type { ProgrammeDay } from '../../../core/plan/programme.ts';

const Days = styled(GridList)`
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  gap: 2px;
  min-width: 640px;
`;
const COLOURS: Readonly<Record<PhaseId, string>> = {
  learn: 'var(--slate)',
  force: 'var(--maple)',
  transfer: 'var(--moss)',
  taper: 'var(--straw)',
};
const Cell = styled(GridListItem)<{ $phase: PhaseId; $today: boolean }>`
  min-height: 78px;
  padding: 4px 6px;
  background: var(--card);
  border: 1px solid var(--line);
  border-top: 4px solid ${(p) => COLOURS[p.$phase]};
  outline-offset: -3px;
  ${(p) => (p.$today ? 'box-shadow: inset 0 0 0 2px var(--ink);' : '')}
  font-size: var(--small);
  line-height: 1.25;
  overflow-wrap: anywhere;
  &[data-focus-visible] {
    outline: 3px solid var(--slate);
  }
  &[data-drop-target] {
    background: var(--straw-wash);
  }
  button {
    border: 1px solid var(--line);
    border-radius: 6px;
    background: var(--paper);
    color: var(--ink);
    font: inherit;
    font-weight: 600;
    width: 100%;
    min-height: 34px;
    cursor: grab;
  }
`;
const Head = styled.div`
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  min-width: 640px;
  font-weight: 600;
  font-size: var(--small);
`;
const DAY_TYPE = 'programme-day';
const WEEK = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** What a day holds, in words. */
export function dayText(d: ProgrammeDay): string {
  const { session } = d;
  const parts = [
    d.off === 'event' ? 'the event' : d.off,
    d.lesson ? 'lesson' : '',
    session
      ? session.maximalSwings > 0
        ? `practice, ${session.maximalSwings} at full intent, ${session.otherWay} of them the other way`
        : 'practice'
      : '',
    session && session.volume < 1 ? 'half volume' : '',
    d.retest ? 're-test, same conditions' : '',
  ].filter((p) => p !== '');
  return parts.length > 0 ? parts.join('; ') : 'rest';
}

/** Days by which an arrow key with Alt moves a session. */
const STEPS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 };

/** The programme's days in rows of a week; a session is moved by drag, or by the keyboard from its handle. */
export function Calendar({
  days,
  today,
  onMove,
}: {
  days: readonly ProgrammeDay[];
  today: string;
  onMove: ((from: string, to: string) => void) | null;
}) {
  const held = new Map(days.map((d) => [d.date, d]));
  const { dragAndDropHooks } = useDragAndDrop({
    getItems: (keys) =>
      [...keys]
        .filter((k) => held.get(String(k))?.session)
        .map((k) => ({ [DAY_TYPE]: String(k), 'text/plain': String(k) })),
    acceptedDragTypes: [DAY_TYPE],
    getDropOperation: () => 'move',
    onItemDrop: (e) => {
      const to = String(e.target.key);
      for (const item of e.items)
        if (item.kind === 'text')
          void item.getText(DAY_TYPE).then((from) => {
            if (from !== to) onMove?.(from, to);
          });
    },
    isDisabled: onMove === null,
  });
  const onKey = (e: KeyboardEvent<HTMLDivElement>): void => {
    const by = STEPS[e.key];
    const from = (e.target as HTMLElement).closest<HTMLElement>('[data-key]')?.dataset.key;
    if (!e.altKey || by === undefined || !from || !held.get(from)?.session || !onMove) return;
    e.preventDefault();
    e.stopPropagation();
    const to = addDays(from, by);
    onMove(from, to);
    e.currentTarget.querySelector<HTMLElement>(`[data-key="${to}"]`)?.focus();
  };
  const first = days[0];
  if (!first) return null;
  const lead = weekdayOf(first.date);
  return (
    <>
      <Head aria-hidden>
        {WEEK.map((d) => (
          <span key={d}>{d}</span>
        ))}
      </Head>
      <div onKeyDownCapture={onKey}>
        <Days
          aria-label="Days of the programme"
          layout="grid"
          keyboardNavigationBehavior="tab"
          dragAndDropHooks={dragAndDropHooks}
        >
          {days.map((d, i) => (
            <Cell
              key={d.date}
              id={d.date}
              $phase={d.phase}
              $today={d.date === today}
              textValue={`${format(parseISO(d.date), 'EEEE d MMMM')}: ${dayText(d)}`}
              style={i === 0 ? { gridColumnStart: lead + 1 } : undefined}
            >
              <div>
                {format(parseISO(d.date), d.date.endsWith('-01') || i === 0 ? 'd MMM' : 'd')}
                {d.off ? ` · ${d.off}` : ''}
                {d.lesson ? ' · lesson' : ''}
                {d.retest ? ' · re-test' : ''}
              </div>
              {d.session ? (
                <DragHandle slot="drag" aria-label={`Move: ${dayText(d)}`}>
                  {d.session.maximalSwings > 0 ? `full ${d.session.maximalSwings}` : 'practice'}
                  {d.session.volume < 1 ? ' ½' : ''}
                </DragHandle>
              ) : null}
            </Cell>
          ))}
        </Days>
      </div>
    </>
  );
}
