import { useMutation } from '@tanstack/react-query';
import { DRILLS } from '../../../../core/catalogue/drills.ts';
import type { Gate, Protocol, ProtocolStep } from '../../../../core/plan/protocol.ts';
import { useDraft } from '../../../base/drafts.tsx';
import { ApiError, ask } from '../../../base/api.ts';
import { onShelf, useShelf } from '../../../base/shelf.ts';
import { Choice } from '../../../kit/chips.tsx';
import { Button, PrimaryButton, QuietButton, Select, TextField } from '../../../kit/controls.tsx';
import { Card, Failed, Grid, Row } from '../../../kit/layout.tsx';
import { wholeOf } from '../../../kit/typed-number.ts';

const NO_DRILL = 'none';
const GATES: Readonly<Record<Gate['kind'], Gate>> = {
  done: { kind: 'done' },
  speed: { kind: 'speed', leastShare: 1 },
  strike: { kind: 'strike', mostMoreMm: 4 },
  seen: { kind: 'seen', text: 'finish held for 2 s', passed: 4, of: 5 },
};
const FRESH: ProtocolStep = {
  name: '',
  how: '',
  drillId: '',
  club: 'middle iron',
  condition: '',
  withBall: true,
  aid: '',
  direction: 'own',
  swings: 5,
  restS: 45,
  effort: null,
  gate: GATES.done,
};

function GateFields({ gate, onChange }: { gate: Gate; onChange: (gate: Gate) => void }) {
  return (
    <Grid $least="170px">
      <Select
        label="Gate to the next step"
        value={gate.kind}
        onChange={(kind) => onChange(GATES[kind])}
        options={[
          { id: 'done', name: 'all its swings made' },
          { id: 'speed', name: 'speed against the first step' },
          { id: 'strike', name: 'strike against the first step' },
          { id: 'seen', name: 'something seen or heard' },
        ]}
      />
      {gate.kind === 'speed' ? (
        <TextField
          label="At least, % of the first"
          inputMode="numeric"
          value={String(Math.round(100 * gate.leastShare))}
          onChange={(v) => onChange({ ...gate, leastShare: wholeOf(v) / 100 })}
        />
      ) : null}
      {gate.kind === 'strike' ? (
        <TextField
          label="At most, mm farther out"
          inputMode="numeric"
          value={String(gate.mostMoreMm)}
          onChange={(v) => onChange({ ...gate, mostMoreMm: wholeOf(v) })}
        />
      ) : null}
      {gate.kind === 'seen' ? (
        <>
          <TextField label="What" value={gate.text} onChange={(text) => onChange({ ...gate, text })} />
          <TextField
            label="Passed"
            inputMode="numeric"
            value={String(gate.passed)}
            onChange={(v) => onChange({ ...gate, passed: wholeOf(v) })}
          />
          <TextField
            label="of"
            inputMode="numeric"
            value={String(gate.of)}
            onChange={(v) => onChange({ ...gate, of: wholeOf(v) })}
          />
        </>
      ) : null}
    </Grid>
  );
}

