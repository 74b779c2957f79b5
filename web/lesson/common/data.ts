import { skipToken, useMutation, useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useMemo } from 'react';
import type { LessonAnswer } from '../../../api/types.ts';
import { ask, queryClient } from '../../base/api.ts';
import { useIntent } from '../../base/intent.ts';
import type { DatedBlock } from './block-name.ts';

export const STATIONS = ['know', 'measure', 'watch', 'diagnose', 'prescribe', 'review'] as const;
export type Station = (typeof STATIONS)[number];

export const useLesson = (id: string) =>
  useQuery({ queryKey: ['lesson', id], queryFn: () => ask('GET /lessons/:id', { id }) });
export const useLedger = (id: string) =>
  useQuery({ queryKey: ['lesson', id, 'ledger'], queryFn: () => ask('GET /lessons/:id/ledger', { id }) });
export const useReview = (id: string) =>
  useQuery({ queryKey: ['lesson', id, 'review'], queryFn: () => ask('GET /lessons/:id/review', { id }) });
export const usePrescribe = (id: string, fault: string) =>
  useQuery({
    queryKey: ['lesson', id, 'prescribe', fault],
    queryFn: () => ask('GET /lessons/:id/prescribe', { id, query: { fault } }),
  });

/** A captured swing with its curves, of this lesson or another. */
export const useMotion = (id: string | undefined) =>
  useQuery({
    queryKey: ['motion', id],
    queryFn: id === undefined ? skipToken : () => ask('GET /motions/:id', { id }),
    staleTime: Infinity,
  });

/** Blocks of the lesson before this one, to set beside today's. */
export function useEarlierBlocks(lesson: LessonAnswer): DatedBlock[] {
  const previous = lesson.previousLesson;
  const { data } = useQuery({
    queryKey: ['lesson', previous?.id],
    queryFn: previous ? () => ask('GET /lessons/:id', { id: previous.id }) : skipToken,
  });
  const day = previous ? format(new Date(previous.startsAt), 'd MMM') : '';
  return useMemo(() => (data?.blocks ?? []).map((b) => ({ ...b, day })), [data, day]);
}

/** When each lesson was last begun to be fetched anew, ms of the page's clock. */
const begun = new Map<string, number>();

/** Everything shown of a lesson is fetched anew. */
export function refreshLesson(id: string): Promise<void> {
  begun.set(id, performance.now());
  return queryClient.invalidateQueries({ queryKey: ['lesson', id] });
}
/** Whether a lesson was begun to be fetched anew since a moment of the page's clock: what was known by then is in it. */
export const isRefreshedSince = (id: string, sinceMs: number): boolean => (begun.get(id) ?? -Infinity) >= sinceMs;

/**
 * A write in a lesson, after which the lesson is fetched anew; one that is kept for later does not wait for the server.
 * @param write is given the id of what is meant: the same when it is sent again after a lost answer
 * @param inTurn of what writes of the same name go one after the other, each when the one before it was taken
 */
export function useLessonWrite<T>(
  id: string,
  write: (input: T, intentId: string) => Promise<unknown>,
  onDone?: () => void,
  inTurn?: string,
) {
  const intent = useIntent();
  return useMutation({
    scope: inTurn === undefined ? undefined : { id: inTurn },
    mutationFn: (input: T) => write(input, intent.idFor(input)),
    onSuccess: async (result) => {
      intent.done();
      onDone?.();
      if (result === 'kept') return;
      await refreshLesson(id);
    },
  });
}
