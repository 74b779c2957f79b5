import { format } from 'date-fns';
import { useState } from 'react';
import styled from 'styled-components';
import type { LessonAnswer, SetupWire } from '../../../api/types.ts';
import { useDraft } from '../../base/drafts.tsx';
import {
  SETUP_FIELDS,
  setupNorm,
  type Setup,
  type SetupField,
  type SetupNumberKey,
} from '../../../core/catalogue/norms.ts';
import { ask, newId } from '../../base/api.ts';
import { send } from '../../base/outbox.ts';
import { Choice } from '../../kit/chips.tsx';
import { ForRole } from '../../parts/ForRole.tsx';
import { Button, PrimaryButton, TextField } from '../../kit/controls.tsx';
import { Card, DataTable, Failed, Notice, Row, Soft } from '../../kit/layout.tsx';
import { numberOf, sentOf } from '../../kit/typed-number.ts';
import { SetupFigure } from './SetupFigure.tsx';
import { useLessonWrite } from '../common/data.ts';

const CLUBS = ['driver', 'iron'] as const;
const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 220px);
  gap: var(--s4);
  align-items: start;
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

type Typed = Record<SetupNumberKey, string> & { gripHold: string; elbow: string; note: string };

const typedFrom = (s: SetupWire | undefined): Typed =>
  ({
    ...Object.fromEntries(
      SETUP_FIELDS.map((f) => [f.key, s?.[f.key] === null || s?.[f.key] === undefined ? '' : String(s[f.key])]),
    ),
    gripHold: s?.gripHold ?? '',
    elbow: s?.elbow ?? '',
    note: s?.note ?? '',
  }) as Typed;

/** A set-up as the core takes it, from what is typed. */
function setupFrom(t: Typed, club: string): Setup {
  const numbers = SETUP_FIELDS.flatMap((f) => {
    const v = numberOf(t[f.key]);
    return v === null || !Number.isFinite(v) ? [] : [[f.key, v] as const];
  });
  return {
    club,
    ...Object.fromEntries(numbers),
    ...(t.gripHold ? { gripHold: t.gripHold as Setup['gripHold'] } : {}),
    ...(t.elbow ? { elbow: t.elbow as Setup['elbow'] } : {}),
  };
}

const setupOf = (s: SetupWire | undefined): Setup | undefined => s && setupFrom(typedFrom(s), s.club);

/** A value with unit, its sign spelled where it has words. */
const shown = (field: SetupField, value: number | null | undefined): string => {
  if (value === null || value === undefined) return '–';
  const unit = field.unit === 'mm' ? ' mm' : field.unit;
  return field.signWords
    ? `${Math.abs(value)}${unit}${value === 0 ? '' : ` ${field.signWords[value > 0 ? 0 : 1]}`}`
    : `${String(value).replace('-', '−')}${unit}`;
};

