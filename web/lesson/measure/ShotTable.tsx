import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import type { BlockWire } from '../../../api/types.ts';
import type { TableQuery } from '../common/live.ts';
import { ask } from '../../base/api.ts';
import { useUnits } from '../../base/session.tsx';
import { Chips, Choice } from '../../kit/chips.tsx';
import { Button, QuietButton, TextField } from '../../kit/controls.tsx';
import { Card, DataTable, Failed, Row, Soft, Spread } from '../../kit/layout.tsx';
import { numberOf } from '../../kit/typed-number.ts';
import { COLUMNS, FIRST_COLUMNS } from './shot-table-columns.ts';
import { ShotTableRow } from './ShotTableRow.tsx';

const Scroll = styled.div`
  overflow-x: auto;
`;
const Table = styled(DataTable)`
  td,
  th {
    white-space: nowrap;
  }
  th button {
    min-height: 36px;
    padding: 0 var(--s1);
    color: var(--ink);
  }
  tr[data-aside] td {
    color: var(--soft-ink);
    text-decoration: line-through;
  }
  td:last-child {
    text-decoration: none !important;
    white-space: normal;
  }
`;

/** Every shot of a block: sorted, filtered, columns chosen, set aside with a reason or brought back, saved as CSV. */
export function ShotTable({ block, lessonId }: { block: BlockWire; lessonId: string }) {
  const units = useUnits();
  const [tools, setTools] = useState(false);
  const [columns, setColumns] = useState<string[]>(FIRST_COLUMNS);
  const [sort, setSort] = useState<{ by: string; direction: 'up' | 'down' }>({ by: 'struckAt', direction: 'up' });
  const [show, setShow] = useState<'all' | 'counted' | 'aside'>('all');
  const [least, setLeast] = useState('');
  const [most, setMost] = useState('');
  const [page, setPage] = useState(0);
  const sorted = COLUMNS.find((c) => c.sort === sort.by);
  const limit = (text: string): string => {
    const v = numberOf(text);
    if (v === null || Number.isNaN(v) || !sorted) return '';
    return String(sorted.toWire ? sorted.toWire(v, units) : v);
  };
  const query: TableQuery = {
    sort: sort.by,
    direction: sort.direction,
    show,
    page,
    least: limit(least) || undefined,
    most: limit(most) || undefined,
  };
  const list = useQuery({
    queryKey: ['lesson', lessonId, 'shots', block.id, query],
    queryFn: () => ask('GET /blocks/:id/shots', { id: block.id, query: { ...query } }),
    placeholderData: keepPreviousData,
  });
  const shown = COLUMNS.filter((c) => columns.includes(c.id));
  // A limit is in the unit of the column that is sorted by; what it leaves begins at the first page.
  const limitBy = (set: (text: string) => void) => (text: string) => {
    setPage(0);
    set(text);
  };
  const sortBy = (key: string): void => {
    setPage(0);
    if (key !== sort.by) {
      setLeast('');
      setMost('');
    }
    setSort((s) => ({ by: key, direction: s.by === key && s.direction === 'up' ? 'down' : 'up' }));
  };
  const data = list.data;
  return (
    <Card aria-label="Shots">
      <Spread>
        <h2>Shots</h2>
        <Row>
          <Soft>X sets the last one aside, Z brings it back</Soft>
          <Button onPress={() => setTools((t) => !t)} aria-expanded={tools}>
            Sort, filter, columns
          </Button>
          <a href={`/api/blocks/${block.id}/shots.csv`} download>
            Save as CSV
          </a>
        </Row>
      </Spread>
      {tools ? (
        <>
          <Chips
            label="Columns"
            value={columns}
            onChange={setColumns}
            options={COLUMNS.map((c) => ({ id: c.id, name: c.id }))}
          />
          <Row>
            <Choice
              label="Show"
              value={show}
              onChange={(v) => {
                setPage(0);
                setShow(v);
              }}
              options={[
                { id: 'all', name: 'all' },
                { id: 'counted', name: 'counted' },
                { id: 'aside', name: 'set aside' },
              ]}
            />
            {sorted ? (
              <>
                <TextField
                  label={`${sorted.name(units)}: at least`}
                  inputMode="decimal"
                  value={least}
                  onChange={limitBy(setLeast)}
                />
                <TextField label="at most" inputMode="decimal" value={most} onChange={limitBy(setMost)} />
              </>
            ) : (
              <Soft>Sort by a column first to filter by its value.</Soft>
            )}
          </Row>
        </>
      ) : null}
      {list.error ? <Failed error={list.error} retry={() => void list.refetch()} /> : null}
      <Scroll tabIndex={0} role="region" aria-label="Table of shots">
        <Table>
          <thead>
            <tr>
              <th
                scope="col"
                aria-sort={sort.by === 'struckAt' ? (sort.direction === 'up' ? 'ascending' : 'descending') : 'none'}
              >
                <QuietButton onPress={() => sortBy('struckAt')}>#</QuietButton>
              </th>
              {shown.map((c) => (
                <th
                  key={c.id}
                  scope="col"
                  aria-sort={c.sort === sort.by ? (sort.direction === 'up' ? 'ascending' : 'descending') : 'none'}
                >
                  {c.sort ? (
                    <QuietButton onPress={() => sortBy(c.sort ?? '')}>
                      {c.name(units)}
                      {c.sort === sort.by ? (
                        sort.direction === 'up' ? (
                          <ArrowUp size={14} aria-hidden />
                        ) : (
                          <ArrowDown size={14} aria-hidden />
                        )
                      ) : null}
                    </QuietButton>
                  ) : (
                    c.name(units)
                  )}
                </th>
              ))}
              <th scope="col">counts</th>
            </tr>
          </thead>
          <tbody>
            {data?.shots.map((s) => (
              <ShotTableRow key={s.id} shot={s} columns={shown} block={block} lessonId={lessonId} />
            ))}
          </tbody>
        </Table>
      </Scroll>
      {data && data.pages > 1 ? (
        <Row>
          <Button onPress={() => setPage((p) => p - 1)} isDisabled={page === 0}>
            Before
          </Button>
          <Soft>
            page {page + 1} of {data.pages}, {data.total} shots
          </Soft>
          <Button onPress={() => setPage((p) => p + 1)} isDisabled={page + 1 >= data.pages}>
            After
          </Button>
        </Row>
      ) : null}
    </Card>
  );
}
