import { useMutation, useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useMemo } from 'react';
import type { LedgerAnswer, LessonAnswer, MotionWire, PrescribeAnswer, ReviewAnswer } from '../../../api/types.ts';
import { call, queryClient } from '../../base/api.ts';
import { useIntent } from '../../base/intent.ts';
import type { DatedBlock } from './block-name.ts';

export const STATIONS = ['know', 'measure', 'watch', 'diagnose', 'prescribe', 'review'] as const;
export type Station = (typeof STATIONS)[number];

export const useLesson = (id: string) =>
  useQuery({ queryKey: ['lesson', id], queryFn: () => call<LessonAnswer>('GET', `/lessons/${id}`) });
export const useLedger = (id: string) =>
  useQuery({ queryKey: ['lesson', id, 'ledger'], queryFn: () => call<LedgerAnswer>('GET', `/lessons/${id}/ledger`) });
export const useReview = (id: string) =>
  useQuery({ queryKey: ['lesson', id, 'review'], queryFn: () => call<ReviewAnswer>('GET', `/lessons/${id}/review`) });
export const usePrescribe = (id: string, fault: string) =>
  useQuery({
    queryKey: ['lesson', id, 'prescribe', fault],
    queryFn: () => call<PrescribeAnswer>('GET', `/lessons/${id}/prescribe?fault=${encodeURIComponent(fault)}`),
  });

/** A captured swing with its curves, of this lesson or another. */
export const useMotion = (id: string | undefined) =>
  useQuery({
    queryKey: ['motion', id],
    queryFn: () => call<MotionWire>('GET', `/motions/${id}`),
    enabled: id !== undefined,
    staleTime: Infinity,
  });

/** Blocks of the lesson before this one, to set beside today's. */
export function useEarlierBlocks(lesson: LessonAnswer): DatedBlock[] {
  const previous = lesson.previousLesson;
  const { data } = useQuery({
    queryKey: ['lesson', previous?.id],
    queryFn: () => call<LessonAnswer>('GET', `/lessons/${previous?.id}`),
    enabled: previous !== null,
  });
  const day = previous ? format(new Date(previous.startsAt), 'd MMM') : '';
  return useMemo(() => (data?.blocks ?? []).map((b) => ({ ...b, day })), [data, day]);
}

/** Everything shown of a lesson is fetched anew. */
export const refreshLesson = (id: string): Promise<void> => queryClient.invalidateQueries({ queryKey: ['lesson', id] });

/**
 * A write in a lesson, after which the lesson is fetched anew; one that is kept for later does not wait for the server.
 * @param write is given the id of what is meant: the same when it is sent again after a lost answer
 */
export function useLessonWrite<T>(
  id: string,
  write: (input: T, intentId: string) => Promise<unknown>,
  onDone?: () => void,
) {
  const intent = useIntent();
  return useMutation({
    mutationFn: (input: T) => write(input, intent.idFor(input)),
    onSuccess: async (result) => {
      intent.done();
      onDone?.();
      if (result === 'kept') return;
      await refreshLesson(id);
    },
  });
}
