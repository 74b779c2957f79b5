import { useMutation, useQuery } from '@tanstack/react-query';
import type { BeliefKind, BeliefValue } from '../../../core/beliefs/changes.ts';
import { ask, queryClient } from '../../base/api.ts';
import { useIntent } from '../../base/intent.ts';

export const useBeliefs = () => useQuery({ queryKey: ['beliefs'], queryFn: () => ask('GET /beliefs') });

// Every ledger is reckoned with these numbers.
const refresh = (): Promise<void> => queryClient.invalidateQueries();

/** Changes one number; null puts the catalogue's back. */
export function useBeliefChange(done?: () => void) {
  const intent = useIntent();
  return useMutation({
    mutationFn: (change: { kind: BeliefKind; about: string; value: BeliefValue | null; note?: string }) =>
      ask('POST /beliefs/changes', { body: { note: '', ...change, id: intent.idFor(change) } }),
    onSuccess: () => {
      intent.done();
      done?.();
      return refresh();
    },
  });
}

/** Puts all numbers of a kind back, or takes all from a file. */
export const useBeliefWrite = () =>
  useMutation({
    mutationFn: ({ path, body }: { path: 'reset' | 'import'; body: object }) => ask(`POST /beliefs/${path}`, { body }),
    onSuccess: refresh,
  });
