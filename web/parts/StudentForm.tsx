import { yupResolver } from '@hookform/resolvers/yup';
import { useMutation } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { GOAL_SPEED_MPS, studentSchema } from '../../api/schemas.ts';
import type { StudentWire } from '../../api/types.ts';
import { KIT, PLACES } from '../../core/catalogue/drill-type.ts';
import { LENSES, LEVELS } from '../../core/catalogue/stages.ts';
import { ask, queryClient } from '../base/api.ts';
import { GUARDIAN_AGE, type TextExtra, type TextName, type Typed } from './student-fields.ts';
import { StudentBody } from './StudentBody.tsx';
import { useDraft } from '../base/drafts.tsx';
import { useSettings, useUnits, type Units } from '../base/session.tsx';
import { Chips, Choice } from '../kit/chips.tsx';
import { Button, PrimaryButton, Select, TextField } from '../kit/controls.tsx';
import { Card, Failed, Grid, Notice, Row, Soft, Spread } from '../kit/layout.tsx';
import { numberOf, turnedText } from '../kit/typed-number.ts';

const named = (list: readonly string[]) => list.map((id) => ({ id, name: id }));

const asText = (v: number | null | undefined, digits = 0): string =>
  v === null || v === undefined ? '' : String(Number(v.toFixed(digits)));

const goalText = (mps: number | null | undefined, u: Units): string => (mps ? u.fromMps(mps).toFixed(1) : '');
/** A goal that was typed in another unit; one that was not touched stands as it is shown. */
const goalTurned = (text: string, storedMps: number | null | undefined, from: Units, to: Units): string =>
  text === goalText(storedMps, from) ? goalText(storedMps, to) : turnedText(text, (v) => to.fromMps(from.toMps(v)), 2);

/** The first thing that a check says of a field or of a part of it. */
function firstMessage(error: unknown): string | undefined {
  if (typeof error !== 'object' || error === null) return undefined;
  if ('message' in error && typeof error.message === 'string') return error.message;
  return Object.values(error).map(firstMessage).find(Boolean);
}

