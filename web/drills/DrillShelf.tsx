import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import { ALWAYS_CAUTIONS } from '../../core/catalogue/cautions.ts';
import { DRILLS } from '../../core/catalogue/drills.ts';
import { faultById } from '../../core/catalogue/faults.ts';
import { Button } from '../kit/controls.tsx';
import { DrillText } from '../parts/DrillText.tsx';
import { Card, Cautions, Page, Soft, Spread } from '../kit/layout.tsx';
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
  button {
    width: 100%;
    justify-content: flex-start;
    text-align: left;
  }
`;

const treats = (ids: readonly string[]): string =>
  ids.map((id) => faultById(id)?.name ?? id.replace(/-/g, ' ')).join(', ');

/** All drills, written in full. */
export default function DrillShelf() {
  const [params, setParams] = useSearchParams();
  const search = params.get('search') ?? '';
  const found = DRILLS.filter((d) => `${d.name} ${treats(d.treats)}`.toLowerCase().includes(search.toLowerCase()));
  const chosen = found.find((d) => d.id === params.get('drill')) ?? found[0];
  const set = (part: Record<string, string>): void =>
    setParams({ ...Object.fromEntries(params), ...part }, { replace: true });
  return (
    <Page>
      <Spread>
        <h1>Drill shelf</h1>
        <SearchField label="Search drills and faults" />
      </Spread>
      <Columns>
        <List aria-label="Drills">
          {found.map((d) => (
            <li key={d.id}>
              <Button onPress={() => set({ drill: d.id })} aria-pressed={d.id === chosen?.id}>
                {d.name}
              </Button>
            </li>
          ))}
          {found.length === 0 ? <Soft>No drill matches “{search}”.</Soft> : null}
        </List>
        {chosen ? (
          <Card aria-label={chosen.name}>
            <h2>{chosen.name}</h2>
            <Soft>For: {treats(chosen.treats)}</Soft>
            <DrillText drill={chosen} handedness="right" />
            <Cautions items={[...ALWAYS_CAUTIONS, ...chosen.cautions]} />
          </Card>
        ) : null}
      </Columns>
    </Page>
  );
}
