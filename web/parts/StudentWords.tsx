import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { StudentWordsWire } from '../../api/student-words-types.ts';
import { ask, queryClient } from '../base/api.ts';
import { Button, PrimaryButton, QuietButton, TextField } from '../kit/controls.tsx';
import { Failed, Row, Soft } from '../kit/layout.tsx';
import { ForRole } from './ForRole.tsx';

const keyOf = (lessonId: string) => ['lesson', lessonId, 'student words'];

/** The words of one decision, changed in place. */
function Edit({ lessonId, said, onDone }: { lessonId: string; said: StudentWordsWire; onDone: () => void }) {
  const [words, setWords] = useState(said.words);
  const keep = useMutation({
    mutationFn: (text: string) =>
      ask('PUT /lessons/:id/student-words', { id: lessonId, body: { about: said.about, words: text } }),
    onSuccess: async () => {
      await queryClient.invalidateQueries({ queryKey: keyOf(lessonId) });
      onDone();
    },
  });
  return (
    <>
      <TextField label="For the student: what, and why now" value={words} onChange={setWords} lines />
      {keep.error ? <Failed error={keep.error} /> : null}
      <Row>
        <PrimaryButton onPress={() => keep.mutate(words.trim())} isDisabled={keep.isPending || words.trim() === ''}>
          Keep these words
        </PrimaryButton>
        {said.edited ? <Button onPress={() => keep.mutate('')}>As it was</Button> : null}
        <QuietButton onPress={onDone}>Not now</QuietButton>
      </Row>
    </>
  );
}

/** What the student is told of a decision, on the phone and on paper; put into other words by the instructor. */
export function StudentWords({ lessonId, about }: { lessonId: string; about: string }) {
  const [editing, setEditing] = useState(false);
  const { data } = useQuery({
    queryKey: keyOf(lessonId),
    queryFn: () => ask('GET /lessons/:id/student-words', { id: lessonId }),
  });
  const said = data?.findLast((w) => w.about === about);
  if (!said) return null;
  if (editing) return <Edit lessonId={lessonId} said={said} onDone={() => setEditing(false)} />;
  return (
    <div>
      <p>
        <Soft>For the student{said.edited ? ', in your words' : ''}:</Soft> {said.words}
      </p>
      <ForRole to="PUT /lessons/:id/student-words">
        <QuietButton onPress={() => setEditing(true)}>Put it in other words</QuietButton>
      </ForRole>
    </div>
  );
}
