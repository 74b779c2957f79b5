import { useMutation } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import { ask, queryClient } from '../base/api.ts';
import { Tick } from '../kit/chips.tsx';
import { Button, PrimaryButton, TextField } from '../kit/controls.tsx';
import { Failed, Row } from '../kit/layout.tsx';
import { minutesWrong, momentOf, TimeFields } from './AppointmentForm.tsx';

/** Moves, changes or cancels a lesson to come; cancelled ones come back for a day. */
export function MoveAppointment({
  appointment: a,
  onDone,
}: {
  appointment: { id: string; startsAt: string; minutes: number; note: string; seriesLeft: number };
  onDone: () => void;
}) {
  const at = new Date(a.startsAt);
  const [typed, setTyped] = useState({
    day: format(at, 'yyyy-MM-dd'),
    time: format(at, 'HH:mm'),
    minutes: String(a.minutes),
  });
  const [note, setNote] = useState(a.note);
  const [andLater, setAndLater] = useState(false);
  const onSuccess = async (): Promise<void> => {
    await queryClient.invalidateQueries();
    onDone();
  };
  const to = momentOf(typed);
  const save = useMutation({
    mutationFn: () =>
      ask('PATCH /appointments/:id', {
        id: a.id,
        body: { startsAt: to?.toISOString(), minutes: Number(typed.minutes), note, andLater },
      }),
    onSuccess,
  });
  const cancel = useMutation({
    mutationFn: () => ask('DELETE /appointments/:id', { id: a.id, query: { andLater: String(andLater) } }),
    onSuccess,
  });
  return (
    <>
      <TimeFields value={typed} onChange={(part) => setTyped((t) => ({ ...t, ...part }))} />
      <TextField label="Note" value={note} onChange={setNote} />
      {a.seriesLeft > 1 ? (
        <Row>
          <Tick isSelected={andLater} onChange={setAndLater}>
            the {a.seriesLeft - 1} later ones of the series as well
          </Tick>
        </Row>
      ) : null}
      {(save.error ?? cancel.error) ? <Failed error={save.error ?? cancel.error} /> : null}
      <Row>
        <PrimaryButton
          onPress={() => save.mutate()}
          isDisabled={!to || minutesWrong(typed.minutes) !== undefined || save.isPending}
        >
          Keep the change
        </PrimaryButton>
        <Button onPress={() => cancel.mutate()} isDisabled={cancel.isPending}>
          {andLater ? 'Cancel these lessons' : 'Cancel the lesson'}
        </Button>
        <Button onPress={onDone}>Leave it</Button>
      </Row>
    </>
  );
}
