import { format } from 'date-fns';
import type { BeliefChangeWire } from '../../../api/types.ts';
import { signById } from '../../../core/catalogue/signs/signs.ts';
import { DataTable, SideScroll, Soft } from '../../kit/layout.tsx';
import { beliefName, unitOfKind, valueWords } from './entries.ts';

const said = ({ kind, about, value }: BeliefChangeWire): string => {
  if (kind === 'learning') return value === null ? 'counts from the beginning' : 'started anew';
  return value === null
    ? 'back to the catalogue’s'
    : valueWords(value, unitOfKind(kind), kind === 'sign' ? signById(about.split('@')[0]!)?.unit : '');
};

/** Changes of numbers, newest first; with the number's name where they are of several. */
export function ChangeList({ changes, named = false }: { changes: readonly BeliefChangeWire[]; named?: boolean }) {
  if (changes.length === 0) return named ? <Soft>Nothing was changed yet: the catalogue’s numbers hold.</Soft> : null;
  return (
    <SideScroll tabIndex={0} role="region" aria-label="History">
      <DataTable $words>
        <thead>
          <tr>
            <th>When</th>
            {named ? <th>What</th> : null}
            <th>To</th>
            <th>By</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {[...changes].reverse().map((c) => (
            <tr key={c.id}>
              <td>{format(new Date(c.changedAt), 'd MMM yyyy, HH:mm')}</td>
              {named ? <td>{beliefName(c.kind, c.about)}</td> : null}
              <td>{said(c)}</td>
              <td>{c.changedBy}</td>
              <td>{c.note}</td>
            </tr>
          ))}
        </tbody>
      </DataTable>
    </SideScroll>
  );
}
