import { NavLink, useSearchParams } from 'react-router';
import { useSession } from '../base/session.tsx';
import { Failed, Page, Soft, Waiting } from '../kit/layout.tsx';
import { ViewLinks } from '../kit/ViewLinks.tsx';
import { BeliefHistory } from './beliefs/BeliefHistory.tsx';
import { BeliefList } from './beliefs/BeliefList.tsx';
import { useBeliefs } from './beliefs/data.ts';
import { BELIEF_PARTS } from './beliefs/entries.ts';
import { DataPart } from './DataPart.tsx';
import { General } from './General.tsx';

const PARTS = [
  { id: 'general', name: 'General' },
  ...BELIEF_PARTS,
  { id: 'history', name: 'Learned and changed' },
  { id: 'data', name: 'Data' },
] as const;

/** Numbers that the diagnosis reckons with: one part of them. */
function Beliefs({ part }: { part: Exclude<(typeof PARTS)[number]['id'], 'general' | 'data'> }) {
  const { data, error, refetch } = useBeliefs();
  if (error) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what="the numbers" />;
  return part === 'history' ? <BeliefHistory answer={data} /> : <BeliefList key={part} part={part} answer={data} />;
}

/** Settings: units and look, and every number that the diagnosis reckons with. */
export default function SettingsPage() {
  const [params] = useSearchParams();
  const session = useSession();
  const part = PARTS.find((p) => p.id === params.get('part'))?.id ?? 'general';
  return (
    <Page>
      <h1>Settings</h1>
      <Soft>
        {session.data?.practiceName} · {session.data?.name}
      </Soft>
      <ViewLinks aria-label="Parts of the settings">
        {PARTS.map((p) => (
          <NavLink key={p.id} to={`?part=${p.id}`} replace aria-current={p.id === part ? 'page' : false}>
            {p.name}
          </NavLink>
        ))}
      </ViewLinks>
      {part === 'general' ? <General /> : part === 'data' ? <DataPart /> : <Beliefs part={part} />}
    </Page>
  );
}
