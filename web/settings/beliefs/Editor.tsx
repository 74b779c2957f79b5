import { useDraft } from '../../base/drafts.tsx';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { BeliefsAnswer } from '../../../api/types.ts';
import type { SignPopulations } from '../../../core/beliefs/beliefs.ts';
import { checkChange, type BeliefValue } from '../../../core/beliefs/changes.ts';
import { signById } from '../../../core/catalogue/signs/signs.ts';
import { messageOf } from '../../base/api.ts';
import { Button, PrimaryButton, TextField } from '../../kit/controls.tsx';
import { Card, Failed, Grid, Row, Soft } from '../../kit/layout.tsx';
import { numberOf } from '../../kit/typed-number.ts';
import { ChangeList } from './ChangeList.tsx';
import { useBeliefChange } from './data.ts';
import { LeakFacts } from './LeakFacts.tsx';
import { valueWords, type Entry } from './entries.ts';
import { SignCurve } from './SignCurve.tsx';

const toNumber = (typed: string): number => numberOf(typed) ?? NaN;
const asTyped = (v: number): string => String(Number(v.toPrecision(6)));
const perCent = (unit: Entry['unit']): number => (unit === '%' ? 100 : 1);
const UNIT_WORDS = { '%': 'Own value, %', days: 'Own value, days', times: 'Own value, times', groups: '' } as const;

type Typed = Readonly<Record<'only' | 'soundMean' | 'soundSd' | 'faultyMean' | 'faultySd', string>>;

function typedOf(value: BeliefValue, unit: Entry['unit']): Typed {
  const pair = typeof value === 'object' ? value : undefined;
  return {
    only: typeof value === 'number' ? asTyped(perCent(unit) * value) : '',
    soundMean: asTyped(pair?.sound.mean ?? 0),
    soundSd: asTyped(pair?.sound.sd ?? 0),
    faultyMean: asTyped(pair?.faulty.mean ?? 0),
    faultySd: asTyped(pair?.faulty.sd ?? 0),
  };
}

const valueOf = (t: Typed, unit: Entry['unit']): BeliefValue =>
  unit === 'groups'
    ? {
        sound: { mean: toNumber(t.soundMean), sd: toNumber(t.soundSd) },
        faulty: { mean: toNumber(t.faultyMean), sd: toNumber(t.faultySd) },
      }
    : toNumber(t.only) / perCent(unit);

function wrongWith(entry: Entry, value: BeliefValue): string | undefined {
  try {
    checkChange({ kind: entry.kind, about: entry.about, value });
  } catch (error) {
    return messageOf(error);
  }
  return undefined;
}

const Heading = styled.h2`
  &::first-letter {
    text-transform: uppercase;
  }
`;
const Form = styled.form`
  display: grid;
  gap: var(--s3);
`;
const GROUP_FIELDS = [
  ['soundMean', 'Without the fault: mean'],
  ['soundSd', 'Without: SD'],
  ['faultyMean', 'With the fault: mean'],
  ['faultySd', 'With: SD'],
] as const;

/** One number of the diagnosis: catalogue and own value, what follows from it, its history; kept with a reason. */
export function Editor({ entry, answer }: { entry: Entry; answer: BeliefsAnswer }) {
  const now = entry.own ?? entry.usual;
  const [typed, setTyped, , typedSaved] = useDraft(`number ${entry.kind} ${entry.about}`, () =>
    typedOf(now, entry.unit),
  );
  const [note, setNote] = useDraft(`why ${entry.kind} ${entry.about}`, '');
  const change = useBeliefChange(() => {
    setNote('');
    typedSaved();
  });
  const value = valueOf(typed, entry.unit);
  const wrong = wrongWith(entry, value);
  const changed = JSON.stringify(typed) !== JSON.stringify(typedOf(now, entry.unit));
  const sign = entry.kind === 'sign' ? signById(entry.about.split('@')[0]!) : undefined;
  const field = (key: keyof Typed, label: string): ReactNode => (
    <TextField
      key={key}
      label={label}
      inputMode="decimal"
      value={typed[key]}
      onChange={(v) => setTyped((t) => ({ ...t, [key]: v }))}
    />
  );
  const keep = (to: BeliefValue | null): void => {
    if (to === null) setTyped(typedOf(entry.usual, entry.unit));
    change.mutate({ kind: entry.kind, about: entry.about, value: to, note });
  };
  const words = (v: BeliefValue): string => valueWords(v, entry.unit, sign?.unit);
  const drawn = wrong ? (now as SignPopulations) : (value as SignPopulations);
  return (
    <Card aria-label={entry.name}>
      <Heading>{entry.name}</Heading>
      <Soft>{entry.why}</Soft>
      <p>
        Catalogue: <strong>{words(entry.usual)}</strong>
        {entry.own === undefined ? '' : ' · yours: '}
        {entry.own === undefined ? null : <strong>{words(entry.own)}</strong>}
      </p>
      {sign ? <SignCurve sign={sign} pair={drawn} /> : null}
      {entry.kind === 'leak' ? <LeakFacts fault={entry.about} answer={answer} /> : null}
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          if (changed && !wrong) keep(value);
        }}
      >
        <Grid $least="150px">
          {entry.unit === 'groups'
            ? GROUP_FIELDS.map(([key, label]) => field(key, label))
            : field('only', UNIT_WORDS[entry.unit])}
        </Grid>
        <TextField label="Why (kept with it)" value={note} onChange={setNote} />
        {changed && wrong ? <p role="alert">{wrong}</p> : null}
        <Row>
          <PrimaryButton type="submit" isDisabled={!changed || wrong !== undefined}>
            Keep
          </PrimaryButton>
          {entry.own === undefined ? null : <Button onPress={() => keep(null)}>Put the catalogue’s back</Button>}
        </Row>
      </Form>
      {change.error ? <Failed error={change.error} /> : null}
      <ChangeList changes={answer.changes.filter((c) => c.kind === entry.kind && c.about === entry.about)} />
    </Card>
  );
}
