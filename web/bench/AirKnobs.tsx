import type { Air } from '../../core/flight/air.ts';
import type { Ground } from '../../core/flight/bounce.ts';
import { Choice } from '../kit/chips.tsx';
import { Knob } from '../kit/Knob.tsx';

/** Height, temperature and wind along the target; `all` adds cross wind, pressure and humidity. */
export function AirKnobs({ air, onChange, all }: { air: Air; onChange: (air: Air) => void; all?: boolean }) {
  const set = (key: keyof Air) => (v: number) => onChange({ ...air, [key]: v });
  const wind =
    (plus: string, minus: string) =>
    (v: number): string =>
      v === 0 ? 'still' : `${Math.abs(v)} m/s ${v > 0 ? plus : minus}`;
  return (
    <>
      <Knob
        label="Altitude"
        value={air.altitudeM}
        onChange={set('altitudeM')}
        min={0}
        max={3000}
        step={50}
        show={(v) => `${v} m`}
      />
      <Knob
        label="Temperature"
        value={air.temperatureC}
        onChange={set('temperatureC')}
        min={-5}
        max={40}
        step={1}
        show={(v) => `${v} °C`}
      />
      <Knob
        label="Wind"
        value={air.windTowardTargetMps}
        onChange={set('windTowardTargetMps')}
        min={-12}
        max={12}
        step={0.5}
        show={wind('behind', 'against')}
      />
      {all ? (
        <>
          <Knob
            label="Wind across"
            value={air.windToRightMps}
            onChange={set('windToRightMps')}
            min={-12}
            max={12}
            step={0.5}
            show={wind('to the right', 'to the left')}
          />
          <Knob
            label="Pressure at sea level"
            value={air.pressureHpa}
            onChange={set('pressureHpa')}
            min={960}
            max={1050}
            step={1}
            show={(v) => `${v} hPa`}
          />
          <Knob
            label="Humidity"
            value={air.humidityPct}
            onChange={set('humidityPct')}
            min={0}
            max={100}
            step={5}
            show={(v) => `${v} %`}
          />
        </>
      ) : null}
    </>
  );
}

export function GroundChoice({ value, onChange }: { value: Ground; onChange: (ground: Ground) => void }) {
  return (
    <Choice
      label="Ground"
      value={value}
      onChange={onChange}
      options={[
        { id: 'soft', name: 'soft' },
        { id: 'normal', name: 'normal' },
        { id: 'firm', name: 'firm' },
      ]}
    />
  );
}
