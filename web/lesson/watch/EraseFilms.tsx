import { useState } from 'react';
import { ask } from '../../base/api.ts';
import { Button, QuietButton } from '../../kit/controls.tsx';
import { Failed, Row, Soft } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';

/** Erases all films of a student for good, after a second look. */
export function EraseFilms({ studentId, lessonId }: { studentId: string; lessonId: string }) {
  const [asked, setAsked] = useState(false);
  const [erased, setErased] = useState<number | null>(null);
  const erase = useLessonWrite(lessonId, async () => {
    setErased((await ask('DELETE /students/:id/videos', { id: studentId })).erased);
    setAsked(false);
  });
  if (erased !== null) return <Soft role="status">{erased} films and stills of this student were erased.</Soft>;
  return (
    <>
      <Row>
        {asked ? (
          <>
            <Button onPress={() => erase.mutate(undefined)} isDisabled={erase.isPending}>
              Erase them in all lessons, for good
            </Button>
            <QuietButton onPress={() => setAsked(false)}>Keep them</QuietButton>
          </>
        ) : (
          <Button onPress={() => setAsked(true)}>Erase this student’s films</Button>
        )}
      </Row>
      {erase.error ? <Failed error={erase.error} /> : null}
    </>
  );
}