function SetupForm({ club, lesson, onRemoved }: { club: string; lesson: LessonAnswer; onRemoved: () => void }) {
  const { student } = lesson;
  const now = lesson.setups.find((s) => s.club === club);
  const before = lesson.earlierSetups.find((s) => s.club === club);
  const [typed, setTyped, , typedSaved] = useDraft(`set-up ${club}`, () => typedFrom(now));
  const [id] = useState(() => now?.id ?? newId());
  const [kept, setKept] = useState('');
  const set = (key: keyof Typed) => (v: string) => setTyped((t) => ({ ...t, [key]: v }));
  const save = useLessonWrite(
    lesson.lesson.id,
    async () => {
      const body = {
        id,
        club,
        ...Object.fromEntries(SETUP_FIELDS.map((f) => [f.key, sentOf(typed[f.key])])),
        gripHold: typed.gripHold || null,
        elbow: typed.elbow || null,
        note: typed.note,
      };
      const done = await send('PUT', `/lessons/${lesson.lesson.id}/setups`, body, `set-up with the ${club}`);
      setKept(
        done === 'sent' ? 'Recorded; findings are in the ledger.' : 'Kept here; it is sent when the server answers.',
      );
      return done;
    },
    typedSaved,
  );
  const remove = useLessonWrite(lesson.lesson.id, (setupId: string) => ask('DELETE /setups/:id', { id: setupId }));
  const heightM = student.heightM ?? undefined;
  return (
    <>
      <Two>
        <div>
          <Row>
            <Choice
              label="Club lies in"
              value={typed.gripHold || null}
              onChange={set('gripHold')}
              options={[
                { id: 'fingers', name: 'the fingers' },
                { id: 'between', name: 'between' },
                { id: 'palm', name: 'the palm' },
              ]}
            />
            <Choice
              label="Lead elbow"
              value={typed.elbow || null}
              onChange={set('elbow')}
              options={[
                { id: 'soft', name: 'soft' },
                { id: 'locked', name: 'locked' },
              ]}
            />
          </Row>
          <DataTable $words>
            <thead>
              <tr>
                <th scope="col">what</th>
                <th scope="col">now</th>
                <th scope="col">last time</th>
                <th scope="col">typical</th>
              </tr>
            </thead>
            <tbody>
              {SETUP_FIELDS.map((f) => {
                const norm = setupNorm(f.key, club, heightM);
                return (
                  <tr key={f.key}>
                    <th scope="row">
                      {f.name}
                      {f.signWords ? <Soft> ({f.signWords[0]} +)</Soft> : null}
                    </th>
                    <td style={{ minWidth: '5.5rem' }}>
                      <TextField
                        label={`${f.name}${f.unit ? `, ${f.unit}` : ''}`}
                        hideLabel
                        inputMode="decimal"
                        value={typed[f.key]}
                        onChange={set(f.key)}
                      />
                    </td>
                    <td>{shown(f, before?.[f.key])}</td>
                    <td>
                      {norm ? (
                        <Soft>
                          {norm.low.toFixed(f.unit === '' ? 1 : 0).replace('-', '−')} to{' '}
                          {norm.high.toFixed(f.unit === '' ? 1 : 0)} {f.unit} ({norm.source})
                        </Soft>
                      ) : null}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </DataTable>
        </div>
        <div>
          <SetupFigure
            now={setupFrom(typed, club)}
            before={setupOf(before)}
            heightM={heightM ?? 1.75}
            handedness={student.handedness}
          />
          {before ? (
            <Soft>
              Broken lines: lesson of {format(new Date(before.takenAt), 'd MMM')}
              {before.gripHold ? `; club then in the ${before.gripHold}` : ''}
              {before.elbow ? `, elbow ${before.elbow}` : ''}.
            </Soft>
          ) : (
            <Soft>First record with this club.</Soft>
          )}
        </div>
      </Two>
      <TextField label="Note" value={typed.note} onChange={set('note')} />
      {save.error ? <Failed error={save.error} /> : null}
      {kept && !save.isPending ? (
        <Notice tone="held" role="status">
          {kept}
        </Notice>
      ) : null}
      <Row>
        <PrimaryButton onPress={() => save.mutate(undefined)} isDisabled={save.isPending}>
          Record the set-up
        </PrimaryButton>
        {now ? (
          <ForRole to="DELETE /setups/:id">
            <Button onPress={() => remove.mutate(now.id, { onSuccess: onRemoved })} isDisabled={remove.isPending}>
              Remove this set-up
            </Button>
          </ForRole>
        ) : null}
      </Row>
    </>
  );
}

/** Set-up: the static things with values, compared with last time and with what is typical. */
export default function SetupView({ lesson }: { lesson: LessonAnswer }) {
  const used = lesson.blocks.map((b) => b.club).concat(lesson.earlierSetups.map((s) => s.club));
  const clubs = [...new Set<string>([...CLUBS, ...used])];
  const [club, setClub] = useState(lesson.blocks.at(-1)?.club ?? 'driver');
  // A removed set-up leaves an empty form.
  const [round, setRound] = useState(0);
  return (
    <Card aria-label="Set-up">
      <h2>Set-up</h2>
      <Choice label="Club" hideLabel value={club} onChange={setClub} options={clubs.map((c) => ({ id: c, name: c }))} />
      <SetupForm key={`${club} ${round}`} onRemoved={() => setRound((r) => r + 1)} club={club} lesson={lesson} />
    </Card>
  );
}
