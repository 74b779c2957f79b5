import type { ReactNode } from 'react';
import type { Address } from '../../api/routes.ts';
import { useMay } from '../base/session.tsx';
import { Soft } from '../kit/layout.tsx';

/** What who is signed in may do; to others it says whose it is. */
export function ForRole({ to, children }: { to: Address; children: ReactNode }) {
  return useMay()(to) ? children : <Soft>You see and log here; this is for an instructor.</Soft>;
}
