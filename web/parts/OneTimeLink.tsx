import styled from 'styled-components';
import { Notice, Soft } from '../kit/layout.tsx';

const Address = styled.code`
  overflow-wrap: anywhere;
`;

/** A link that is shown this once, to be handed over. */
export function OneTimeLink({ path, what }: { path: string; what: string }) {
  return (
    <Notice tone="held">
      <p>{what}</p>
      <Address data-testid="one-time-link">{new URL(path, window.location.origin).href}</Address>
      <p>
        <Soft>It works once, within a week, and is shown this once.</Soft>
      </p>
    </Notice>
  );
}
