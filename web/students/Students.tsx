import { useInfiniteQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useDeferredValue } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { STUDENT_SORTS, STUDENT_STATES } from '../../api/schemas.ts';
import type { StudentCard } from '../../api/types.ts';
import { FAULTS, faultById } from '../../core/catalogue/faults.ts';
import { useMay, useUnits, type Units } from '../base/session.tsx';
import { ask } from '../base/api.ts';
import { Choice } from '../kit/chips.tsx';
import { Button, ButtonLink, Select } from '../kit/controls.tsx';
import { Card, DataTable, Failed, Grid, Page, Row, SideScroll, Soft, Spread, Waiting } from '../kit/layout.tsx';
import { NotchStick } from '../parts/NotchStick.tsx';
import { SearchField } from '../kit/SearchField.tsx';

const Name = styled.h2`
  overflow-wrap: anywhere;
`;
const ANY = 'any';
const SORT_NAMES: Readonly<Record<(typeof STUDENT_SORTS)[number], string>> = {
  name: 'name',
  seen: 'seen longest ago',
  next: 'next lesson',
  goal: 'goal date',
  level: 'level',
  pain: 'pain first',
  behind: 'plan not followed first',
};
const day = (iso: string | null): string => (iso ? format(new Date(iso), 'd MMM') : '–');

/** "+2.4 (0.8 to 4.0)", signs spelled; a dash where nothing can be compared. */
function gainWords(gain: StudentCard['gain'], u: Units): string {
  if (!gain) return '–';
  const signed = (mps: number): string => `${mps > 0 ? '+' : ''}${u.speedFigure(mps)}`;
  return `${signed(gain.gainMps)} (${signed(gain.interval90Mps[0])} to ${signed(gain.interval90Mps[1])})`;
}
const practiceWords = (s: StudentCard): string =>
  s.plannedDays === 0 ? '–' : `${s.loggedDays} ${s.loggedDays === 1 ? 'day' : 'days'}, ${s.plannedDays} planned`;

/** All students in a table: speed, gain with its interval, practice, and when they come. */
function StudentTable({ students }: { students: readonly StudentCard[] }) {
  const units = useUnits();
  return (
    <SideScroll tabIndex={0} role="region" aria-label="Table of students">
      <DataTable $words>
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Level</th>
            <th scope="col">Speed, {units.speedUnit}</th>
            <th scope="col">Gain, {units.speedUnit} (90 %)</th>
            <th scope="col">Practised, last week</th>
            <th scope="col">Target</th>
            <th scope="col">Last</th>
            <th scope="col">Next</th>
            <th scope="col">Goal by</th>
          </tr>
        </thead>
        <tbody>
          {students.map((s) => (
            <tr key={s.id}>
              <th scope="row">
                <Link to={`/students/${s.id}`}>{s.name}</Link>
                {s.hasPain ? ' · pain' : ''}
              </th>
              <td>{s.level}</td>
              <td>{s.stick.latestMps === null ? '–' : units.speedFigure(s.stick.latestMps)}</td>
              <td>{gainWords(s.gain, units)}</td>
              <td>{practiceWords(s)}</td>
              <td>{s.target ? (faultById(s.target)?.name ?? s.target) : '–'}</td>
              <td>{day(s.lastLessonAt)}</td>
              <td>{day(s.nextLessonAt)}</td>
              <td>{s.goalDate ? format(new Date(s.goalDate), 'd MMM yyyy') : '–'}</td>
            </tr>
          ))}
        </tbody>
      </DataTable>
    </SideScroll>
  );
}

