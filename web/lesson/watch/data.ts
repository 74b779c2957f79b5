import { skipToken, useQuery } from '@tanstack/react-query';
import type { VideoAnswer } from '../../../api/capture-types.ts';
import { ask, queryClient } from '../../base/api.ts';
import type { Marked } from './picture/use-marks.ts';

export const useVideo = (id: string | null) =>
  useQuery({
    queryKey: ['video', id],
    queryFn: id === null ? skipToken : () => ask('GET /videos/:id', { id }),
    staleTime: Infinity,
  });

export const useStudentVideos = (studentId: string) =>
  useQuery({
    queryKey: ['videos', studentId],
    queryFn: () => ask('GET /students/:id/videos', { id: studentId }),
  });

/** Saves what is marked; the measures that come back stand beside the picture, the findings in the ledger. */
export async function saveMarks(video: VideoAnswer, marked: Marked): Promise<void> {
  const answer = await ask('PUT /videos/:id/marks', { id: video.id, body: marked });
  queryClient.setQueryData(['video', video.id], answer);
  await queryClient.invalidateQueries({ queryKey: ['lesson', video.lessonId] });
}

export const fileUrl = (id: string): string => `/api/videos/${id}/file`;
