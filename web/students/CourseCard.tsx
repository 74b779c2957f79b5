import { useQuery } from '@tanstack/react-query';
import { ask, takesPlace } from '../base/api.ts';
import { Card, Failed, Soft, Waiting } from '../kit/layout.tsx';
import { CourseChart } from './CourseChart.tsx';

/** The student's record on one time axis; everything on it opens to its place. */
export function CourseCard({ studentId }: { studentId: string }) {
  const course = useQuery({
    queryKey: ['student', studentId, 'course'],
    queryFn: () => ask('GET /students/:id/course', { id: studentId }),
  });
  if (takesPlace(course.error, course.data)) return <Failed error={course.error} retry={() => void course.refetch()} />;
  if (!course.data) return <Waiting what="the record" />;
  const { lessons, practice, pains, films, screens } = course.data;
  if (lessons.length === 0 && screens.length === 0 && pains.length === 0) return null;
  const many = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;
  return (
    <Card aria-label="The record">
      <h2>The record</h2>
      <CourseChart course={course.data} studentId={studentId} />
      <Soft>
        {many(lessons.length, 'lesson')}, {many(practice.length, 'practice day')}, {many(pains.length, 'note')} of pain,{' '}
        {many(screens.length, 'screen')}, {many(films.length, 'film')}. A dot over a lesson: it has a note. Dots,
        lessons, targets and films open their place.
      </Soft>
    </Card>
  );
}
