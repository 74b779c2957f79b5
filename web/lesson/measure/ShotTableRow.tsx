import { useEffect, useMemo, useRef, useState } from 'react';
import type { BlockWire, ShotPage } from '../../../api/types.ts';
import { useDraft } from '../../base/drafts.tsx';
import { FIGURE_FIELD } from '../../base/keys.tsx';
import { send } from '../../base/outbox.ts';
import { useUnits } from '../../base/session.tsx';
import { Choice } from '../../kit/chips.tsx';
import { Button, QuietButton, TextField } from '../../kit/controls.tsx';
import { Failed, Soft } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';
import { ENTRY_FIELDS, touched, retyped, typedFrom, type EntryField, type TypedFigures } from './entry-fields.ts';
import { DoubtNotice } from './ShotEntry.tsx';
import type { Column } from './shot-table-columns.ts';
import { useFigures } from './use-figures.ts';

const REASONS = ['mishit', 'device misread', 'not ready', 'other try'];
const fieldOf = (c: Column): EntryField | undefined => ENTRY_FIELDS.find((f) => f.id === c.sort);

/** A row of the table whose figures are put right in it: Enter goes on and keeps them at the last, Esc leaves them. */
function CorrectedRow({
  shot,
  columns,
  block,
  lessonId,
  onDone,
}: {
  shot: ShotPage['shots'][number];
  columns: readonly Column[];
  block: BlockWire;
  lessonId: string;
  onDone: () => void;
}) {
  const units = useUnits();
  // The mark on the face is put right by a tap on it.
  const fields = useMemo(() => columns.filter((c) => c.id !== 'strike').flatMap((c) => fieldOf(c) ?? []), [columns]);
  const [typed, setTyped, clear] = useDraft<TypedFigures>(
    `shot ${shot.id}`,
    () => typedFrom(shot, fields, units),
    (figures, from, to) => retyped(figures, from, to, shot),
  );
  const leave = (): void => {
    clear();
    onDone();
  };
  const save = useLessonWrite(
    lessonId,
    (body: { values: Record<string, number | null>; sure: boolean }) =>
      send('PATCH', `/shots/${shot.id}`, body, `swing ${shot.number} put right`),
    leave,
  );
  const before = typedFrom(shot, fields, units);
  const holder = useRef<HTMLTableRowElement>(null);
  const figures = useFigures({
    holder,
    fields,
    typed,
    club: block.club,
    onTake: (values, sure) => {
      const changed = touched(values, typed, before);
      if (Object.keys(changed).length === 0) leave();
      else save.mutate({ values: changed, sure });
    },
    onBack: leave,
  });
  const { focus } = figures;
  useEffect(() => {
    focus(undefined);
    // When the row opens.
    // oxlint-disable-next-line react/exhaustive-deps
  }, []);
  return (
    <tr ref={holder} onKeyDown={figures.onKeyDown}>
      <td>{shot.number}</td>
      {columns.map((c) => {
        const f = fields.find((x) => x.id === c.sort);
        return (
          <td key={c.id}>
            {f ? (
              <TextField
                name={f.id}
                label={`${f.label(units)}, swing ${shot.number}`}
                hideLabel
                inputMode="decimal"
                autoComplete="off"
                value={typed[f.id] ?? ''}
                onChange={(v) => setTyped((t) => ({ ...t, [f.id]: v }))}
                error={figures.wrong(f)}
                {...FIGURE_FIELD}
              />
            ) : (
              c.show(shot, units)
            )}
          </td>
        );
      })}
      <td>
        <DoubtNotice figures={figures} />
        {save.error ? <Failed error={save.error} /> : null}
        <Button onPress={figures.take} isDisabled={save.isPending}>
          Keep the correction
        </Button>
        <QuietButton onPress={leave}>Leave it</QuietButton>
      </td>
    </tr>
  );
}

/** One shot of the table: its figures, what stood there before, set aside or brought back, put right. */
export function ShotTableRow(props: {
  shot: ShotPage['shots'][number];
  columns: readonly Column[];
  block: BlockWire;
  lessonId: string;
}) {
  const { shot, columns, lessonId } = props;
  const units = useUnits();
  const [asking, setAsking] = useState(false);
  const [correcting, setCorrecting] = useState(false);
  const set = useLessonWrite(
    lessonId,
    (reason: string | null) =>
      send(
        'PATCH',
        `/shots/${shot.id}`,
        { reason },
        reason === null ? 'a swing brought back' : `a swing set aside: ${reason}`,
      ),
    () => setAsking(false),
  );
  if (correcting) return <CorrectedRow {...props} onDone={() => setCorrecting(false)} />;
  const was = (c: Column): string | null => {
    const v = c.sort === undefined ? undefined : shot.was[c.sort];
    const f = fieldOf(c);
    if (v === undefined || !f) return null;
    return v === null ? 'was empty' : `was ${f.toScreen(v, units).toFixed(f.digits).replace('-', '−')}`;
  };
  return (
    <tr data-aside={shot.setAsideReason !== null || undefined} title={shot.doubt || undefined}>
      <td>
        {shot.number}
        {shot.doubt ? <span aria-label={`In doubt: ${shot.doubt}`}> ?</span> : null}
      </td>
      {columns.map((c) => (
        <td key={c.id}>
          {c.show(shot, units)}
          {was(c) ? <Soft> {was(c)}</Soft> : null}
        </td>
      ))}
      <td>
        {shot.setAsideReason !== null ? (
          <>
            <Soft>{shot.setAsideReason} </Soft>
            <Button onPress={() => set.mutate(null)}>Bring back</Button>
          </>
        ) : asking ? (
          <Choice
            label={`Why set swing ${shot.number} aside`}
            hideLabel
            value={null}
            onChange={(reason) => set.mutate(reason)}
            options={REASONS.map((r) => ({ id: r, name: r }))}
          />
        ) : (
          <span style={{ whiteSpace: 'nowrap' }}>
            <Button onPress={() => setAsking(true)} aria-label={`Set swing ${shot.number} aside`}>
              Set aside
            </Button>
            <QuietButton onPress={() => setCorrecting(true)} aria-label={`Put swing ${shot.number} right`}>
              Correct
            </QuietButton>
          </span>
        )}
        {set.error ? <Failed error={set.error} /> : null}
      </td>
    </tr>
  );
}
