import { addDays, format, isSameDay, parseISO } from 'date-fns';
import styled from 'styled-components';
import type { PracticeSetWire } from '../../api/types.ts';
import { drillById } from '../../core/catalogue/drills.ts';

const Cells = styled.ol`
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  gap: var(--s1);
`;
const Cell = styled.li<{ $planned: boolean; $done: boolean }>`
  border: 1px solid ${({ $planned }) => ($planned ? 'var(--maple)' : 'var(--line)')};
  background: ${({ $done, $planned }) => ($done ? 'var(--moss-wash)' : $planned ? 'var(--straw-wash)' : 'var(--card)')};
  border-radius: 8px;
  padding: var(--s2) var(--s1);
  min-height: 76px;
  text-align: center;
  font-size: var(--small);
  overflow: hidden;
  overflow-wrap: anywhere;
`;

/** The practice week as seven cells: planned drills, and what was logged. */
export function WeekStrip({
  startsOn,
  week,
  sets,
  narrow = false,
}: {
  startsOn: string;
  week: readonly { day: number; drillIds: string[] }[];
  sets: readonly PracticeSetWire[];
  /** On a phone: how many drills rather than their names. */
  narrow?: boolean;
}) {
  const first = parseISO(startsOn);
  return (
    <Cells aria-label="Practice week">
      {Array.from({ length: 7 }, (_, i) => {
        const date = addDays(first, i);
        const planned = week.find((d) => d.day === i)?.drillIds ?? [];
        const done = sets.filter((s) => isSameDay(new Date(s.doneAt), date)).length;
        return (
          <Cell key={i} $planned={planned.length > 0} $done={done > 0}>
            <strong>{format(date, 'EEE d')}</strong>
            {narrow && planned.length > 0 ? (
              <div>
                {planned.length} drill{planned.length === 1 ? '' : 's'}
              </div>
            ) : null}
            {narrow ? null : planned.map((id) => <div key={id}>{drillById(id)?.name ?? id}</div>)}
            {done > 0 ? <div>✓ {done === 1 ? '1 set' : `${done} sets`}</div> : null}
          </Cell>
        );
      })}
    </Cells>
  );
}
