import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter, useLocation } from 'react-router';
import { ThemeProvider } from 'styled-components';
import { settingsSchema, type Settings } from '../api/settings-schemas.ts';
import { queryClient } from './base/api.ts';
import { SettingsProvider } from './base/session.tsx';
import { themes } from './base/theme.ts';

/** The signed-in owner of a practice, as the server says it. */
export const OWNER = {
  account: 'a',
  role: 'owner',
  name: 'Ann Vale',
  practiceName: 'Test range',
  settings: settingsSchema.cast({}),
} as const;

function Place() {
  const { pathname, search } = useLocation();
  return <span data-testid="place">{`${pathname}${search}`}</span>;
}
/** Address that the page has gone to. */
export const placeNow = (): string => screen.getByTestId('place').textContent;

/** Draws a part of the pages as the shell would hold it, signed in, at an address; what was drawn before goes. */
export function showPage(
  node: ReactNode,
  { at = '/', settings = {} }: { at?: string; settings?: Partial<Settings> } = {},
) {
  cleanup();
  queryClient.clear();
  queryClient.setQueryData(['session'], { ...OWNER, settings: { ...OWNER.settings, ...settings } });
  return render(
    <QueryClientProvider client={queryClient}>
      <ThemeProvider theme={themes.paper}>
        <SettingsProvider settings={{ ...OWNER.settings, ...settings }} account={OWNER.account}>
          <MemoryRouter initialEntries={[at]}>
            {node}
            <Place />
          </MemoryRouter>
        </SettingsProvider>
      </ThemeProvider>
    </QueryClientProvider>,
  );
}
