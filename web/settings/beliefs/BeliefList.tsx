import { useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { BeliefsAnswer } from '../../../api/types.ts';
import { signById } from '../../../core/catalogue/signs/signs.ts';
import { Button } from '../../kit/controls.tsx';
import { Soft } from '../../kit/layout.tsx';
import { SearchField } from '../../kit/SearchField.tsx';
import { Editor } from './Editor.tsx';
import { BELIEF_PARTS, entriesOf, valueWords, type BeliefPart, type Entry } from './entries.ts';

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(300px, 400px) minmax(0, 1fr);
  gap: var(--s5);
  align-items: start;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const List = styled.div`
  display: grid;
  gap: var(--s1);
  max-height: calc(100vh - 290px);
  min-height: 260px;
  overflow-y: auto;
  padding-right: var(--s2);
  h3::first-letter,
  span:first-child::first-letter {
    text-transform: uppercase;
  }
  span:first-child {
    display: inline-block;
  }
  h3 {
    font-size: var(--small);
    color: var(--soft-ink);
    margin-top: var(--s2);
  }
`;
const RowButton = styled(Button)<{ $on: boolean }>`
  width: 100%;
  justify-content: space-between;
  text-align: left;
  font-weight: 500;
  padding: var(--s1) var(--s3);
  border-color: ${({ $on }) => ($on ? 'var(--maple)' : 'transparent')};
  background: ${({ $on }) => ($on ? 'var(--straw-wash)' : 'transparent')};
  span:last-child {
    color: var(--soft-ink);
    white-space: nowrap;
    flex: none;
  }
`;

const keyOf = (e: Entry): string => `${e.kind}:${e.about}`;

const shown = (e: Entry): string => {
  const value = e.own ?? e.usual;
  const mark = e.own === undefined ? '' : 'yours · ';
  if (typeof value !== 'object') return `${mark}${valueWords(value, e.unit)}`;
  const unit = signById(e.about.split('@')[0]!)?.unit ?? '';
  return `${mark}${Number(value.sound.mean.toPrecision(3))} | ${Number(value.faulty.mean.toPrecision(3))} ${unit}`.replace(
    /-/g,
    '−',
  );
};

/** Numbers of one part at the left, the chosen one to see and edit at the right. */
export function BeliefList({ part, answer }: { part: BeliefPart; answer: BeliefsAnswer }) {
  const [params, setParams] = useSearchParams();
  const search = (params.get('search') ?? '').toLowerCase();
  const entries = entriesOf(part, answer.beliefs);
  const found = entries.filter((e) => `${e.name} ${e.group} ${e.why}`.toLowerCase().includes(search));
  const chosen = found.find((e) => keyOf(e) === params.get('number')) ?? found[0];
  const groups = [...new Set(found.map((e) => e.group))];
  const choose = (e: Entry): void => setParams({ ...Object.fromEntries(params), number: keyOf(e) }, { replace: true });
  return (
    <>
      <Soft>{BELIEF_PARTS.find((p) => p.id === part)?.about}</Soft>
      <Columns>
        <div>
          <SearchField label="Search" />
          <List role="group" aria-label="Numbers" tabIndex={0}>
            {groups.map((group) => (
              <div key={group}>
                <h3>{group}</h3>
                {found
                  .filter((e) => e.group === group)
                  .map((e) => (
                    <RowButton key={keyOf(e)} $on={e === chosen} aria-pressed={e === chosen} onPress={() => choose(e)}>
                      <span>{e.name}</span>
                      <span>{shown(e)}</span>
                    </RowButton>
                  ))}
              </div>
            ))}
            {found.length === 0 ? <Soft>Nothing here matches “{search}”.</Soft> : null}
          </List>
        </div>
        {chosen ? (
          <Editor key={`${keyOf(chosen)} ${JSON.stringify(chosen.own)}`} entry={chosen} answer={answer} />
        ) : null}
      </Columns>
    </>
  );
}
