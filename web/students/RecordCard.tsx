import { useMutation, useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { ask, queryClient, takesPlace } from '../base/api.ts';
import { useMay } from '../base/session.tsx';
import { Button, QuietButton, TextField } from '../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft, Waiting } from '../kit/layout.tsx';

const WORDS: readonly (readonly [table: string, one: string, many: string])[] = [
  ['lessons', 'lesson', 'lessons'],
  ['blocks', 'block', 'blocks'],
  ['shots', 'swing', 'swings'],
  ['motions', 'capture', 'captures'],
  ['ground_records', 'plate record', 'plate records'],
  ['videos', 'film or still', 'films and stills'],
  ['plans', 'plan', 'plans'],
  ['practice_sets', 'practice set', 'practice sets'],
  ['screens', 'body screen', 'body screens'],
  ['notches', 'notch', 'notches'],
];

function Erase({ id, onKeep }: { id: string; onKeep: () => void }) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const said = useQuery({
    queryKey: ['erasure', id],
    queryFn: () => ask('GET /students/:id/erasure', { id }),
    staleTime: 0,
  });
  const erase = useMutation({
    mutationFn: () => ask('DELETE /students/:id', { id, body: { name: typed } }),
    onSuccess: async () => {
      await navigate('/students', { replace: true });
      queryClient.removeQueries({ queryKey: ['student', id] });
      await queryClient.invalidateQueries();
    },
  });
  if (takesPlace(said.error, said.data)) return <Failed error={said.error} retry={() => void said.refetch()} />;
  if (!said.data) return <Waiting what="what would go" />;
  const { studentName, counts, files, hasLink, learnedFrom, backups } = said.data;
  const goes = WORDS.flatMap(([table, one, many]) => {
    const n = counts[table] ?? 0;
    return n === 0 ? [] : [`${n} ${n === 1 ? one : many}`];
  });
  return (
    <Notice tone="stop">
      <p>
        This erases {studentName} for good: {['the student', ...goes].join(', ')}; {files} original files, but for those
        that others’ lessons use
        {hasLink ? '; the practice page on the phone' : ''}
        {learnedFrom > 0 ? `; what the practice has learned from ${learnedFrom} held gains` : ''}.
      </p>
      <p>What stays: that one student was erased, with these counts and no name.</p>
      {backups.length > 0 ? (
        <p>
          Still in {backups.length === 1 ? 'a backup' : `${backups.length} backups`}:{' '}
          {backups.map((b) => `${b.name} (goes on ${format(new Date(b.goesOn), 'd MMM')})`).join(', ')}. Backups can be
          deleted in Settings → Data. Copies saved elsewhere are yours to delete.
        </p>
      ) : null}
      <TextField label={`Type the name, ${studentName}, to erase`} value={typed} onChange={setTyped} />
      {erase.error ? <Failed error={erase.error} /> : null}
      <Row>
        <Button onPress={() => erase.mutate()} isDisabled={typed.trim() === '' || erase.isPending}>
          Erase for good
        </Button>
        <QuietButton onPress={onKeep}>Keep the student</QuietButton>
      </Row>
    </Notice>
  );
}

/** The student's record as a file, and its end. */
export function RecordCard({ id }: { id: string }) {
  const may = useMay();
  const [isAsked, setIsAsked] = useState(false);
  if (!may('GET /students/:id/export')) return null;
  return (
    <Card aria-label="Record">
      <h2>Record</h2>
      <Row>
        <a href={`/api/students/${id}/export`} download>
          Save the record as a file
        </a>
        {isAsked ? null : <QuietButton onPress={() => setIsAsked(true)}>Erase the student …</QuietButton>}
      </Row>
      <Soft>All that is kept of the student: tables, original files, and a summary to read.</Soft>
      {isAsked ? <Erase id={id} onKeep={() => setIsAsked(false)} /> : null}
    </Card>
  );
}
