import { useQuery } from '@tanstack/react-query';
import { ask } from '../../../base/api.ts';

/** Runs of calls of a lesson, and what was called before. */
export const useCalled = (lessonId: string) =>
  useQuery({
    queryKey: ['lesson', lessonId, 'called'],
    queryFn: () => ask('GET /lessons/:id/called', { id: lessonId }),
  });
