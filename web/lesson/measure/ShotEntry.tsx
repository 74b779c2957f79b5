import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import type { BlockWire, ShotWire } from '../../../api/types.ts';
import { ask, messageOf, newId, queryClient } from '../../base/api.ts';
import { useDraft } from '../../base/drafts.tsx';
import { FIGURE_FIELD } from '../../base/keys.tsx';
import { send } from '../../base/outbox.ts';
import { useMay, useSettings, useUnits } from '../../base/session.tsx';
import { Chips } from '../../kit/chips.tsx';
import { Button, PrimaryButton, QuietButton, TextField } from '../../kit/controls.tsx';
import { Failed, Notice, Row, Soft, Spread } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';
import { ENTRY_FIELDS, touched, typedFrom, type EntryField, type TypedFigures } from './entry-fields.ts';
import {
  entryTurned,
  FRESH,
  holdsSomething,
  speedOf,
  withoutRefused,
  withRefused,
  type EntryDraft,
  type Pending,
} from './entry-draft.ts';
import { RefusedShots } from './RefusedShots.tsx';
import { useFigures } from './use-figures.ts';

const Fields = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s3);
  align-items: end;
  > div {
    width: 122px;
  }
`;

/** Which figures are typed, and in which order: as they are tapped. */
function FieldOrder({ chosen, onDone }: { chosen: readonly string[]; onDone: () => void }) {
  const settings = useSettings();
  const [order, setOrder] = useState<string[]>([...chosen]);
  const [error, setError] = useState<unknown>(null);
  const hasSpeed = order.includes('clubSpeedMps') || order.includes('ballSpeedMps');
  const save = (): void => {
    ask('PUT /settings', { body: { ...settings, shotFields: order } })
      .then(() => queryClient.invalidateQueries({ queryKey: ['session'] }))
      .then(onDone, setError);
  };
  return (
    <>
      <Chips
        label="Figures to type, in the order of the taps"
        value={order}
        onChange={(ids) =>
          setOrder([...order.filter((o) => ids.includes(o)), ...ids.filter((o) => !order.includes(o))])
        }
        options={ENTRY_FIELDS.map(({ id, name }) => ({
          id,
          name: order.includes(id) ? `${order.indexOf(id) + 1} · ${name}` : name,
        }))}
      />
      {error ? <Failed error={error} /> : null}
      <Row>
        <Button onPress={save} isDisabled={!hasSpeed}>
          Keep the order
        </Button>
        {hasSpeed ? null : <Soft>Club speed or ball speed must be among them.</Soft>}
      </Row>
    </>
  );
}

/** What stands in the way of a shot's figures, and how to take them all the same. */
export function DoubtNotice({
  figures,
}: {
  figures: Pick<ReturnType<typeof useFigures>, 'doubts' | 'asked' | 'take'>;
}) {
  if (figures.doubts.length === 0) return null;
  return (
    <Notice tone="unsure" role="status">
      {figures.doubts.map((d) => d.text).join(' ')}{' '}
      {figures.asked ? 'Enter once more takes it as it is, with this remark.' : 'Is it meant?'}
    </Notice>
  );
}

/** Shots typed as fast as they are read: the numeric pad is enough. `*` puts the last one right, `/` sets it aside or brings it back. */
export function ShotEntry({ block, lessonId }: { block: BlockWire; lessonId: string }) {
  const units = useUnits();
  const may = useMay();
  const chosen = useSettings().shotFields;
  const [draft, setDraft] = useDraft<EntryDraft>(`shot ${block.id}`, FRESH, (d, from, to) =>
    entryTurned(d, from, to, block.shots),
  );
  const [choosing, setChoosing] = useState(false);
  /** How often the fields were filled with figures that were there before. */
  const [filled, setFilled] = useState(0);
  const sent = useRef(new Set<string>());
  const holder = useRef<HTMLFormElement>(null);
  const { typed, correcting, pending } = draft;
  const corrected = block.shots.find((s) => s.id === correcting);
  const fields = [
    ...chosen.flatMap((id) => ENTRY_FIELDS.filter((f) => f.id === id)),
    // A shot from a device may hold more than is typed otherwise.
    ...(corrected ? ENTRY_FIELDS.filter((f) => !chosen.includes(f.id) && corrected.values[f.id] !== undefined) : []),
  ];
  const leave = (part: Partial<EntryDraft> = {}): void =>
    setDraft((d) => ({ ...d, typed: {}, correcting: null, ...part }));
  const [refusals, setRefusals] = useState<ReadonlyMap<string, unknown>>(new Map());
  const refuse = (id: string, error: unknown): void =>
    setRefusals((now) => {
      const others = new Map(now);
      if (error === null) others.delete(id);
      else others.set(id, error);
      return others;
    });
  const add = useLessonWrite(lessonId, async (shot: Pending) => {
    const what = `shot ${units.speed(speedOf(shot))} into block ${block.position}`;
    try {
      const done = await send('POST', `/blocks/${block.id}/shots`, shot, what);
      setDraft((d) => ({ ...d, pending: d.pending.filter((p) => p.id !== shot.id) }));
      return done;
    } catch (error) {
      refuse(shot.id, error);
      throw error;
    }
  });
  const patch = useLessonWrite(lessonId, ({ id, body, what }: { id: string; body: object; what: string }) =>
    send('PATCH', `/shots/${id}`, body, what),
  );
  const correct = useLessonWrite(lessonId, async (to: { id: string; body: object; typed: TypedFigures }) => {
    try {
      return await send('PATCH', `/shots/${to.id}`, to.body, 'a figure put right');
    } catch (error) {
      setDraft((d) => withRefused(d, { shotId: to.id, typed: to.typed, why: messageOf(error) }));
      throw error;
    }
  });
  const { mutate } = add;
  // What was added when the page went away is sent when it is back.
  useEffect(() => {
    for (const shot of pending)
      if (!sent.current.has(shot.id)) {
        sent.current.add(shot.id);
        mutate(shot);
      }
  }, [pending, mutate]);

  const toCorrect = (shot: ShotWire | undefined): void => {
    if (shot) setDraft((d) => ({ ...d, typed: typedFrom(shot, ENTRY_FIELDS, units), correcting: shot.id }));
    setFilled((n) => n + 1);
  };
  const at = block.shots.findIndex((s) => s.id === correcting);
  const lastShot = block.shots.at(-1);
  const figures = useFigures({
    holder,
    fields,
    typed,
    club: block.club,
    onTake: (values, sure) => {
      if (corrected) {
        const changed = touched(values, typed, typedFrom(corrected, ENTRY_FIELDS, units));
        if (Object.keys(changed).length > 0)
          correct.mutate({ id: corrected.id, body: { values: changed, sure }, typed });
        leave();
      } else if (correcting === null) {
        // The moment of typing counts, not that of sending.
        const shot = { id: newId(), struckAt: new Date().toISOString(), values, sure };
        leave({ pending: [...pending, shot] });
      }
    },
    onBack: () => {
      if (corrected) leave();
      else if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
    },
    keys: {
      '*': () => toCorrect(corrected ? block.shots[at - 1] : lastShot),
      '/': () => {
        if (!lastShot) return;
        const reason = lastShot.setAsideReason === null ? 'mishit' : null;
        const what = reason === null ? 'a swing brought back' : `a swing set aside: ${reason}`;
        patch.mutate({ id: lastShot.id, body: { reason }, what });
      },
    },
  });
  const { focus } = figures;
  // Only once the figures stand in the fields can the first be selected, so that what is typed takes its place.
  useEffect(() => {
    if (filled > 0) focus(undefined);
    // Once for each time that they are filled.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [filled]);
  // The first figure takes the focus when the block opens; not on a tablet, where a keyboard would cover the page.
  useEffect(() => {
    if (window.matchMedia('(pointer: fine)').matches) focus(undefined);
    // Once for each block.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [block.id]);
  const set = (f: EntryField, v: string): void => setDraft((d) => ({ ...d, typed: { ...d.typed, [f.id]: v } }));
  const refused = pending.flatMap((p) => (refusals.has(p.id) ? [{ shot: p, error: refusals.get(p.id) }] : []));
  const waiting = draft.refusedCorrections ?? [];
  return (
    <form
      ref={holder}
      aria-label={corrected ? 'Put a shot right' : 'Type a shot'}
      onKeyDown={figures.onKeyDown}
      onSubmit={(e) => {
        e.preventDefault();
        figures.take();
      }}
    >
      {corrected ? (
        <Notice tone="info" role="status">
          Putting swing {block.shotsTotal - block.shots.length + at + 1} right; what stands there now is kept with it.
          Esc goes back.
        </Notice>
      ) : null}
      {correcting !== null && !corrected ? (
        <Notice tone="unsure" role="status">
          <Spread>
            The swing that you were putting right was removed meanwhile.
            <Button onPress={() => leave()}>Leave it</Button>
          </Spread>
        </Notice>
      ) : null}
      <Fields>
        {fields.map((f) => (
          <TextField
            key={f.id}
            name={f.id}
            label={f.label(units)}
            inputMode="decimal"
            autoComplete="off"
            value={typed[f.id] ?? ''}
            onChange={(v) => set(f, v)}
            error={figures.wrong(f)}
            {...FIGURE_FIELD}
          />
        ))}
        <PrimaryButton type="submit">
          {corrected ? 'Keep the correction' : figures.asked ? 'Add it as it is' : 'Add the shot'}
        </PrimaryButton>
        {corrected ? <Button onPress={() => leave()}>Leave it as it was</Button> : null}
        {corrected || !lastShot ? null : (
          <QuietButton onPress={() => toCorrect(lastShot)}>Put the last one right</QuietButton>
        )}
        {may('PUT /settings') ? (
          <QuietButton onPress={() => setChoosing((c) => !c)} aria-expanded={choosing}>
            Which figures
          </QuietButton>
        ) : null}
      </Fields>
      <DoubtNotice figures={figures} />
      <Soft>
        Enter goes on, at the last field it adds. * puts the last one right, / sets it aside or brings it back.
      </Soft>
      {choosing ? <FieldOrder chosen={chosen} onDone={() => setChoosing(false)} /> : null}
      <RefusedShots
        shots={refused}
        corrections={waiting}
        fieldsTaken={holdsSomething(draft)}
        onCorrect={(c) => {
          setDraft((d) => ({ ...withoutRefused(d, c), typed: c.typed, correcting: c.shotId }));
          setFilled((n) => n + 1);
        }}
        onLeave={(c) => {
          setDraft((d) => withoutRefused(d, c));
          correct.reset();
        }}
        onBack={({ id, values }) => {
          setDraft((d) => ({
            ...d,
            correcting: null,
            typed: typedFrom({ values } as unknown as ShotWire, ENTRY_FIELDS, units),
            pending: d.pending.filter((p) => p.id !== id),
          }));
          refuse(id, null);
          setFilled((n) => n + 1);
        }}
        onAgain={(shot) => {
          refuse(shot.id, null);
          mutate(shot);
        }}
      />
      {patch.error ? <Failed error={patch.error} /> : null}
      {correct.error && waiting.length === 0 ? <Failed error={correct.error} /> : null}
    </form>
  );
}
