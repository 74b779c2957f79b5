import { useQuery } from '@tanstack/react-query';
import { ask } from '../../../base/api.ts';

/** Trials of a lesson, and what may be tried for a fault (empty: the running target). */
export const useTrials = (lessonId: string, fault: string) =>
  useQuery({
    queryKey: ['lesson', lessonId, 'trials', fault],
    queryFn: () => ask('GET /lessons/:id/trials', { id: lessonId, query: { fault } }),
  });
