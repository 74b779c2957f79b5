import { useMutation } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useState } from 'react';
import type { ClosuresWire, LateSetWire, PainWire } from '../../api/body-types.ts';
import { BODY_PARTS, PAIN_KINDS, type BodyPart, type PainKind } from '../../core/catalogue/cautions.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import { useDraft } from '../base/drafts.tsx';
import { ask, queryClient } from '../base/api.ts';
import { useIntent } from '../base/intent.ts';
import { Choice } from '../kit/chips.tsx';
import { Button, PrimaryButton, TextField } from '../kit/controls.tsx';
import { Card, Failed, Grid, Notice, Row, Soft } from '../kit/layout.tsx';
import { ForRole } from './ForRole.tsx';

const refresh = (): Promise<void> => queryClient.invalidateQueries();

/** Where it hurts, how, and since when, in words. */
export function painLine(p: PainWire): string {
  const kind = PAIN_KINDS.find((k) => k.id === p.kind)?.name;
  const drill = p.drillId ? ` in “${drillById(p.drillId)?.name ?? p.drillId}”` : '';
  const part = BODY_PARTS.find((b) => b.id === p.part)?.name ?? 'part not said';
  return `${part}${kind ? `, ${kind}` : ''}${drill}, ${format(new Date(p.notedAt), 'd MMM')}${p.note ? `: “${p.note}”` : ''}`;
}

/** One open pain with the word that reopens the work. */
function OpenPain({ pain }: { pain: PainWire }) {
  const [word, setWord, clearWord] = useDraft(`word ${pain.id}`, '');
  const reopen = useMutation({
    mutationFn: () => ask('POST /pains/:id/reopen', { id: pain.id, body: { word } }),
    onSuccess: () => {
      clearWord();
      return refresh();
    },
  });
  return (
    <section aria-label={`Pain: ${painLine(pain)}`} style={{ display: 'grid', gap: 'var(--s2)' }}>
      <Notice tone="stop">
        <strong>Pain:</strong> {painLine(pain)}. It closes what loads that part, and all maximal work, everywhere.
      </Notice>
      <ForRole to="POST /pains/:id/reopen">
        <Grid $least="220px">
          <TextField label="Your word: what you asked and saw (kept)" value={word} onChange={setWord} />
          <Row style={{ alignSelf: 'end' }}>
            <Button onPress={() => reopen.mutate()} isDisabled={word.trim() === '' || reopen.isPending}>
              Reopen the work
            </Button>
          </Row>
        </Grid>
      </ForRole>
      {reopen.error ? <Failed error={reopen.error} /> : null}
    </section>
  );
}

/** A log that came over a link that had ended: it counts once it is let in. */
function LateSet({ late }: { late: LateSetWire }) {
  const settle = useMutation({
    mutationFn: (letIn: boolean) => ask('POST /late-sets/:id', { id: late.id, body: { letIn } }),
    onSuccess: refresh,
  });
  return (
    <Notice tone="unsure">
      A log {late.kind === 'flow' ? 'of a flow, ' : 'of '}
      {format(new Date(late.doneAt), 'd MMM, HH:mm')} ({late.passed} of {late.passed + late.reset} passed
      {late.pain ? ', with pain' : ''}) came over a link that was not open any more.
      <ForRole to="POST /late-sets/:id">
        <Row>
          <Button onPress={() => settle.mutate(true)}>Let it in</Button>
          <Button onPress={() => settle.mutate(false)}>Leave it out</Button>
        </Row>
      </ForRole>
      {settle.error ? <Failed error={settle.error} /> : null}
    </Notice>
  );
}

/** Notes pain that the student speaks of. */
function NotePain({ studentId }: { studentId: string }) {
  const [open, setOpen] = useState(false);
  const [part, setPart] = useState<BodyPart | null>(null);
  const [kind, setKind] = useState<PainKind | null>(null);
  const [note, setNote] = useDraft('pain note', '');
  const intent = useIntent();
  const save = useMutation({
    mutationFn: () => {
      const said = { part, kind, note };
      return ask('POST /students/:id/pains', { id: studentId, body: { id: intent.idFor(said), ...said } });
    },
    onSuccess: async () => {
      intent.done();
      setOpen(false);
      setNote('');
      await refresh();
    },
  });
  if (!open)
    return (
      <Row>
        <Button onPress={() => setOpen(true)}>Note pain</Button>
      </Row>
    );
  return (
    <>
      <Choice label="Where" value={part} onChange={setPart} options={BODY_PARTS} />
      <Choice label="What kind" value={kind} onChange={setKind} options={PAIN_KINDS} />
      <TextField label="In the student’s words" value={note} onChange={setNote} />
      {save.error ? <Failed error={save.error} /> : null}
      <Row>
        <PrimaryButton onPress={() => save.mutate()} isDisabled={part === null || kind === null || save.isPending}>
          Note it; close the work
        </PrimaryButton>
        <Button onPress={() => setOpen(false)}>Not now</Button>
      </Row>
    </>
  );
}

/** Full-intent swings of the day and the week against their caps, in one line. */
export const loadLine = ({ load }: ClosuresWire): string =>
  `Full-intent swings: ${load.today} of ${load.dayCap} today, ${load.week} of ${load.weekCap} in seven days.`;

/** What is closed for a student and why, with the ways to open it again. */
export function ClosuresCard({ studentId, closures }: { studentId: string; closures: ClosuresWire }) {
  return (
    <Card aria-label="Body and load">
      <h2>Body and load</h2>
      {closures.planClosedBecause.map((because) => (
        <Notice key={because} tone="stop">
          {because}
        </Notice>
      ))}
      {closures.pains.map((p) => (
        <OpenPain key={p.id} pain={p} />
      ))}
      {closures.lateSets.map((l) => (
        <LateSet key={l.id} late={l} />
      ))}
      {closures.consentMissing ? <Notice tone="stop">No guardian’s consent on file: do not film.</Notice> : null}
      <Soft>
        {loadLine(closures)} {closures.load.because.join(' ')}
      </Soft>
      <NotePain studentId={studentId} />
    </Card>
  );
}