/** One step of a protocol that is written. */
function StepFields({
  step,
  title,
  onChange,
  onMove,
  onRemove,
}: {
  step: ProtocolStep;
  title: string;
  onChange: (part: Partial<ProtocolStep>) => void;
  onMove: ((by: -1 | 1) => void) | null;
  onRemove: (() => void) | null;
}) {
  const shelf = useShelf().data;
  const text = (label: string, key: 'name' | 'how' | 'club' | 'condition' | 'aid') => (
    <TextField label={label} value={step[key]} onChange={(v) => onChange({ [key]: v })} />
  );
  const number = (label: string, key: 'swings' | 'restS') => (
    <TextField
      label={label}
      inputMode="numeric"
      value={String(step[key])}
      onChange={(v) => onChange({ [key]: wholeOf(v) })}
    />
  );
  return (
    <section aria-label={title} style={{ display: 'grid', gap: 'var(--s2)' }}>
      <h3>{title}</h3>
      <Grid $least="200px">
        {text('Name', 'name')}
        {text('Condition of its block', 'condition')}
        {text('Club', 'club')}
        {text('Aid', 'aid')}
      </Grid>
      {text('How', 'how')}
      <Grid $least="150px">
        <Select
          label="Drill"
          value={step.drillId || NO_DRILL}
          onChange={(v) => onChange({ drillId: v === NO_DRILL ? '' : v })}
          options={[
            { id: NO_DRILL, name: 'none' },
            ...[...onShelf(shelf), ...DRILLS].map((d) => ({ id: d.id, name: d.name })),
          ]}
        />
        {number('Swings', 'swings')}
        {number('Rest, s', 'restS')}
        <TextField
          label="Effort, of 10 (empty: free)"
          inputMode="numeric"
          value={step.effort === null ? '' : String(step.effort)}
          onChange={(v) => onChange({ effort: v === '' ? null : wholeOf(v) })}
        />
      </Grid>
      <Row>
        <Choice
          label="Ball"
          value={step.withBall ? 'ball' : 'none'}
          onChange={(v) => onChange({ withBall: v === 'ball' })}
          options={[
            { id: 'ball', name: 'ball' },
            { id: 'none', name: 'no ball' },
          ]}
        />
        <Choice
          label="Direction"
          value={step.direction}
          onChange={(direction) => onChange({ direction })}
          options={[
            { id: 'own', name: 'own' },
            { id: 'other', name: 'the other' },
          ]}
        />
      </Row>
      <GateFields gate={step.gate} onChange={(gate) => onChange({ gate })} />
      <Row>
        {onMove ? (
          <>
            <QuietButton onPress={() => onMove(-1)}>Earlier</QuietButton>
            <QuietButton onPress={() => onMove(1)}>Later</QuietButton>
          </>
        ) : null}
        {onRemove ? <QuietButton onPress={onRemove}>Take the step out</QuietButton> : null}
      </Row>
    </section>
  );
}

/** Writes a protocol, or changes one of one's own. */
export function ProtocolForm({
  id,
  from,
  onDone,
}: {
  id: string;
  from: Protocol;
  onDone: (id: string | null) => void;
}) {
  const [said, setSaid, clearSaid] = useDraft(`protocol ${id}`, from);
  const save = useMutation({
    mutationFn: () => ask('PUT /protocols/:id', { id, body: said }),
    onSuccess: () => {
      clearSaid();
      onDone(id);
    },
  });
  const setSteps = (steps: readonly ProtocolStep[]): void => setSaid({ ...said, steps });
  const move = (i: number, by: -1 | 1): void => {
    const to = i + by;
    const [a, b] = [said.steps[i], said.steps[to]];
    if (!a || !b) return;
    setSteps(said.steps.map((s, k) => (k === i ? b : k === to ? a : s)));
  };
  const where = save.error instanceof ApiError ? save.error.where : '';
  return (
    <Card aria-label="Write a protocol">
      <h2>{from.name}</h2>
      <TextField label="Name" value={said.name} onChange={(name) => setSaid({ ...said, name })} />
      <TextField label="What it is for" value={said.what} onChange={(what) => setSaid({ ...said, what })} />
      {said.steps.map((s, i) => (
        <StepFields
          key={i}
          step={s}
          title={`Step ${i + 1}${where.startsWith(`steps[${i}]`) ? ' – look here' : ''}`}
          onChange={(part) => setSteps(said.steps.map((x, k) => (k === i ? { ...x, ...part } : x)))}
          onMove={said.steps.length > 1 ? (by) => move(i, by) : null}
          onRemove={said.steps.length > 1 ? () => setSteps(said.steps.filter((_, k) => k !== i)) : null}
        />
      ))}
      {save.error ? <Failed error={save.error} /> : null}
      <Row>
        <Button onPress={() => setSteps([...said.steps, FRESH])}>Add a step</Button>
        <PrimaryButton onPress={() => save.mutate()} isDisabled={save.isPending}>
          Keep it
        </PrimaryButton>
        <QuietButton
          onPress={() => {
            clearSaid();
            onDone(null);
          }}
        >
          Leave it
        </QuietButton>
      </Row>
    </Card>
  );
}
