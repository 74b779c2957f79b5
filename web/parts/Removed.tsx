import { useMutation, useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import type { RemovalWire } from '../../api/types.ts';
import { ask, queryClient } from '../base/api.ts';
import { Button, QuietButton } from '../kit/controls.tsx';
import { Failed, Notice, Soft, Spread } from '../kit/layout.tsx';
import { ForRole } from './ForRole.tsx';

/** What was removed since a day ago, the newest shown: each comes back by one press. Says nothing where nothing was. */
export function Removed({
  studentId,
  lessonId,
  kinds,
}: {
  studentId?: string;
  lessonId?: string;
  kinds?: readonly RemovalWire['kind'][];
}) {
  const [open, setOpen] = useState(false);
  const query = lessonId ? { lesson: lessonId } : studentId ? { student: studentId } : {};
  const list = useQuery({
    // Below the lesson or the student, so that it is asked anew with them.
    queryKey: [lessonId ? 'lesson' : studentId ? 'student' : 'practice', lessonId ?? studentId ?? '', 'removals'],
    queryFn: () => ask('GET /removals', { query }),
  });
  const back = useMutation({
    mutationFn: (id: string) => ask('POST /removals/:id/restore', { id }),
    onSuccess: () => queryClient.invalidateQueries(),
  });
  const removed = (list.data ?? []).filter((r) => !kinds || kinds.includes(r.kind));
  if (removed.length === 0) return null;
  return (
    <Notice tone="info" role="status">
      {removed.slice(0, open ? undefined : 1).map((r) => (
        <Spread key={r.id}>
          <span>
            Removed: {r.what}{' '}
            <Soft>
              {format(new Date(r.at), 'HH:mm')}, {r.by}; it comes back for a day
            </Soft>
          </span>
          <ForRole to="POST /removals/:id/restore">
            <Button onPress={() => back.mutate(r.id)} isDisabled={back.isPending} aria-label={`Bring back ${r.what}`}>
              Bring it back
            </Button>
          </ForRole>
        </Spread>
      ))}
      {removed.length > 1 ? (
        <QuietButton onPress={() => setOpen((o) => !o)} aria-expanded={open}>
          {open ? 'The last one alone' : `${removed.length - 1} more`}
        </QuietButton>
      ) : null}
      {back.error ? <Failed error={back.error} /> : null}
    </Notice>
  );
}
