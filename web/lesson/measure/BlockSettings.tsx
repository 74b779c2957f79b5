import { useState } from 'react';
import type { BlockWire, LessonAnswer } from '../../../api/types.ts';
import { useDraft } from '../../base/drafts.tsx';
import { ask } from '../../base/api.ts';
import { Button, PrimaryButton } from '../../kit/controls.tsx';
import { Card, Failed, Notice, Row, Soft, Spread } from '../../kit/layout.tsx';
import { numberText } from '../../kit/typed-number.ts';
import { useLessonWrite } from '../common/data.ts';
import { CircumstancesForm, circumstancesFrom, typedCircumstances } from './CircumstancesForm.tsx';

/** What is on record of a block's circumstances, in one line. */
export function circumstancesInWords(block: BlockWire): string {
  const c = block.circumstances;
  const number = (v: number | null | undefined, unit: string): string =>
    v === null || v === undefined ? '' : `${numberText(v)}${unit}`;
  return [
    c.device,
    c.ballKind,
    c.place,
    number(c.temperatureC, ' °C'),
    number(c.altitudeM, ' m up'),
    number(c.windTowardTargetMps, ' m/s along'),
    number(c.windToRightMps, ' m/s across'),
    number(c.slopeDeg, '° slope'),
    number(c.clubLoftDeg, '° loft'),
    c.clubShaft,
    c.carryNormalised === true ? 'carry normalised' : c.carryNormalised === false ? 'carry as flown' : '',
  ]
    .filter((s) => s)
    .join(' · ');
}

/** A block's circumstances, its imports to take back, and deleting it (which can be undone). */
export function BlockSettings({ block, lesson }: { block: BlockWire; lesson: LessonAnswer }) {
  const lessonId = lesson.lesson.id;
  const [open, setOpen] = useState(false);
  const [typed, setTyped, , typedSaved] = useDraft(`circumstances ${block.id}`, () =>
    typedCircumstances(block.circumstances),
  );
  const [deleted, setDeleted] = useState<{ id: string; position: number } | null>(null);
  const save = useLessonWrite(
    lessonId,
    () => ask('PATCH /blocks/:id', { id: block.id, body: { circumstances: circumstancesFrom(typed) } }),
    () => {
      setOpen(false);
      typedSaved();
    },
  );
  const remove = useLessonWrite(lessonId, async () => {
    await ask('DELETE /blocks/:id', { id: block.id });
    setDeleted({ id: block.id, position: block.position });
  });
  const restore = useLessonWrite(
    lessonId,
    (id: string) => ask('POST /blocks/:id/restore', { id }),
    () => setDeleted(null),
  );
  const undo = useLessonWrite(lessonId, (id: string) => ask('DELETE /imports/:id', { id }));
  const words = circumstancesInWords(block);
  return (
    <Card aria-label="Circumstances">
      <Spread>
        <span>
          <strong>Circumstances</strong>{' '}
          <Soft>{words || 'nothing on record yet: blocks are then compared with a warning'}</Soft>
        </span>
        <Row>
          <Button onPress={() => setOpen((o) => !o)} aria-expanded={open}>
            {open ? 'Close' : 'Change'}
          </Button>
          <Button onPress={() => remove.mutate(undefined)} isDisabled={remove.isPending}>
            Delete block {block.position}
          </Button>
        </Row>
      </Spread>
      {deleted ? (
        <Notice tone="info" role="status">
          <Spread>
            <span>Block {deleted.position} is deleted; its shots are kept.</span>
            <Button onPress={() => restore.mutate(deleted.id)}>Bring it back</Button>
          </Spread>
        </Notice>
      ) : null}
      {open ? (
        <>
          <CircumstancesForm value={typed} onChange={setTyped} />
          {save.error ? <Failed error={save.error} /> : null}
          <Row>
            <PrimaryButton onPress={() => save.mutate(undefined)} isDisabled={save.isPending}>
              Save the circumstances
            </PrimaryButton>
          </Row>
        </>
      ) : null}
      {lesson.imports.map((i) => (
        <Spread key={i.id}>
          <Soft>
            {i.fileName}:{' '}
            {i.kind === 'shots'
              ? `${i.rowCount} shots`
              : i.kind === 'ground'
                ? 'the ground of one swing'
                : 'one captured swing'}{' '}
            imported at {new Date(i.createdAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
          </Soft>
          <Button
            onPress={() => undo.mutate(i.id)}
            isDisabled={undo.isPending}
            aria-label={`Undo the import of ${i.fileName}`}
          >
            Undo the import
          </Button>
        </Spread>
      ))}
      {(remove.error ?? restore.error ?? undo.error) ? (
        <Failed error={remove.error ?? restore.error ?? undo.error} />
      ) : null}
    </Card>
  );
}
