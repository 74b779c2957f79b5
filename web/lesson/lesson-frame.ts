import styled from 'styled-components';
import { NARROW, SMALL } from '../base/theme.ts';

// Head, spine of stations and work of a lesson.

export const Frame = styled.div`
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / 124px minmax(0, 1fr) auto;
  min-height: 100vh;
  @media ${NARROW} {
    grid-template-columns: 104px minmax(0, 1fr) auto;
  }
  @media ${SMALL} {
    grid-template: auto auto minmax(0, 1fr) auto auto / minmax(0, 1fr);
  }
`;
export const Head = styled.header`
  grid-column: 1 / -1;
  border-bottom: 1px solid var(--line);
  background: var(--card);
  padding: var(--s1) var(--s4);
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(200px, 460px);
  gap: var(--s4);
  align-items: center;
  min-height: 64px;
  position: sticky;
  top: 0;
  z-index: 6;
  h1 {
    font-size: var(--lead);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  @media ${NARROW} {
    grid-template-columns: minmax(0, 1fr) minmax(140px, 260px);
    min-height: 52px;
  }
  @media ${SMALL} {
    position: static;
    min-height: 0;
    grid-template-columns: minmax(0, 1fr);
    > :last-child {
      display: none;
    }
    h1 {
      font-size: var(--body);
    }
    h1 + span {
      display: none;
    }
  }
`;
export const Spine = styled.nav`
  position: sticky;
  top: 67px;
  align-self: start;
  padding: var(--s3) 0;
  display: grid;
  align-content: start;
  gap: var(--s1);
  a {
    min-height: 56px;
    padding: var(--s2) var(--s2) var(--s2) var(--s3);
    border-left: 4px solid transparent;
    text-decoration: none;
    color: var(--ink);
    display: grid;
    grid-template-columns: 1fr auto;
    align-items: center;
    font-weight: 600;
    small {
      grid-column: 1 / -1;
      color: var(--soft-ink);
      font-weight: 400;
    }
  }
  a.active {
    border-left-color: var(--maple);
    background: var(--straw-wash);
  }
  @media ${NARROW} {
    top: 56px;
    padding: var(--s1) 0;
    a {
      min-height: 48px;
      padding: var(--s1) var(--s1) var(--s1) var(--s2);
      font-size: var(--small);
    }
    small {
      display: none;
    }
  }
  @media ${SMALL} {
    top: 0;
    z-index: 6;
    grid-auto-flow: column;
    overflow-x: auto;
    background: var(--card);
    border-bottom: 1px solid var(--line);
    padding: 0;
    gap: 0;
    a {
      min-height: var(--touch);
      white-space: nowrap;
      border-left: 0;
      border-bottom: 3px solid transparent;
      gap: var(--s1);
    }
    a.active {
      border-bottom-color: var(--maple);
    }
  }
`;
export const StationRoom = styled.section`
  padding: var(--s4);
  display: grid;
  gap: var(--s4);
  align-content: start;
  min-width: 0;
  border-left: 1px solid var(--line);
  outline: none;
  @media ${NARROW} {
    padding: var(--s3);
    gap: var(--s3);
  }
  @media ${SMALL} {
    border-left: 0;
    padding: var(--s2);
  }
`;
