import styled from 'styled-components';

/** Big buttons in the thumb's reach: at the foot of the screen, whatever stands above. */
export const Counter = styled.div`
  position: sticky;
  bottom: 0;
  padding: var(--s2) 0;
  background: var(--card);
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s2);
  button {
    min-height: 92px;
    font-size: var(--lead);
    flex-direction: column;
  }
  button.wide {
    grid-column: 1 / -1;
    min-height: var(--touch);
  }
  button.tall {
    min-height: 92px;
  }
  strong {
    font-family: var(--display);
    font-size: var(--figure);
    line-height: 1;
  }
`;
