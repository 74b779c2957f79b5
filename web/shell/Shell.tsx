import { CalendarDays, FlaskConical, Library, LogOut, Settings as SettingsIcon, Users } from 'lucide-react';
import { Suspense, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { Dialog, Heading } from 'react-aria-components';
import { ErrorBoundary } from 'react-error-boundary';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import styled from 'styled-components';
import { Button } from '../kit/controls.tsx';
import { Failed, Notice, Page, Waiting } from '../kit/layout.tsx';
import { Panel, Veil } from '../kit/over.tsx';
import { ask, queryClient, serverReachable } from '../base/api.ts';
import { KEY_HELP, useKeys, WORK } from '../base/keys.tsx';
import { NARROW, SMALL } from '../base/theme.ts';
import { RenewSession } from './RenewSession.tsx';

const Frame = styled.div`
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr);
  min-height: 100vh;
  @media ${NARROW} {
    grid-template-columns: 60px minmax(0, 1fr);
  }
  @media ${SMALL} {
    grid-template-columns: minmax(0, 1fr);
  }
  @media print {
    display: block;
  }
`;
const Skip = styled.a`
  position: fixed;
  top: var(--s2);
  left: -999px;
  z-index: 30;
  padding: var(--s3) var(--s4);
  background: var(--card);
  border: 1px solid var(--line);
  border-radius: var(--radius);
  &:focus {
    left: var(--s2);
  }
`;
const Rail = styled.nav`
  border-right: 1px solid var(--line);
  background: var(--card);
  position: sticky;
  top: 0;
  height: 100vh;
  display: flex;
  flex-direction: column;
  padding: var(--s2) 0;
  gap: var(--s1);
  a,
  button {
    display: grid;
    justify-items: center;
    gap: 2px;
    padding: var(--s2) 2px;
    min-height: 56px;
    font-size: 0.8125rem;
    color: var(--soft-ink);
    text-decoration: none;
    border: 0;
    border-left: 4px solid transparent;
    background: none;
    font-family: inherit;
    cursor: pointer;
    text-align: center;
    line-height: 1.15;
  }
  a.active {
    color: var(--maple-deep);
    border-left-color: var(--maple);
    font-weight: 700;
  }
  @media ${NARROW} {
    padding: 0;
    a,
    button {
      min-height: 48px;
      padding: var(--s1) 0;
      font-size: 0.75rem;
    }
  }
  @media ${SMALL} {
    position: static;
    height: auto;
    flex-direction: row;
    overflow-x: auto;
    border-right: 0;
    border-bottom: 1px solid var(--line);
    a,
    button {
      min-width: 56px;
      min-height: var(--touch);
      border-left: 0;
    }
  }
`;
const Mark = styled.div`
  @media ${SMALL} {
    display: none;
  }
  display: grid;
  justify-items: center;
  padding: var(--s2) 0 var(--s3);
`;
const Filler = styled.div`
  flex: 1;
`;
const Keys = styled.dl`
  display: grid;
  grid-template-columns: auto 1fr;
  gap: var(--s2) var(--s4);
  dt {
    font-weight: 700;
  }
  dd {
    margin: 0;
  }
`;
const Away = styled.div`
  position: sticky;
  top: 0;
  z-index: 10;
`;

const PLACES = [
  { to: '/', label: 'Today', icon: CalendarDays },
  { to: '/students', label: 'Students', icon: Users },
  { to: '/drills', label: 'Drill shelf', icon: Library },
  { to: '/bench', label: 'Bench', icon: FlaskConical },
  { to: '/settings', label: 'Settings', icon: SettingsIcon },
] as const;

/** Rail with the five places, keyboard help, offline banner, and an error boundary round the screen. */
export function Shell() {
  const navigate = useNavigate();
  const location = useLocation();
  const [help, setHelp] = useState(false);
  const going = useRef(0);
  const reachable = useSyncExternalStore(serverReachable.subscribe, serverReachable.get);
  const keys = useMemo(() => {
    const go = (path: string) => () => {
      if (Date.now() - going.current < 1500) void navigate(path);
      going.current = 0;
    };
    return {
      g: () => {
        going.current = Date.now();
      },
      t: go('/'),
      s: go('/students'),
      d: go('/drills'),
      b: go('/bench'),
      '?': () => setHelp(true),
      '/': () => document.querySelector<HTMLInputElement>('[data-search] input')?.focus(),
    };
  }, [navigate]);
  useKeys(keys);
  return (
    <Frame>
      <Skip
        href="#page"
        onClick={(e) => {
          e.preventDefault();
          (document.querySelector<HTMLElement>(`[id="${WORK}"]`) ?? document.querySelector('main'))?.focus();
        }}
      >
        Skip to the work
      </Skip>
      <Rail aria-label="Places">
        <Mark aria-hidden>
          <img src="/icon.svg" width={36} height={36} alt="" />
        </Mark>
        {PLACES.map(({ to, label, icon: Icon }) => (
          <NavLink key={to} to={to} end={to === '/'}>
            <Icon size={22} aria-hidden />
            {label}
          </NavLink>
        ))}
        <Filler />
        <button type="button" onClick={() => setHelp(true)} aria-keyshortcuts="?">
          <span aria-hidden>?</span>
          Keys
        </button>
        <button
          type="button"
          onClick={() => {
            void ask('DELETE /session').then(() => {
              queryClient.clear();
              window.location.assign('/');
            });
          }}
        >
          <LogOut size={20} aria-hidden />
          Sign out
        </button>
      </Rail>
      <main id="page" tabIndex={-1} style={{ outline: 'none', minWidth: 0 }}>
        {reachable ? null : (
          <Away>
            <Notice tone="stop" role="alert">
              The server does not answer. What you enter in a lesson is kept here and sent when it is back.
            </Notice>
          </Away>
        )}
        <ErrorBoundary
          resetKeys={[location.pathname]}
          fallbackRender={({ error, resetErrorBoundary }) => (
            <Page>
              <Failed error={error} retry={resetErrorBoundary} />
            </Page>
          )}
        >
          <Suspense
            fallback={
              <Page>
                <Waiting what="the page" />
              </Page>
            }
          >
            <Outlet />
          </Suspense>
        </ErrorBoundary>
      </main>
      <RenewSession />
      <Veil isOpen={help} onOpenChange={setHelp} isDismissable>
        <Panel>
          <Dialog>
            <Heading slot="title">Keys</Heading>
            <p>None of them fire while you type in a field; every one has a button as well.</p>
            <Keys>
              {KEY_HELP.map(([key, what]) => (
                <div key={key} style={{ display: 'contents' }}>
                  <dt>{key}</dt>
                  <dd>{what}</dd>
                </div>
              ))}
            </Keys>
            <Button autoFocus onPress={() => setHelp(false)}>
              Close
            </Button>
          </Dialog>
        </Panel>
      </Veil>
    </Frame>
  );
}
