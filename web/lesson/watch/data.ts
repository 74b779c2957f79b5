import { useQuery } from '@tanstack/react-query';
import type { StudentVideoWire, VideoAnswer } from '../../../api/capture-types.ts';
import type { LessonAnswer } from '../../../api/types.ts';
import { call, queryClient } from '../../base/api.ts';
import type { Marked } from './picture/use-marks.ts';

const ADULT_AGE = 18;

/** Whether this student may be filmed: a minor only with a guardian's consent on file. */
export const mayFilm = (lesson: LessonAnswer): boolean =>
  lesson.ageYears >= ADULT_AGE || Boolean(lesson.student.guardianConsentOn);

export const useVideo = (id: string | null) =>
  useQuery({
    queryKey: ['video', id],
    queryFn: () => call<VideoAnswer>('GET', `/videos/${id}`),
    enabled: id !== null,
    staleTime: Infinity,
  });

export const useStudentVideos = (studentId: string) =>
  useQuery({
    queryKey: ['videos', studentId],
    queryFn: () => call<StudentVideoWire[]>('GET', `/students/${studentId}/videos`),
  });

/** Saves what is marked; the measures that come back stand beside the picture, the findings in the ledger. */
export async function saveMarks(video: VideoAnswer, marked: Marked): Promise<void> {
  const answer = await call<VideoAnswer>('PUT', `/videos/${video.id}/marks`, marked);
  queryClient.setQueryData(['video', video.id], answer);
  await queryClient.invalidateQueries({ queryKey: ['lesson', video.lessonId] });
}

export const fileUrl = (id: string): string => `/api/videos/${id}/file`;
