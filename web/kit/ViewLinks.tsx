import styled from 'styled-components';

/** Links between the views of one place, the open one underlined. */
export const ViewLinks = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s4);
  border-bottom: 1px solid var(--line);
  a {
    min-height: var(--touch);
    display: inline-flex;
    align-items: center;
    color: var(--ink);
    text-decoration: none;
    font-weight: 600;
    border-bottom: 3px solid transparent;
    margin-bottom: -1px;
    padding: 0 var(--s1);
  }
  a[aria-current='page'] {
    border-bottom-color: var(--maple);
    color: var(--maple-deep);
  }
`;
