import { useMutation, useQuery } from '@tanstack/react-query';
import type { BeliefsAnswer } from '../../../api/types.ts';
import type { BeliefKind, BeliefValue } from '../../../core/beliefs/changes.ts';
import { call, queryClient } from '../../base/api.ts';
import { useIntent } from '../../base/intent.ts';

export const useBeliefs = () =>
  useQuery({ queryKey: ['beliefs'], queryFn: () => call<BeliefsAnswer>('GET', '/beliefs') });

// Every ledger is reckoned with these numbers.
const refresh = (): Promise<void> => queryClient.invalidateQueries();

/** Changes one number; null puts the catalogue's back. */
export function useBeliefChange(done?: () => void) {
  const intent = useIntent();
  return useMutation({
    mutationFn: (change: { kind: BeliefKind; about: string; value: BeliefValue | null; note?: string }) =>
      call('POST', '/beliefs/changes', { note: '', ...change, id: intent.idFor(change) }),
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
    mutationFn: ({ path, body }: { path: 'reset' | 'import'; body: object }) => call('POST', `/beliefs/${path}`, body),
    onSuccess: refresh,
  });
