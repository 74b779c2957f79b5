import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import { ALWAYS_CAUTIONS, BODY_PARTS } from '../../core/catalogue/cautions.ts';
import type { Drill } from '../../core/catalogue/drill-type.ts';
import { DRILLS } from '../../core/catalogue/drills.ts';
import { FAULTS, faultById } from '../../core/catalogue/faults.ts';
import { LENSES } from '../../core/catalogue/stages.ts';
import { Button, Select } from '../kit/controls.tsx';
import { DrillText } from '../parts/DrillText.tsx';
import { Card, Cautions, Grid, Page, Soft, Spread } from '../kit/layout.tsx';
import { SearchField } from '../kit/SearchField.tsx';

const Columns = styled.div`
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: var(--s5);
  align-items: start;
  @media (max-width: 800px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const List = styled.ul`
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--s1);
  max-height: 76vh;
  overflow-y: auto;
  button {
    width: 100%;
    justify-content: flex-start;
    text-align: left;
  }
`;

const treats = (ids: readonly string[]): string =>
  ids.map((id) => faultById(id)?.name ?? id.replace(/-/g, ' ')).join(', ');

interface Filter {
  readonly key: string;
  readonly label: string;
  readonly options: readonly { readonly id: string; readonly name: string }[];
  readonly keeps: (drill: Drill, value: string) => boolean;
}
const named = (list: readonly string[]) => list.map((id) => ({ id, name: id }));
const KIT = [...new Set(DRILLS.flatMap((d) => d.kit))].sort();

/** What the shelf can be narrowed by. */
const FILTERS: readonly Filter[] = [
  {
    key: 'fault',
    label: 'For',
    options: FAULTS.map((f) => ({ id: f.id, name: f.name })),
    keeps: (d, v) => d.treats.includes(v),
  },
  {
    key: 'place',
    label: 'Place',
    options: named(['living room', 'garden', 'range', 'gym']),
    keeps: (d, v) => (d.places as readonly string[]).includes(v),
  },
  {
    key: 'kit',
    label: 'Kit',
    options: [{ id: 'none', name: 'none needed' }, ...named(KIT)],
    keeps: (d, v) => (v === 'none' ? d.kit.length === 0 : (d.kit as readonly string[]).includes(v)),
  },
  {
    key: 'spares',
    label: 'Spares the',
    options: BODY_PARTS,
    keeps: (d, v) => !(d.demands as readonly string[]).includes(v) && d.intensity !== 'maximal',
  },
  {
    key: 'intensity',
    label: 'Intensity',
    options: named(['technique', 'intent', 'maximal']),
    keeps: (d, v) => d.intensity === v,
  },
  {
    key: 'lens',
    label: 'School',
    options: LENSES.filter((l) => l.id !== 'measured').map((l) => ({ id: l.id, name: l.name })),
    keeps: (d, v) => (d.lenses as readonly string[]).includes(v),
  },
];
const ANY = 'any';

/** All drills, written in full; searched, and narrowed by fault, place, kit, body, intensity and school. */
export default function DrillShelf() {
  const [params, setParams] = useSearchParams();
  const search = params.get('search') ?? '';
  const found = DRILLS.filter(
    (d) =>
      `${d.name} ${treats(d.treats)}`.toLowerCase().includes(search.toLowerCase()) &&
      FILTERS.every(({ key, keeps }) => {
        const value = params.get(key);
        return value === null || keeps(d, value);
      }),
  );
  const chosen = found.find((d) => d.id === params.get('drill')) ?? found[0];
  const set = (key: string, value: string): void => {
    const next = new URLSearchParams(window.location.search);
    if (value === ANY) next.delete(key);
    else next.set(key, value);
    setParams(next, { replace: true });
  };
  return (
    <Page>
      <Spread>
        <h1>Drill shelf</h1>
        <SearchField label="Search drills and faults" />
      </Spread>
      <Grid $least="150px">
        {FILTERS.map(({ key, label, options }) => (
          <Select
            key={key}
            label={label}
            value={params.get(key) ?? ANY}
            onChange={(v) => set(key, v)}
            options={[{ id: ANY, name: 'any' }, ...options]}
          />
        ))}
      </Grid>
      <Columns>
        <div>
          <Soft role="status">
            {found.length} of {DRILLS.length} drills
          </Soft>
          <List aria-label="Drills" tabIndex={0}>
            {found.map((d) => (
              <li key={d.id}>
                <Button onPress={() => set('drill', d.id)} aria-pressed={d.id === chosen?.id}>
                  {d.name}
                </Button>
              </li>
            ))}
            {found.length === 0 ? (
              <Soft>{search ? `No drill matches “${search}”.` : 'No drill matches all of this.'}</Soft>
            ) : null}
          </List>
        </div>
        {chosen ? (
          <Card aria-label={chosen.name}>
            <h2>{chosen.name}</h2>
            <Soft>
              {chosen.treats.length > 0 ? `For: ${treats(chosen.treats)}. ` : ''}
              {chosen.intensity}
              {chosen.demands.length > 0 ? `; loads ${chosen.demands.join(', ')}` : ''}
            </Soft>
            <DrillText drill={chosen} handedness="right" />
            <Cautions items={[...ALWAYS_CAUTIONS, ...chosen.cautions]} />
          </Card>
        ) : null}
      </Columns>
    </Page>
  );
}
