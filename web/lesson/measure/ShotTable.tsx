import { METRES_PER_YARD } from '../../../core/units/units.ts';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import type { BlockWire, ShotWire } from '../../../api/types.ts';
import type { TableQuery } from '../common/live.ts';
import { ask } from '../../base/api.ts';
import { send } from '../../base/outbox.ts';
import { useUnits, type Units } from '../../base/session.tsx';
import { spelled } from '../../base/shot-values.ts';
import { Chips, Choice } from '../../kit/chips.tsx';
import { Button, QuietButton, TextField } from '../../kit/controls.tsx';
import { strikeInWords } from '../../parts/FaceMap.tsx';
import { Card, DataTable, Failed, Row, Soft, Spread } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';

const REASONS = ['mishit', 'device misread', 'not ready', 'other try'];

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

interface Column {
  readonly id: string;
  readonly name: (u: Units) => string;
  readonly show: (s: ShotWire, u: Units) => string;
  /** Wire value it is sorted and filtered by. */
  readonly sort?: string;
  /** Typed limit to the wire's unit. */
  readonly toWire?: (v: number, u: Units) => number;
}
type Values = Partial<Record<string, number>>;
const speedColumn = (id: string, key: string, name: string): Column => ({
  id,
  name: (u) => `${name}, ${u.speedUnit}`,
  show: (s, u) => ((s.values as Values)[key] === undefined ? '–' : u.speedFigure(s.values[key]!)),
  sort: key,
  toWire: (v, u) => u.toMps(v),
});
const angleColumn = (id: string, key: string, plus: string, minus: string): Column => ({
  id,
  name: () => id,
  show: (s) => spelled((s.values as Values)[key], plus, minus),
  sort: key,
});
const distanceColumn = (id: string, key: string): Column => ({
  id,
  name: (u) => `${id}, ${u.distanceUnit}`,
  show: (s, u) => ((s.values as Values)[key] === undefined ? '–' : u.distance(s.values[key]!).split(' ')[0]!),
  sort: key,
  toWire: (v, u) => (u.distanceUnit === 'yd' ? v * METRES_PER_YARD : v),
});

const COLUMNS: readonly Column[] = [
  speedColumn('club', 'clubSpeedMps', 'club'),
  speedColumn('ball', 'ballSpeedMps', 'ball'),
  {
    id: 'smash',
    name: () => 'smash',
    show: ({ values: v }) => (v.clubSpeedMps && v.ballSpeedMps ? (v.ballSpeedMps / v.clubSpeedMps).toFixed(2) : '–'),
  },
  angleColumn('attack', 'attackDeg', 'up', 'down'),
  angleColumn('path', 'pathOutDeg', 'out', 'in'),
  angleColumn('face', 'faceOutDeg', 'out', 'in'),
  angleColumn('loft', 'dynamicLoftDeg', '', ''),
  angleColumn('launch', 'launchDeg', 'up', 'down'),
  angleColumn('direction', 'launchDirectionOutDeg', 'out', 'in'),
  {
    id: 'spin',
    name: () => 'spin, rpm',
    show: (s) => s.values.spinRpm?.toFixed(0) ?? '–',
    sort: 'spinRpm',
  },
  angleColumn('axis', 'spinAxisOutDeg', 'out', 'in'),
  distanceColumn('carry', 'carryM'),
  distanceColumn('total', 'totalM'),
  {
    id: 'strike',
    name: () => 'strike',
    show: ({ values: v }) =>
      v.impactToeM === undefined || v.impactHighM === undefined ? '–' : strikeInWords(v.impactToeM, v.impactHighM),
    sort: 'impactToeM',
  },
  { id: 'effort', name: () => 'effort', show: (s) => (s.feltEffort === null ? '–' : String(s.feltEffort)) },
];
const FIRST_COLUMNS = ['club', 'ball', 'smash', 'attack', 'path', 'face', 'carry', 'strike'];

/** Every shot of a block: sorted, filtered, columns chosen, set aside with a reason or brought back, saved as CSV. */
export function ShotTable({ block, lessonId }: { block: BlockWire; lessonId: string }) {
  const units = useUnits();
  const [asking, setAsking] = useState<string | null>(null);
  const [tools, setTools] = useState(false);
  const [columns, setColumns] = useState<string[]>(FIRST_COLUMNS);
  const [sort, setSort] = useState<{ by: string; direction: 'up' | 'down' }>({ by: 'struckAt', direction: 'up' });
  const [show, setShow] = useState<'all' | 'counted' | 'aside'>('all');
  const [least, setLeast] = useState('');
  const [most, setMost] = useState('');
  const [page, setPage] = useState(0);
  const sorted = COLUMNS.find((c) => c.sort === sort.by);
  const limit = (text: string): string => {
    const v = Number(text.replace(',', '.'));
    if (text.trim() === '' || !Number.isFinite(v) || !sorted) return '';
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
  const set = useLessonWrite(
    lessonId,
    ({ id, reason }: { id: string; reason: string | null }) =>
      send(
        'PATCH',
        `/shots/${id}`,
        { reason },
        reason === null ? 'a swing brought back' : `a swing set aside: ${reason}`,
      ),
    () => setAsking(null),
  );
  const shown = COLUMNS.filter((c) => columns.includes(c.id));
  const sortBy = (key: string): void => {
    setPage(0);
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
                  onChange={setLeast}
                />
                <TextField label="at most" inputMode="decimal" value={most} onChange={setMost} />
              </>
            ) : (
              <Soft>Sort by a column first to filter by its value.</Soft>
            )}
          </Row>
        </>
      ) : null}
      {set.error ? <Failed error={set.error} /> : null}
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
              <tr key={s.id} data-aside={s.setAsideReason !== null || undefined}>
                <td>{s.number}</td>
                {shown.map((c) => (
                  <td key={c.id}>{c.show(s, units)}</td>
                ))}
                <td>
                  {s.setAsideReason !== null ? (
                    <>
                      <Soft>{s.setAsideReason} </Soft>
                      <Button onPress={() => set.mutate({ id: s.id, reason: null })}>Bring back</Button>
                    </>
                  ) : asking === s.id ? (
                    <Choice
                      label={`Why set swing ${s.number} aside`}
                      hideLabel
                      value={null}
                      onChange={(reason) => set.mutate({ id: s.id, reason })}
                      options={REASONS.map((r) => ({ id: r, name: r }))}
                    />
                  ) : (
                    <Button onPress={() => setAsking(s.id)} aria-label={`Set swing ${s.number} aside`}>
                      Set aside
                    </Button>
                  )}
                </td>
              </tr>
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
