import type { LessonAnswer } from '../../../api/types.ts';
import { ALWAYS_CAUTIONS, REFERRAL } from '../../../core/catalogue/cautions.ts';
import { Cautions, Notice } from '../../kit/layout.tsx';
import { ScreenForm } from '../../parts/ScreenForm.tsx';
import { StudentForm } from '../../parts/StudentForm.tsx';
import { refreshLesson } from '../common/data.ts';

/** Know the player: safety first, then the screen, then everything on file. */
export default function Know({ lesson }: { lesson: LessonAnswer }) {
  const { student } = lesson;
  const closed = student.flags.length > 0 && !student.clearedOn;
  return (
    <>
      {closed ? (
        <Notice tone="stop">
          The plan is closed ({student.flags.join(', ')}) until you record the clearance by a doctor or physiotherapist
          below.
        </Notice>
      ) : null}
      {!lesson.mayFilm ? <Notice tone="stop">No guardian’s consent on file: do not film.</Notice> : null}
      <Cautions items={[...ALWAYS_CAUTIONS, REFERRAL]} title="Before the first swing" />
      <ScreenForm studentId={student.id} screens={lesson.screens} />
      <StudentForm id={student.id} student={student} onSaved={() => void refreshLesson(lesson.lesson.id)} />
    </>
  );
}
