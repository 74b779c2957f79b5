import type { ReactNode } from 'react';
import { Controller, useWatch, type Control } from 'react-hook-form';
import { BODY_PARTS, CLEARANCE_FLAGS, REFERRAL } from '../../core/catalogue/cautions.ts';
import { Chips, Choice } from '../kit/chips.tsx';
import { Card, Grid, Notice, Soft } from '../kit/layout.tsx';
import { GUARDIAN_AGE, type TextExtra, type TextName, type Typed } from './student-fields.ts';

const PRACTICE_UNIT = 'practice';

/** What closes work and what needs consent: flags, clearance, what hurts, a minor's guardian. */
export function StudentBody({
  control,
  text,
  hasRecord,
  minor,
  turns,
}: {
  control: Control<Typed>;
  text: (name: TextName, label: string, extra?: TextExtra) => ReactNode;
  /** Whether the student is on file already. */
  hasRecord: boolean;
  minor: boolean;
  /** Age that is reached this year. */
  turns: number;
}) {
  const [flags, cleared] = useWatch({ control, name: ['flags', 'clearedOn'] });
  // What was said once stays in sight: it is checked with the rest.
  const ofGuardian = useWatch({ control, name: ['birthDate', 'guardianName', 'guardianConsentOn'] });
  return (
    <Card aria-label="Body and safety">
      <h2>Body and safety</h2>
      <Controller
        control={control}
        name="flags"
        render={({ field }) => (
          <Chips
            label="Needs a doctor’s or physiotherapist’s clearance"
            value={field.value}
            onChange={field.onChange}
            options={CLEARANCE_FLAGS}
          />
        )}
      />
      {flags.length > 0 && !cleared ? (
        <Notice tone="stop" role="status">
          The plan stays closed until you record the clearance.
        </Notice>
      ) : null}
      {flags.length > 0 || hasRecord || cleared ? (
        <Grid>
          {text('clearedOn', 'Cleared on', { type: 'date' })}
          {text('clearedBy', 'Cleared by')}
          {text('clearanceNote', 'Cleared for what')}
        </Grid>
      ) : null}
      <Controller
        control={control}
        name="painfulParts"
        render={({ field }) => (
          <Chips
            label="Hurts at present (closes drills that load it)"
            value={field.value}
            onChange={field.onChange}
            options={BODY_PARTS}
          />
        )}
      />
      <Controller
        control={control}
        name="speedUnit"
        render={({ field }) => (
          <Choice
            label="Speed on the student’s own page in"
            value={field.value ?? PRACTICE_UNIT}
            onChange={(v) => field.onChange(v === PRACTICE_UNIT ? null : v)}
            options={[
              { id: PRACTICE_UNIT, name: 'as here' },
              ...['mph', 'm/s', 'km/h'].map((u) => ({ id: u, name: u })),
            ]}
          />
        )}
      />
      {text('bodyNote', 'Injuries, pain, what to know', { lines: true })}
      {minor ? (
        <Notice tone="unsure">
          {turns === GUARDIAN_AGE
            ? 'Turns 18 this year: before any filming, the birth date or a guardian’s consent must be on file.'
            : 'Under 18: a guardian’s consent must be on file before any filming.'}
        </Notice>
      ) : null}
      {minor || ofGuardian.some(Boolean) ? (
        <Grid>
          {text('birthDate', 'Birth date', { type: 'date' })}
          {text('guardianName', 'Guardian')}
          {text('guardianConsentOn', 'Consent given on', { type: 'date' })}
        </Grid>
      ) : null}
      <Soft>{REFERRAL}</Soft>
    </Card>
  );
}
