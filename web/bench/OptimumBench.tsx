import { useState } from 'react';
import { DEFAULT_AIR, type Air } from '../../core/flight/air.ts';
import type { Ground } from '../../core/flight/bounce.ts';
import type { OptimumFor } from '../../core/impact/optimum.ts';
import { degToRad, radPerSToRpm, radToDeg } from '../../core/units/units.ts';
import { useUnits } from '../base/session.tsx';
import { spelled } from '../base/shot-values.ts';
import { Choice } from '../kit/chips.tsx';
import { Card, DataTable, Facts, Failed, Sentence, Soft, Waiting } from '../kit/layout.tsx';
import { useTask } from '../workers/run.ts';
import { Columns, Knob } from '../kit/Knob.tsx';
import { AirKnobs, GroundChoice } from './AirKnobs.tsx';

const ATTACKS = [-4, -2, 0, 2, 4];

/** Row of the table: the best launch at another attack angle, all else as set. */
function AttackRow({ attackDeg, input }: { attackDeg: number; input: Parameters<typeof useTask<'optimum'>>[1] }) {
  const units = useUnits();
  const best = useTask('optimum', { ...input, attackRad: degToRad(attackDeg) });
  const d = best.data;
  return (
    <tr>
      <th scope="row">{spelled(attackDeg, 'up', 'down', 0)}</th>
      <td>{d ? `${radToDeg(d.launchRad).toFixed(1)}°` : '…'}</td>
      <td>{d ? Math.round(radPerSToRpm(d.spinRadPerS) / 10) * 10 : '…'}</td>
      <td>{d ? units.distance(d.carryM) : '…'}</td>
      <td>{d ? units.distance(d.totalM) : '…'}</td>
    </tr>
  );
}

/** Best launch: the dynamic loft of the farthest centred shot at a club head speed and attack. */
export default function OptimumBench() {
  const units = useUnits();
  const [speed, setSpeed] = useState(42);
  const [attack, setAttack] = useState(0);
  const [aim, setAim] = useState<OptimumFor>('carry');
  const [ground, setGround] = useState<Ground>('normal');
  const [air, setAir] = useState<Air>(DEFAULT_AIR);
  const input = {
    head: 'driver' as const,
    clubSpeedMps: speed,
    attackRad: degToRad(attack),
    aim,
    ground,
    air,
  };
  const best = useTask('optimum', input);
  const d = best.data;
  return (
    <Columns>
      <Card aria-label="Speed and attack">
        <Knob
          label="Club head speed"
          value={speed}
          onChange={setSpeed}
          min={25}
          max={60}
          step={0.5}
          show={(v) => units.speed(v, 0)}
        />
        <Knob
          label="Attack"
          value={attack}
          onChange={setAttack}
          min={-7}
          max={8}
          step={0.5}
          show={(v) => spelled(v, 'up', 'down')}
        />
        <Choice
          label="Farthest in"
          value={aim}
          onChange={setAim}
          options={[
            { id: 'carry', name: 'carry' },
            { id: 'total', name: 'total' },
          ]}
        />
        <GroundChoice value={ground} onChange={setGround} />
        <AirKnobs air={air} onChange={setAir} />
      </Card>
      <Card aria-label="Best launch">
        {best.error ? <Failed error={best.error} /> : null}
        {d ? (
          <>
            <Sentence data-testid="optimum">
              Farthest at {radToDeg(d.launchRad).toFixed(1)}° launch and{' '}
              {Math.round(radPerSToRpm(d.spinRadPerS) / 50) * 50} rpm:{' '}
              {units.distance(aim === 'carry' ? d.carryM : d.totalM)} {aim}.
            </Sentence>
            <Facts
              items={[
                ['dynamic loft', `${radToDeg(d.dynamicLoftRad).toFixed(1)}°`],
                ['ball speed', units.speed(d.ballSpeedMps)],
                ['carry', units.distance(d.carryM)],
                [`total, ${ground} ground`, units.distance(d.totalM)],
              ]}
            />
            <DataTable>
              <thead>
                <tr>
                  <th scope="col">attack</th>
                  <th scope="col">launch</th>
                  <th scope="col">spin, rpm</th>
                  <th scope="col">carry</th>
                  <th scope="col">total</th>
                </tr>
              </thead>
              <tbody>
                {ATTACKS.map((a) => (
                  <AttackRow key={a} attackDeg={a} input={input} />
                ))}
              </tbody>
            </DataTable>
          </>
        ) : (
          <Waiting what="the best launch" />
        )}
        <Soft>
          The top is flat: a degree of loft either way costs about {units.distance(0.45, 1)}, so do not chase the last
          degree. Driver, struck in the centre, face and path square.
        </Soft>
      </Card>
    </Columns>
  );
}
