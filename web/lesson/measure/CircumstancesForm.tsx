import type { Circumstances } from '../../../api/measure-schemas.ts';
import { Choice } from '../../kit/chips.tsx';
import { TextField } from '../../kit/controls.tsx';
import { Grid } from '../../kit/layout.tsx';
import { sentOf } from '../../kit/typed-number.ts';

/** Circumstances as typed: numbers as text until they are sent. */
export type TypedCircumstances = Record<keyof Circumstances, string>;

const NUMBERS = [
  ['slopeDeg', 'Slope, ° (up +)'],
  ['temperatureC', 'Temperature, °C'],
  ['pressureHpa', 'Pressure at sea level, hPa'],
  ['altitudeM', 'Altitude, m'],
  ['humidityPct', 'Humidity, %'],
  ['windTowardTargetMps', 'Wind toward target, m/s'],
  ['windToRightMps', 'Wind to the right, m/s'],
  ['clubLoftDeg', 'Loft, °'],
  ['clubLengthM', 'Length, m'],
] as const;
const TEXTS = [
  ['device', 'Device'],
  ['ballKind', 'Ball'],
  ['place', 'Place'],
  ['clubShaft', 'Shaft'],
  ['clubHead', 'Head'],
] as const;

export function typedCircumstances(c: Partial<Circumstances> | undefined): TypedCircumstances {
  const text = (v: unknown): string => (v === null || v === undefined ? '' : String(v));
  return Object.fromEntries(
    [...NUMBERS, ...TEXTS, ['carryNormalised', '']].map(([key]) => [key, text(c?.[key as keyof Circumstances])]),
  ) as TypedCircumstances;
}

/** Back to what the wire takes; a number that is none is sent as typed and refused with its name. */
export function circumstancesFrom(t: TypedCircumstances): Record<string, unknown> {
  return {
    ...Object.fromEntries(NUMBERS.map(([key]) => [key, sentOf(t[key])])),
    ...Object.fromEntries(TEXTS.map(([key]) => [key, t[key]])),
    carryNormalised: t.carryNormalised === '' ? null : t.carryNormalised === 'true',
  };
}

/** Where and with what a block is hit: what has to be alike for two blocks to be compared. */
export function CircumstancesForm({
  value,
  onChange,
}: {
  value: TypedCircumstances;
  onChange: (value: TypedCircumstances) => void;
}) {
  const set = (key: keyof Circumstances) => (v: string) => onChange({ ...value, [key]: v });
  return (
    <>
      <Grid $least="150px">
        {TEXTS.map(([key, label]) => (
          <TextField key={key} label={label} value={value[key]} onChange={set(key)} />
        ))}
        {NUMBERS.map(([key, label]) => (
          <TextField key={key} label={label} inputMode="decimal" value={value[key]} onChange={set(key)} />
        ))}
      </Grid>
      <Choice
        label="Carry as the device gives it"
        value={value.carryNormalised === '' ? 'unknown' : value.carryNormalised}
        onChange={(v) => set('carryNormalised')(v === 'unknown' ? '' : v)}
        options={[
          { id: 'unknown', name: 'not known' },
          { id: 'false', name: 'as flown' },
          { id: 'true', name: 'normalised' },
        ]}
      />
    </>
  );
}
