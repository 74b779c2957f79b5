import { useDraft } from '../base/drafts.tsx';
import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import { ALWAYS_CAUTIONS, BODY_PARTS } from '../../core/catalogue/cautions.ts';
import { INTENSITIES, KIT, PLACES, type Drill } from '../../core/catalogue/drill-type.ts';
import { copyOf, type OwnDrillText } from '../../core/catalogue/own-drill.ts';
import { DRILLS } from '../../core/catalogue/drills.ts';
import { FaultLink } from '../parts/FaultLink.tsx';
import { FAULTS, faultById } from '../../core/catalogue/faults.ts';
import { LENSES } from '../../core/catalogue/stages.ts';
import { Button, Select } from '../kit/controls.tsx';
import { newId } from '../base/api.ts';
import { onShelf, useShelf } from '../base/shelf.ts';
import { Removed } from '../parts/Removed.tsx';
import { ForRole } from '../parts/ForRole.tsx';
import { DrillActions, favouriteId } from './DrillActions.tsx';
import { DrillsFileRow } from './DrillsFileRow.tsx';
import { OwnDrillForm } from './OwnDrillForm.tsx';
import { DrillText } from '../parts/DrillText.tsx';
import { Card, Cautions, Grid, Page, Row, Soft, Spread } from '../kit/layout.tsx';
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

const TEXT_OF_NEW: OwnDrillText = {
  ...copyOf(DRILLS[0]!),
  name: '',
  treats: [],
  steps: [],
  outsideCue: '',
  insideCue: '',
  check: { text: '', passed: 6, of: 8, reset: '' },
  slip: '',
  slipTrains: '',
};

const treats = (ids: readonly string[]): string =>
  ids.map((id) => faultById(id)?.name ?? id.replace(/-/g, ' ')).join(', ');

interface Filter {
  readonly key: string;
  readonly label: string;
  readonly options: readonly { readonly id: string; readonly name: string }[];
  readonly keeps: (drill: Drill, value: string) => boolean;
}
const named = (list: readonly string[]) => list.map((id) => ({ id, name: id }));

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
    options: named(PLACES),
    keeps: (d, v) => (d.places as readonly string[]).includes(v),
  },
  {
    key: 'kit',
    label: 'Kit',
    options: [{ id: 'none', name: 'none needed' }, ...named([...KIT].sort())],
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
    options: named(INTENSITIES),
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
  const shelf = useShelf().data;
  const own = onShelf(shelf);
  const all = [...own, ...DRILLS];
  const liked = new Set(shelf?.favourites ?? []);
  const kept = params.get('kept') ?? ANY;
  const [writing, setWriting] = useDraft<{ id: string; text: OwnDrillText } | null>('written drill', null);
  const found = all.filter(
    (d) =>
      (kept === ANY || (kept === 'own' ? d.id.startsWith('own-') : liked.has(favouriteId(d.id)))) &&
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
        <Row>
          <ForRole to="PUT /drills/:id">
            <Button onPress={() => setWriting({ id: newId(), text: TEXT_OF_NEW })}>Write a drill</Button>
          </ForRole>
        </Row>
      </Spread>
      <Grid $least="120px">
        <Select
          label="Show"
          value={kept}
          onChange={(v) => set('kept', v)}
          options={[
            { id: ANY, name: 'all' },
            { id: 'favourites', name: 'favourites' },
            { id: 'own', name: 'our own' },
          ]}
        />
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
      <Removed kinds={['drill']} />
      <Columns>
        <div>
          <Soft role="status">
            {found.length} of {all.length} drills
          </Soft>
          <List aria-label="Drills" tabIndex={0}>
            {found.map((d) => (
              <li key={d.id}>
                <Button onPress={() => set('drill', d.id)} aria-pressed={d.id === chosen?.id}>
                  {liked.has(favouriteId(d.id)) ? '★ ' : ''}
                  {d.name}
                </Button>
              </li>
            ))}
            {found.length === 0 ? (
              <Soft>{search ? `No drill matches “${search}”.` : 'No drill matches all of this.'}</Soft>
            ) : null}
          </List>
          <DrillsFileRow shelf={shelf} />
        </div>
        {writing ? (
          <OwnDrillForm
            key={writing.id}
            id={writing.id}
            from={writing.text}
            onDone={(drillId) => {
              setWriting(null);
              if (drillId) set('drill', drillId);
            }}
          />
        ) : chosen ? (
          <Card aria-label={chosen.name}>
            <h2>{chosen.name}</h2>
            <DrillActions drill={chosen} shelf={shelf} onWrite={(id, text) => setWriting({ id, text })} />
            <Soft>
              {chosen.treats.length > 0 ? (
                <>
                  For:{' '}
                  {chosen.treats.map((t, i) => (
                    <span key={t}>
                      {i > 0 ? ', ' : ''}
                      <FaultLink id={t} />
                    </span>
                  ))}
                  .{' '}
                </>
              ) : null}
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