/** Students searched, kept, sorted: as cards with their sticks or as a table; saved as CSV. */
export default function Students() {
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const search = useDeferredValue(params.get('search') ?? '');
  const asTable = params.get('as') === 'table';
  const [sort, state, group, target] = ['sort', 'state', 'group', 'target'].map((k) => params.get(k) ?? '');
  const query = Object.fromEntries(
    Object.entries({ search, sort, state, group, target }).filter(([, v]) => v !== undefined && v !== ''),
  );
  const list = useInfiniteQuery({
    queryKey: ['students', query],
    queryFn: ({ pageParam }) => ask('GET /students', { query: { ...query, offset: pageParam } }),
    initialPageParam: 0,
    getNextPageParam: (last) => last.nextOffset,
  });
  const may = useMay();
  const cards = list.data?.pages.flatMap((p) => p.students) ?? [];
  const groups = list.data?.pages[0]?.groups ?? [];
  const set = (key: string, value: string): void => {
    const next = new URLSearchParams(window.location.search);
    if (value === ANY || value === '') next.delete(key);
    else next.set(key, value);
    setParams(next, { replace: true });
  };
  const isNarrowed = Object.keys(query).some((k) => k !== 'sort');
  return (
    <Page>
      <Spread>
        <h1>Students</h1>
        <div
          onKeyDown={(e) => {
            const [only, another] = cards;
            // The list must be that of what is typed.
            if (e.key === 'Enter' && only && !another && !list.isFetching && params.get('search') === search)
              void navigate(`/students/${only.id}`);
          }}
        >
          <SearchField label="Search by name" />
        </div>
        {may('PUT /students/:id') ? <ButtonLink href="/students/new">Add a student</ButtonLink> : null}
      </Spread>
      <Grid $least="150px">
        <Select
          label="Show"
          value={state || 'in use'}
          onChange={(v) => set('state', v === 'in use' ? ANY : v)}
          options={STUDENT_STATES.map((id) => ({ id, name: id === 'in use' ? 'all in use' : id }))}
        />
        <Select
          label="Sort by"
          value={sort || 'name'}
          onChange={(v) => set('sort', v === 'name' ? ANY : v)}
          options={STUDENT_SORTS.map((id) => ({ id, name: SORT_NAMES[id] }))}
        />
        <Select
          label="Target"
          value={target || ANY}
          onChange={(v) => set('target', v)}
          options={[{ id: ANY, name: 'any' }, ...FAULTS.map((f) => ({ id: f.id, name: f.name }))]}
        />
        {groups.length > 0 ? (
          <Select
            label="Group"
            value={group || ANY}
            onChange={(v) => set('group', v)}
            options={[{ id: ANY, name: 'any' }, ...groups.map((g) => ({ id: g, name: g }))]}
          />
        ) : null}
        <Choice
          label="As"
          value={asTable ? 'table' : 'cards'}
          onChange={(v) => set('as', v === 'cards' ? ANY : v)}
          options={[
            { id: 'cards', name: 'cards' },
            { id: 'table', name: 'table' },
          ]}
        />
      </Grid>
      {list.isPending ? <Waiting what="students" /> : null}
      {list.error ? <Failed error={list.error} retry={() => void list.refetch()} /> : null}
      {list.data && cards.length === 0 ? (
        <Card>
          <p>
            {search
              ? `Nobody is called “${search}”.`
              : isNarrowed
                ? 'Nobody is left by what you chose above.'
                : 'No students yet. Add the first one to start.'}
          </p>
        </Card>
      ) : null}
      {asTable && cards.length > 0 ? <StudentTable students={cards} /> : null}
      {asTable ? null : (
        <Grid $least="300px">
          {cards.map((s) => (
            <Card key={s.id}>
              <Name>
                <Link to={`/students/${s.id}`}>{s.name}</Link>
              </Name>
              <Soft>
                {s.handedness}-handed · {s.level} · {s.lessons === 1 ? '1 lesson' : `${s.lessons} lessons`}
                {s.lastLessonAt ? `, last ${day(s.lastLessonAt)}` : ''}
                {s.nextLessonAt ? `, next ${day(s.nextLessonAt)}` : ''}
              </Soft>
              {s.hasPain || s.groups.length > 0 ? (
                <Soft>{[...(s.hasPain ? ['pain is open'] : []), ...s.groups].join(' · ')}</Soft>
              ) : null}
              <NotchStick stick={s.stick} size="card" />
            </Card>
          ))}
        </Grid>
      )}
      <Row>
        {list.hasNextPage ? <Button onPress={() => void list.fetchNextPage()}>Show more</Button> : null}
        {cards.length > 0 ? (
          <a href={`/api/students.csv?${new URLSearchParams(query as Record<string, string>).toString()}`} download>
            Save the table as CSV
          </a>
        ) : null}
      </Row>
    </Page>
  );
}
