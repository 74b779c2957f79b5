import { NavLink, useSearchParams } from 'react-router';
import type { Address } from '../../api/routes.ts';
import { useMay, useSession } from '../base/session.tsx';
import { takesPlace } from '../base/api.ts';
import { Failed, Page, Soft, Waiting } from '../kit/layout.tsx';
import { ViewLinks } from '../kit/ViewLinks.tsx';
import { BeliefHistory } from './beliefs/BeliefHistory.tsx';
import { BeliefList } from './beliefs/BeliefList.tsx';
import { useBeliefs } from './beliefs/data.ts';
import { BELIEF_PARTS } from './beliefs/entries.ts';
import { AccountPart } from './account/AccountPart.tsx';
import { DataPart } from './kept/DataPart.tsx';
import { General } from './General.tsx';
import { LogPart } from './people/LogPart.tsx';
import { PeoplePart } from './people/PeoplePart.tsx';

const PARTS = [
  { id: 'general', name: 'General' },
  ...BELIEF_PARTS,
  { id: 'history', name: 'Learned and changed' },
  { id: 'data', name: 'Data', needs: 'GET /backups' },
  { id: 'account', name: 'Your account' },
  { id: 'people', name: 'People', needs: 'GET /accounts' },
  { id: 'log', name: 'Who did what', needs: 'GET /audit' },
] as const satisfies readonly { id: string; name: string; needs?: Address }[];
type PartId = (typeof PARTS)[number]['id'];
const OTHERS = { general: General, data: DataPart, account: AccountPart, people: PeoplePart, log: LogPart };
const isOther = (part: PartId): part is keyof typeof OTHERS => part in OTHERS;

/** Numbers that the diagnosis reckons with: one part of them. */
function Beliefs({ part }: { part: Exclude<PartId, keyof typeof OTHERS> }) {
  const { data, error, refetch } = useBeliefs();
  if (takesPlace(error, data)) return <Failed error={error} retry={() => void refetch()} />;
  if (!data) return <Waiting what="the numbers" />;
  return part === 'history' ? <BeliefHistory answer={data} /> : <BeliefList key={part} part={part} answer={data} />;
}

/** Settings: units and look, and every number that the diagnosis reckons with. */
export default function SettingsPage() {
  const [params] = useSearchParams();
  const session = useSession();
  const may = useMay();
  const parts = PARTS.filter((p) => !('needs' in p) || may(p.needs));
  const part = parts.find((p) => p.id === params.get('part'))?.id ?? 'general';
  const Other = isOther(part) ? OTHERS[part] : undefined;
  return (
    <Page>
      <h1>Settings</h1>
      <Soft>
        {session.data?.practiceName} · {session.data?.name}
      </Soft>
      <ViewLinks aria-label="Parts of the settings">
        {parts.map((p) => (
          <NavLink key={p.id} to={`?part=${p.id}`} replace aria-current={p.id === part ? 'page' : false}>
            {p.name}
          </NavLink>
        ))}
      </ViewLinks>
      {isOther(part) ? Other && <Other /> : <Beliefs part={part} />}
    </Page>
  );
}
