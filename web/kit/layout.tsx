import type { ReactNode } from 'react';
import styled from 'styled-components';
import { messageOf } from '../base/api.ts';
import { Button } from './controls.tsx';

export const Page = styled.div`
  padding: var(--s5);
  display: grid;
  gap: var(--s5);
  align-content: start;
  max-width: 1180px;
  @media (max-width: 800px), (max-height: 480px) {
    padding: var(--s3);
    gap: var(--s3);
  }
`;

export const Card = styled.section`
  background: var(--card);
  border: 1px solid var(--line);
  border-radius: var(--radius);
  padding: var(--s4);
  display: grid;
  gap: var(--s3);
  align-content: start;
  min-width: 0;
`;

export const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s3);
  align-items: center;
`;

export const Spread = styled(Row)`
  justify-content: space-between;
`;

export const Grid = styled.div<{ $least?: string }>`
  display: grid;
  gap: var(--s4);
  grid-template-columns: repeat(auto-fill, minmax(min(100%, ${({ $least }) => $least ?? '220px'}), 1fr));
  align-items: start;
`;

/** A form in a wide card: no wider than it is read. */
export const Narrow = styled.div`
  display: grid;
  gap: var(--s3);
  max-width: 420px;
`;
export const Soft = styled.span`
  color: var(--soft-ink);
  font-size: var(--small);
`;

export const Sentence = styled.p`
  font-family: var(--display);
  font-size: var(--lead);
  line-height: 1.35;
  text-wrap: pretty;
`;

const Box = styled.div<{ $tone: 'stop' | 'unsure' | 'info' | 'held' }>`
  padding: var(--s3) var(--s4);
  border-radius: var(--radius);
  border-left: 5px solid
    ${({ $tone }) => ({ stop: 'var(--leaf)', unsure: 'var(--straw)', info: 'var(--slate)', held: 'var(--moss)' })[$tone]};
  background: ${({ $tone }) =>
    ({ stop: 'var(--leaf-wash)', unsure: 'var(--straw-wash)', info: 'var(--slate-wash)', held: 'var(--moss-wash)' })[
      $tone
    ]};
`;

/** A message that stands out by tone and words. */
export function Notice({
  tone,
  children,
  role,
}: {
  tone: 'stop' | 'unsure' | 'info' | 'held';
  children: ReactNode;
  role?: 'alert' | 'status';
}) {
  return (
    <Box $tone={tone} role={role}>
      {children}
    </Box>
  );
}

/** Loading, error and empty states of a query, the same everywhere. */
export function Waiting({ what }: { what: string }) {
  return (
    <p role="status">
      <Soft>Fetching {what} …</Soft>
    </p>
  );
}

export function Failed({ error, retry }: { error: unknown; retry?: () => void }) {
  return (
    <Notice tone="stop" role="alert">
      <Spread>
        <span>{messageOf(error)}</span>
        {retry ? <Button onPress={retry}>Try again</Button> : null}
      </Spread>
    </Notice>
  );
}

/** Cautions: always shown, never behind a fold. */
export function Cautions({ items, title = 'Cautions' }: { items: readonly string[]; title?: string }) {
  return (
    <Notice tone="unsure">
      <strong>{title}</strong>
      <ul>
        {items.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
    </Notice>
  );
}

const FactList = styled.dl`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s3) var(--s5);
  margin: 0;
  dt {
    color: var(--soft-ink);
    font-size: var(--small);
  }
  dd {
    margin: 0;
    font-weight: 600;
  }
`;

/** Named figures in a row that wraps. */
export function Facts({ items }: { items: readonly (readonly [name: string, value: string])[] }) {
  return (
    <FactList>
      {items.map(([name, value]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </FactList>
  );
}

/** A dense table; figures stand to the right, in line. */
export const DataTable = styled.table<{ $words?: boolean }>`
  border-collapse: collapse;
  width: 100%;
  font-size: var(--small);
  th,
  td {
    text-align: ${({ $words }) => ($words ? 'left' : 'right')};
    padding: var(--s1) var(--s2);
    border-bottom: 1px solid var(--line);
  }
  tbody th {
    white-space: nowrap;
  }
`;

/** A wide table that scrolls by itself; make it focusable so that keys scroll it. */
export const SideScroll = styled.div`
  overflow-x: auto;
  td,
  th {
    white-space: nowrap;
    text-align: left;
  }
`;
