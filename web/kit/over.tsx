import { Modal, ModalOverlay } from 'react-aria-components';
import styled from 'styled-components';

/** What lies over the whole page. */
export const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  background: rgb(0 0 0 / 35%);
  display: grid;
  place-items: center;
  z-index: 20;
`;
export const Panel = styled(Modal)`
  background: var(--card);
  color: var(--ink);
  border-radius: var(--radius);
  padding: var(--s5);
  max-width: 520px;
  width: calc(100% - var(--s6));
`;
