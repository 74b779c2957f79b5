import { useMutation } from '@tanstack/react-query';
import { ASKS, safetyOf } from '../../core/catalogue/drill-asks.ts';
import { JUDGES, KIT, PLACES } from '../../core/catalogue/drill-type.ts';
import { DRILLS } from '../../core/catalogue/drills.ts';
import { FAULTS } from '../../core/catalogue/faults.ts';
import type { OwnDrillText } from '../../core/catalogue/own-drill.ts';
import { rungOfKey, rungWords } from '../../core/catalogue/rungs.ts';
import { useDraft } from '../base/drafts.tsx';
import { ApiError, ask, queryClient } from '../base/api.ts';
import { Chips } from '../kit/chips.tsx';
import { PrimaryButton, QuietButton, Select, TextField } from '../kit/controls.tsx';
import { Card, Failed, Grid, Notice, Row, Soft } from '../kit/layout.tsx';
import { wholeOf } from '../kit/typed-number.ts';
import { FigureStrip } from '../parts/StickFigure.tsx';
import { LadderEditor } from './LadderEditor.tsx';

const named = <T extends string>(list: readonly T[]) => list.map((id) => ({ id, name: id }));
const NO_FIGURES = 'none';

/** What follows from what the drill asks; nobody sets it by hand. */
function Computed({ text }: { text: OwnDrillText }) {
  const safety = safetyOf({ asks: text.asks, kit: text.kit, rungs: text.rungs.flatMap((k) => rungOfKey(k) ?? []) });
  return (
    <Notice tone={safety.intensity === 'maximal' ? 'unsure' : 'info'}>
      Computed from what it asks: <strong>{safety.intensity}</strong>
      {safety.demands.length > 0 ? `; loads ${safety.demands.join(', ')}` : '; loads nothing in particular'}.{' '}
      {safety.cautions.join(' ')}
    </Notice>
  );
}

/** Writes a drill, or the next version of one. */
export function OwnDrillForm({
  id,
  from,
  onDone,
}: {
  id: string;
  from: OwnDrillText;
  onDone: (drillId: string | null) => void;
}) {
  const [text, setText, clearText] = useDraft(`drill ${id}`, from);
  const save = useMutation({
    mutationFn: () =>
      ask('PUT /drills/:id', { id, body: { ...text, steps: text.steps.map((s) => s.trim()).filter((s) => s !== '') } }),
    onSuccess: async ({ drillId }) => {
      await queryClient.invalidateQueries({ queryKey: ['drills'] });
      clearText();
      onDone(drillId);
    },
  });
  const change = (part: Partial<OwnDrillText>): void => setText({ ...text, ...part });
  const wrong = (where: string): string | undefined =>
    save.error instanceof ApiError && save.error.where.startsWith(where) ? save.error.message : undefined;
  const line = (label: string, key: 'name' | 'outsideCue' | 'insideCue' | 'slip' | 'slipTrains') => (
    <TextField label={label} value={text[key]} onChange={(v) => change({ [key]: v })} error={wrong(key)} />
  );
  const number = <K extends 'dose' | 'check'>(label: string, group: K, key: keyof OwnDrillText[K] & string) => (
    <TextField
      label={label}
      inputMode="numeric"
      value={String(text[group][key])}
      onChange={(v) => change({ [group]: { ...text[group], [key]: wholeOf(v) } })}
      error={wrong(`${group}.${key}`)}
    />
  );
  const figures = DRILLS.find((d) => d.id === text.figuresOf)?.figures ?? [];
  return (
    <Card aria-label="Write a drill">
      <h2>{from.name === '' ? 'A new drill' : from.name}</h2>
      {line('Name', 'name')}
      <Chips
        label="For"
        value={text.treats}
        onChange={(treats) => change({ treats })}
        options={FAULTS.map((f) => ({ id: f.id, name: f.name }))}
      />
      <Chips label="Kit" value={text.kit} onChange={(kit) => change({ kit })} options={named(KIT)} />
      <Chips label="Places" value={text.places} onChange={(places) => change({ places })} options={named(PLACES)} />
      {wrong('places') ? <Notice tone="stop">{wrong('places')}</Notice> : null}
      <Chips
        label="What it asks of the body"
        value={text.asks}
        onChange={(asks) => change({ asks })}
        options={ASKS.map((a) => ({ id: a.id as string, name: a.name }))}
      />
      <Computed text={text} />
      <TextField
        label="Steps, one a line, with lead and trail"
        lines
        value={text.steps.join('\n')}
        onChange={(v) => change({ steps: v.split('\n') })}
        error={wrong('steps')}
      />
      <Grid $least="260px">
        {line('Cue, outside the body', 'outsideCue')}
        {line('Cue, inside the body', 'insideCue')}
      </Grid>
      <Grid $least="130px">
        {number('Sets', 'dose', 'sets')}
        {number('Reps', 'dose', 'reps')}
        {number('Rest, s', 'dose', 'restS')}
        {number('Sessions a week', 'dose', 'sessionsPerWeek')}
      </Grid>
      <Grid $least="180px">
        <TextField
          label="Check: what is seen or heard"
          value={text.check.text}
          onChange={(v) => change({ check: { ...text.check, text: v } })}
          error={wrong('check.text')}
        />
        {number('Passed, reps', 'check', 'passed')}
        {number('of, reps', 'check', 'of')}
        <TextField
          label="Else"
          value={text.check.reset}
          onChange={(v) => change({ check: { ...text.check, reset: v } })}
        />
      </Grid>
      <Chips label="Judged by" value={text.judges} onChange={(judges) => change({ judges })} options={named(JUDGES)} />
      {wrong('judges') ? <Notice tone="stop">{wrong('judges')}</Notice> : null}
      <Grid $least="260px">
        {line('Common slip', 'slip')}
        {line('What the slip trains', 'slipTrains')}
      </Grid>
      <LadderEditor
        rungs={text.rungs}
        onChange={(rungs) => change({ rungs, startAt: Math.min(text.startAt, rungs.length - 1) })}
      />
      <Grid $least="260px">
        <Select
          label="Starts on"
          value={String(text.startAt)}
          onChange={(v) => change({ startAt: Number(v) })}
          options={text.rungs.map((k, i) => ({ id: String(i), name: `${i + 1}: ${rungWords(k)}` }))}
        />
        <Select
          label="Figures of"
          value={text.figuresOf || NO_FIGURES}
          onChange={(v) => change({ figuresOf: v === NO_FIGURES ? '' : v })}
          options={[{ id: NO_FIGURES, name: 'no figures' }, ...DRILLS.map((d) => ({ id: d.id, name: d.name }))]}
        />
      </Grid>
      <FigureStrip figures={figures} handedness="right" />
      {save.error ? <Failed error={save.error} /> : null}
      <Row>
        <PrimaryButton onPress={() => save.mutate()} isDisabled={save.isPending}>
          Keep this version
        </PrimaryButton>
        <QuietButton
          onPress={() => {
            clearText();
            onDone(null);
          }}
        >
          Leave it
        </QuietButton>
      </Row>
      <Soft>Plans that use an earlier version keep it; the next plan can take the new one.</Soft>
    </Card>
  );
}
