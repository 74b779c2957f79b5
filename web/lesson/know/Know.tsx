import type { LessonAnswer } from '../../../api/types.ts';
import { ALWAYS_CAUTIONS, REFERRAL } from '../../../core/catalogue/cautions.ts';
import { Cautions } from '../../kit/layout.tsx';
import { ClosuresCard } from '../../parts/ClosuresCard.tsx';
import { ScreenForm } from '../../parts/ScreenForm.tsx';
import { StudentForm } from '../../parts/StudentForm.tsx';
import { refreshLesson } from '../common/data.ts';

/** Know the player: safety first, then the screen, then everything on file. */
export default function Know({ lesson }: { lesson: LessonAnswer }) {
  const { student } = lesson;
  return (
    <>
      <Cautions items={[...ALWAYS_CAUTIONS, REFERRAL]} title="Before the first swing" />
      <ClosuresCard studentId={student.id} closures={lesson.closures} />
      <ScreenForm studentId={student.id} screens={lesson.screens} />
      <StudentForm id={student.id} student={student} onSaved={() => void refreshLesson(lesson.lesson.id)} />
    </>
  );
}
