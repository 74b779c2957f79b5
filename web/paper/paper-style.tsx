import styled from 'styled-components';

/** A page as it comes out of the printer: one column, black on white, no more than a sheet wide. */
export const Sheet = styled.article`
  width: 100%;
  max-width: 760px;
  margin: 0 auto;
  background: var(--card);
  border: 1px solid var(--line);
  border-radius: var(--radius);
  padding: var(--s5);
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--s3);
  && th,
  && td {
    white-space: normal;
  }
  @media (max-width: 520px) {
    padding: var(--s3);
  }
  ul,
  ol {
    display: grid;
    gap: var(--s1);
  }
  section {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: var(--s1);
    break-inside: avoid;
  }
  @media print {
    border: 0;
    padding: 0;
    gap: 6px;
    font-size: 10.5pt;
  }
`;

/** What stands on the screen only. */
export const NotOnPaper = styled.div`
  max-width: 760px;
  margin: 0 auto;
  width: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2);
  align-items: center;
  @media print {
    display: none;
  }
`;
