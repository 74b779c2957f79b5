import { useEffect, useRef, useState } from 'react';
import { faultById } from '../../../core/catalogue/faults.ts';
import { FIT_NAMES, type FitName } from '../../../core/swing/fit-parameters.ts';
import type { Player } from '../../../core/swing/player.ts';
import type { FitWire, MotionWire } from '../../../api/types.ts';
import { ask } from '../../base/api.ts';
import { useUnits } from '../../base/session.tsx';
import { Button } from '../../kit/controls.tsx';
import { DataTable, Failed, Row, Sentence, Soft } from '../../kit/layout.tsx';
import { useLessonWrite } from '../common/data.ts';
import { runAlone } from '../../workers/run.ts';
import type { FittedSwing } from '../../workers/swing-tasks.ts';

/** Simulations of a usual fit: what the bar counts to. */
const USUAL_SIMULATIONS = 700;

const NAMES: Readonly<Record<FitName, string>> = {
  hipsStrength: 'strength of the hips',
  trunkStrength: 'strength of the trunk',
  shoulderStrength: 'strength of the shoulder',
  wristStrength: 'strength of the wrists',
  hipsOnsetMs: 'start of the hips',
  trunkOnsetMs: 'start of the trunk',
  shoulderOnsetMs: 'start of the arms',
  wristOnsetMs: 'start of the wrists',
  rise: 'rise time',
  trunkCutMs: 'trunk stops before strike',
};
const CURVES = { hips: 'hips', chest: 'chest', leadArm: 'lead arm', club: 'club' } as const;

const shown = (name: FitName, v: number): string =>
  name.endsWith('Ms') ? `${Math.round(v)} ms`.replace('-', '−') : `× ${v.toFixed(2)}`;

async function fileOf(id: string): Promise<string> {
  const res = await fetch(`/api/motions/${id}/file`);
  if (!res.ok) throw new Error('The captured swing could not be fetched.');
  return res.text();
}

/** Prices of a fitted swing as a sentence and a table. */
function FittedPrices({ prices }: { prices: FitWire['prices'] }) {
  const units = useUnits();
  const first = [...prices].filter((p) => p.amount > 0).sort((a, b) => b.gainMps - a.gainMps)[0];
  return (
    <>
      <Sentence data-testid="fit-sentence">
        {first && first.gainMps > 0.2
          ? `In the fitted model ${faultById(first.id)?.name.toLowerCase() ?? first.id} costs about ${units.speed(first.gainMps)} (${units.speedFigure(first.interval90Mps[0])} to ${units.speedFigure(first.interval90Mps[1])}).`
          : 'Nothing that the model can price costs speed in this swing.'}
      </Sentence>
      <DataTable>
        <thead>
          <tr>
            <th scope="col">put right</th>
            <th scope="col">amount</th>
            <th scope="col">worth</th>
            <th scope="col">90 % interval</th>
          </tr>
        </thead>
        <tbody>
          {prices.map((p) => (
            <tr key={p.id}>
              <th scope="row">{faultById(p.id)?.name ?? p.id}</th>
              <td>
                {p.amount.toFixed(0)}
                {p.unit === '°' ? '' : ' '}
                {p.unit}
              </td>
              <td>{units.speed(p.gainMps)}</td>
              <td>
                {units.speedFigure(p.interval90Mps[0])} to {units.speedFigure(p.interval90Mps[1])}
              </td>
            </tr>
          ))}
        </tbody>
      </DataTable>
      <Soft>By the swing model fitted to this one swing. The ledger goes by the learned prices.</Soft>
    </>
  );
}

/** How well each curve is met, and the drives with what is weakly known. */
function FittedDrives({ fit }: { fit: FittedSwing }) {
  const weak = FIT_NAMES.filter((n) => fit.values[n].weak);
  return (
    <>
      <Soft>
        Misfit as a share of each peak:{' '}
        {Object.entries(fit.residuals)
          .map(([k, v]) => `${CURVES[k as keyof typeof CURVES]} ${(100 * v).toFixed(1)} %`)
          .join(', ')}
        . {fit.simulations} simulations.
        {weak.length > 0 ? ` Hardly told by the curves: ${weak.map((n) => NAMES[n]).join(', ')}.` : ''}
      </Soft>
      <details>
        <summary>The drives of this swing</summary>
        <DataTable>
          <tbody>
            {FIT_NAMES.map((n) => (
              <tr key={n}>
                <th scope="row">{NAMES[n]}</th>
                <td>{shown(n, fit.values[n].value)}</td>
                <td>
                  {shown(n, fit.values[n].interval90[0])} to {shown(n, fit.values[n].interval90[1])}
                </td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      </details>
    </>
  );
}

/** The swing model fitted to one captured swing, in a worker of its own, with a bar and a stop. */
export function FitPanel({ motion, player, lessonId }: { motion: MotionWire; player: Player; lessonId: string }) {
  const keep = useLessonWrite(lessonId, (fit: FitWire) => ask('PUT /motions/:id/fit', { id: motion.id, body: fit }));
  const [done, setDone] = useState<number | null>(null);
  const [fit, setFit] = useState<FittedSwing | null>(null);
  const [error, setError] = useState<unknown>(null);
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => () => stop.current?.(), []);
  const prices = fit?.prices ?? (done === null ? motion.fit?.prices : undefined);
  const start = async (): Promise<void> => {
    setError(null);
    setFit(null);
    setDone(0);
    try {
      const text = await fileOf(motion.id);
      const job = runAlone('fit', { text, fileName: motion.fileName, player }, setDone);
      stop.current = job.stop;
      const fitted = await job.answer;
      setFit(fitted);
      const { prices, residuals, clubSpeedMps } = fitted;
      keep.mutate({ prices, residuals, clubSpeedMps });
    } catch (e) {
      setError(e);
    }
    setDone(null);
  };
  return (
    <>
      <Row>
        {done === null ? (
          <Button onPress={() => void start()}>{prices ? 'Fit it again' : 'Fit the swing model to it'}</Button>
        ) : (
          <>
            <progress value={Math.min(done, USUAL_SIMULATIONS)} max={USUAL_SIMULATIONS} aria-label="Fitting" />
            <Button
              onPress={() => {
                stop.current?.();
                setDone(null);
              }}
            >
              Stop
            </Button>
          </>
        )}
      </Row>
      {error ? <Failed error={error} /> : null}
      {keep.error ? <Failed error={keep.error} /> : null}
      {prices ? <FittedPrices prices={prices} /> : null}
      {fit ? <FittedDrives fit={fit} /> : null}
    </>
  );
}
