import { useQuery } from '@tanstack/react-query';
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { mayDo } from '../../api/roles.ts';
import type { Address } from '../../api/routes.ts';
import { settingsSchema, type Settings } from '../../api/schemas.ts';
import { metresToYards, mpsToMph, mphToMps } from '../../core/units/units.ts';
import { ApiError, ask } from './api.ts';

const DEFAULTS = settingsSchema.cast({});
const SettingsContext = createContext<Settings>(DEFAULTS);
const AccountContext = createContext('');

export const sessionQuery = {
  queryKey: ['session'],
  queryFn: () => ask('GET /session'),
  retry: (count: number, error: Error) => error instanceof ApiError && error.status === 0 && count < 3,
};

/** The signed-in instructor, or undefined while asking or signed out. */
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

/** Speeds and distances in the instructor's units: as text with unit, as bare figure, and back to SI. */
export interface Units {
  speedUnit: Settings['speedUnit'];
  distanceUnit: Settings['distanceUnit'];
  speed(mps: number, digits?: number): string;
  speedFigure(mps: number, digits?: number): string;
  toMps(value: number): number;
  fromMps(mps: number): number;
  distance(m: number, digits?: number): string;
}

export function useUnits(): Units {
  const { speedUnit, distanceUnit } = useSettings();
  return useMemo(() => {
    const fromMps = (mps: number): number =>
      speedUnit === 'mph' ? mpsToMph(mps) : speedUnit === 'km/h' ? mps * 3.6 : mps;
    const toMps = (v: number): number => (speedUnit === 'mph' ? mphToMps(v) : speedUnit === 'km/h' ? v / 3.6 : v);
    // A figure that rounds to nothing carries no sign.
    const figure = (v: number, digits: number): string =>
      (Number(v.toFixed(digits)) === 0 ? 0 : v).toFixed(digits).replace('-', '−');
    const speedFigure = (mps: number, digits = 1): string => figure(fromMps(mps), digits);
    return {
      speedUnit,
      distanceUnit,
      fromMps,
      toMps,
      speedFigure,
      speed: (mps, digits = 1) => `${speedFigure(mps, digits)} ${speedUnit}`,
      distance: (m, digits = 0) => `${figure(distanceUnit === 'yd' ? metresToYards(m) : m, digits)} ${distanceUnit}`,
    };
  }, [speedUnit, distanceUnit]);
}
