import { useQuery } from '@tanstack/react-query';
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { mayDo } from '../../api/roles.ts';
import type { Address } from '../../api/routes.ts';
import { settingsSchema, type Settings } from '../../api/settings-schemas.ts';
import type { SessionAnswer } from '../../api/types.ts';
import { unitsFor, type Units } from '../../core/units/shown-units.ts';
import { ApiError, ask } from './api.ts';

export type { Units };

const DEFAULTS = settingsSchema.cast({});
const SettingsContext = createContext<Settings>(DEFAULTS);
const AccountContext = createContext('');

export const sessionQuery = {
  queryKey: ['session'],
  // Nobody signed in is an answer like another: asked again it stays on the page, where an error would be taken off meanwhile.
  queryFn: (): Promise<SessionAnswer | null> =>
    ask('GET /session').catch((error: unknown) => {
      if (error instanceof ApiError && error.status === 401) return null;
      throw error;
    }),
  retry: (count: number, error: Error) => error instanceof ApiError && error.status === 0 && count < 3,
};

/** The signed-in instructor; null where nobody is, undefined while that is not known. */
export const useSession = () => useQuery(sessionQuery);

/** Whether who is signed in may do what an address does: what the server would refuse is not offered. */
export function useMay(): (address: Address) => boolean {
  const role = useSession().data?.role ?? 'assistant';
  return (address) => mayDo(role, address);
}

export function SettingsProvider({
  settings,
  account = '',
  children,
}: {
  settings?: Settings;
  account?: string;
  children: ReactNode;
}) {
  return (
    <AccountContext.Provider value={account}>
      <SettingsContext.Provider value={settings ?? DEFAULTS}>{children}</SettingsContext.Provider>
    </AccountContext.Provider>
  );
}
/** Id of the account that is signed in; empty on a page without one. */
export const useAccount = (): string => useContext(AccountContext);

export const useSettings = (): Settings => useContext(SettingsContext);

export function useUnits(): Units {
  const { speedUnit, distanceUnit } = useSettings();
  return useMemo(() => unitsFor(speedUnit, distanceUnit), [speedUnit, distanceUnit]);
}