/** Everything known of a student; used for a new one and in the Know station. */
export function StudentForm({ id, student, onSaved }: { id: string; student?: StudentWire; onSaved: () => void }) {
  const units = useUnits();
  const settings = useSettings();
  const toInput = (t: Typed): unknown => {
    const { heightCm: _cm, goalSpeed: _speed, ...rest } = t;
    const before = stored();
    // A figure that is not touched keeps its own digits.
    const kept = (
      name: 'heightCm' | 'massKg' | 'goalSpeed',
      value: number | null | undefined,
      toSi: (typed: number) => number = (v) => v,
    ): number | null => {
      const figure = numberOf(t[name]);
      return t[name] === before[name] ? (value ?? null) : figure === null ? null : toSi(figure);
    };
    return {
      ...rest,
      birthYear: numberOf(t.birthYear) ?? undefined,
      groups: t.groups
        .split(',')
        .map((g) => g.trim())
        .filter((g) => g !== ''),
      massKg: kept('massKg', student?.massKg),
      sessionsPerWeek: numberOf(t.sessionsPerWeek) ?? undefined,
      heightM: kept('heightCm', student?.heightM, (cm) => cm / 100),
      goalSpeedMps: kept('goalSpeed', student?.goalSpeedMps, units.toMps),
    };
  };
  const resolver = yupResolver(studentSchema);
  const stored = (): Typed => ({
    name: student?.name ?? '',
    handedness: student?.handedness ?? 'right',
    birthYear: asText(student?.birthYear),
    sex: student?.sex ?? null,
    heightCm: asText(student?.heightM && student.heightM * 100, 1),
    massKg: asText(student?.massKg, 1),
    level: student?.level ?? 'club',
    goalKind: student?.goalKind ?? 'gain',
    goalSpeed: goalText(student?.goalSpeedMps, units),
    goalDate: student?.goalDate ?? '',
    kit: student?.kit ?? ['driver', 'iron'],
    places: student?.places ?? ['range'],
    sessionsPerWeek: asText(student?.sessionsPerWeek ?? 3),
    lens: student?.lens ?? settings.lens,
    flags: student?.flags ?? [],
    painfulParts: student?.painfulParts ?? [],
    speedUnit: student?.speedUnit ?? null,
    bodyNote: student?.bodyNote ?? '',
    clearedOn: student?.clearedOn ?? '',
    clearedBy: student?.clearedBy ?? '',
    clearanceNote: student?.clearanceNote ?? '',
    phone: student?.phone ?? '',
    email: student?.email ?? '',
    guardianContact: student?.guardianContact ?? '',
    groups: (student?.groups ?? []).join(', '),
    pinnedNote: student?.pinnedNote ?? '',
    guardianName: student?.guardianName ?? '',
    birthDate: student?.birthDate ?? '',
    guardianConsentOn: student?.guardianConsentOn ?? '',
  });
  const [draft, setDraft, , draftSaved] = useDraft<Typed>(
    student ? `form of ${id}` : 'form of a new student',
    stored,
    (before, from, to) => ({ ...before, goalSpeed: goalTurned(before.goalSpeed, student?.goalSpeedMps, from, to) }),
  );
  const [isOld, setOld] = useState(() => JSON.stringify(draft) !== JSON.stringify(stored()));
  const { control, handleSubmit, reset, setValue } = useForm<Typed>({
    defaultValues: draft,
    // Checked by the same schema as on the server, in SI; errors go back to the typed fields.
    resolver: async (values, context, options) => {
      const result = await resolver(toInput(values) as never, context as never, options as never);
      const errors = result.errors as Record<string, unknown>;
      // In the unit of the field.
      if (errors.heightM) errors.heightCm = { type: 'range', message: 'must be 60 to 250 cm' };
      const [least, most] = GOAL_SPEED_MPS.map((v) => Math.round(units.fromMps(v)));
      if (errors.goalSpeedMps)
        errors.goalSpeed = { type: 'range', message: `must be ${least} to ${most} ${units.speedUnit}` };
      // A group's own error stands at the field of them all.
      if (errors.groups) errors.groups = { type: 'groups', message: firstMessage(errors.groups) };
      return { values: Object.keys(errors).length > 0 ? {} : values, errors } as never;
    },
  });
  const goalInUnits = draft.goalSpeed;
  // The unit of the screen changed while the form stood open.
  useEffect(() => {
    setValue('goalSpeed', goalInUnits);
    // Only then: otherwise the draft follows the field.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [units]);
  const typed = useWatch({ control }) as Typed;
  useEffect(() => {
    setDraft(typed);
    // The draft's setter is anew at each drawing and does the same.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [typed]);
  const save = useMutation({
    mutationFn: (values: Typed) => ask('PUT /students/:id', { id, body: toInput(values) }),
    onSuccess: async () => {
      draftSaved();
      await queryClient.invalidateQueries();
      onSaved();
    },
  });
  const text = (name: TextName, label: string, extra: TextExtra = {}) => (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <TextField
          {...extra}
          label={label}
          name={field.name}
          value={field.value ?? ''}
          onChange={field.onChange}
          onBlur={field.onBlur}
          error={fieldState.error?.message && `${label}: ${fieldState.error.message}`}
        />
      )}
    />
  );
  const birthYear = useWatch({ control, name: 'birthYear' });
  const year = Number(birthYear);
  const turns = new Date().getFullYear() - year;
  const minor = year > 0 && turns <= GUARDIAN_AGE;
  return (
    <form onSubmit={(e) => void handleSubmit((v) => save.mutate(v))(e)} noValidate style={{ display: 'contents' }}>
      {isOld ? (
        <Notice tone="info" role="status">
          <Spread>
            <span>What you typed here before and did not save stands in the fields.</span>
            <Button
              onPress={() => {
                reset(stored());
                draftSaved();
                setOld(false);
              }}
            >
              {student ? 'Take what is stored instead' : 'Start anew'}
            </Button>
          </Spread>
        </Notice>
      ) : null}
      <Card aria-label="Player">
        <h2>Player</h2>
        <Grid>
          {text('name', 'Name')}
          {text('birthYear', 'Birth year', { inputMode: 'numeric' })}
          {text('heightCm', 'Height, cm', { inputMode: 'decimal' })}
          {text('massKg', 'Mass, kg', { inputMode: 'decimal' })}
        </Grid>
        <Row>
          <Controller
            control={control}
            name="handedness"
            render={({ field }) => (
              <Choice
                label="Handedness"
                value={field.value}
                onChange={field.onChange}
                options={[
                  { id: 'right', name: 'right-handed' },
                  { id: 'left', name: 'left-handed' },
                ]}
              />
            )}
          />
          <Controller
            control={control}
            name="sex"
            render={({ field }) => (
              <Choice
                label="Sex, for norms only"
                value={field.value ?? 'none'}
                onChange={(v) => field.onChange(v === 'none' ? null : v)}
                options={[
                  { id: 'none', name: 'not given' },
                  { id: 'female', name: 'female' },
                  { id: 'male', name: 'male' },
                ]}
              />
            )}
          />
          <Controller
            control={control}
            name="level"
            render={({ field }) => (
              <Choice
                label="Level"
                value={field.value}
                onChange={field.onChange}
                options={LEVELS.map((l) => ({ id: l, name: l }))}
              />
            )}
          />
        </Row>
      </Card>
      <Card aria-label="Contact and notes">
        <h2>Contact and notes</h2>
        <Grid>
          {text('phone', 'Telephone')}
          {text('email', 'E-mail')}
          {minor || typed.guardianContact ? text('guardianContact', 'How the guardian is reached') : null}
          {text('groups', 'Groups, with commas between')}
        </Grid>
        {text('pinnedNote', 'Pinned for next time', { lines: true })}
      </Card>
      <Card aria-label="Goal">
        <h2>Goal</h2>
        <Controller
          control={control}
          name="goalKind"
          render={({ field }) => (
            <Choice
              label="Kind of goal"
              value={field.value}
              onChange={field.onChange}
              options={[
                { id: 'gain', name: 'gain speed' },
                { id: 'win-back', name: 'win back lost speed' },
                { id: 'hold', name: 'hold speed' },
              ]}
            />
          )}
        />
        <Grid>
          {text('goalSpeed', `Driver speed aimed at, ${units.speedUnit}`, { inputMode: 'decimal' })}
          {text('goalDate', 'By', { type: 'date' })}
          {text('sessionsPerWeek', 'Practice sessions a week', { inputMode: 'numeric' })}
          <Controller
            control={control}
            name="lens"
            render={({ field }) => (
              <Select
                label="Lens"
                value={field.value}
                onChange={field.onChange}
                options={LENSES.map((l) => ({ id: l.id, name: l.name }))}
              />
            )}
          />
        </Grid>
        <Controller
          control={control}
          name="kit"
          render={({ field }) => (
            <Chips label="Kit at hand" value={field.value} onChange={field.onChange} options={named(KIT)} />
          )}
        />
        <Controller
          control={control}
          name="places"
          render={({ field }) => (
            <Chips label="Places to practise" value={field.value} onChange={field.onChange} options={named(PLACES)} />
          )}
        />
      </Card>
      <StudentBody control={control} text={text} hasRecord={student !== undefined} minor={minor} turns={turns} />
      {save.error ? <Failed error={save.error} /> : null}
      <Row>
        <PrimaryButton type="submit" isDisabled={save.isPending}>
          Save the student
        </PrimaryButton>
        {save.isSuccess ? <Soft role="status">Saved.</Soft> : null}
      </Row>
    </form>
  );
}
