import type { GroundWire, StudentWire } from '../../../api/types.ts';
import type { Ground, GroundFlag } from '../../../core/capture/ground-analysis.ts';
import { Card, DataTable, Facts, Notice, Sentence, Soft, Spread } from '../../kit/layout.tsx';
import { LoadCurve } from './ground/LoadCurve.tsx';
import { PressureFeet } from './ground/PressureFeet.tsx';
import { SavePicture } from '../../kit/SavePicture.tsx';

const GRAVITY = 9.80665;
/** Weighed and recorded mass may differ by this share before it is said. */
const MASS_SHARE = 0.06;

const FLAGS: Readonly<Record<GroundFlag, string>> = {
  'unloaded-before-strike': 'The feet are unloaded before the strike: look whether the release comes after it.',
  'off-ground': 'The feet leave the ground.',
  'loads-outside': 'At the top the trail foot carries in its outer or front third: there is nothing to push back from.',
  'no-quiet-set-up': 'The set-up was not quiet, so the weight is less sure.',
};

const percent = (v: number | undefined): string => (v === undefined ? '–' : `${Math.round(100 * v)} %`);
const ms = (s: number): string => `${Math.round(1000 * s)} ms before strike`;

/** The ground of a swing in a sentence. */
export function groundSentence(g: Ground): string {
  const { top, strike } = g.leadShare;
  const load =
    top === undefined
      ? `At strike ${percent(strike)} of the load is on the lead foot.`
      : `The lead foot carries ${percent(top)} at the top and ${percent(strike)} at strike.`;
  const peak = g.peakVerticalBw;
  if (!peak) return load;
  return `${load} The greatest push is ${peak.value.toFixed(2)} body weights, ${ms(peak.beforeStrikeS)}.`;
}

const CHECKPOINTS = [
  ['setUp', 'set-up'],
  ['top', 'top'],
  ['leadArmLevel', 'lead arm level (down)'],
  ['strike', 'strike'],
  ['finish', 'finish'],
] as const;

/** One swing's ground: the sentence, load and push over time, the pressure's way under two drawn feet, peaks as figures. */
export function GroundPanel({ record, student }: { record: GroundWire; student: StudentWire }) {
  const { ground, traces } = record;
  const peaks: [string, string][] = [];
  const add = (name: string, peak: Ground['peakVerticalBw'], unit: string, digits: number): void => {
    if (peak) peaks.push([name, `${peak.value.toFixed(digits)} ${unit}, ${ms(peak.beforeStrikeS)}`]);
  };
  add('vertical, both feet', ground.peakVerticalBw, 'body weights', 2);
  add('vertical, lead foot', ground.peakLeadVerticalBw, 'body weights', 2);
  add('push toward the target', ground.peakTowardTargetBw, 'body weights', 2);
  add('turning torque', ground.peakTorqueNm, 'N m', 0);
  if (ground.offGroundBeforeStrikeS !== null)
    peaks.push([
      'off the ground',
      ground.offGroundBeforeStrikeS >= 0
        ? ms(ground.offGroundBeforeStrikeS)
        : `${Math.round(-1000 * ground.offGroundBeforeStrikeS)} ms after strike`,
    ]);
  const weighedKg = ground.bodyWeightN === null ? null : ground.bodyWeightN / GRAVITY;
  const massDiffers = weighedKg !== null && !!student.massKg && Math.abs(weighedKg / student.massKg - 1) > MASS_SHARE;
  const sentence = groundSentence(ground);
  return (
    <Card aria-label={`Ground, ${record.fileName}`}>
      <Spread>
        <h2>Ground</h2>
        <SavePicture name={`ground-${record.fileName.replace(/\.csv$/i, '')}`} />
      </Spread>
      <Sentence>{sentence}</Sentence>
      <div data-picture>
        <LoadCurve traces={traces} summary={sentence} />
      </div>
      {traces.lead && traces.trail ? <PressureFeet traces={traces} handedness={student.handedness} /> : null}
      <Facts items={peaks} />
      <DataTable>
        <thead>
          <tr>
            <th scope="col">load on the lead foot</th>
            {CHECKPOINTS.map(([key, name]) => (
              <th key={key} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">share</th>
            {CHECKPOINTS.map(([key]) => (
              <td key={key}>{percent(ground.leadShare[key])}</td>
            ))}
          </tr>
        </tbody>
      </DataTable>
      {ground.flags.map((f) => (
        <Notice key={f} tone="unsure">
          {FLAGS[f]}
        </Notice>
      ))}
      {massDiffers ? (
        <Notice tone="unsure">
          The plates weigh {weighedKg?.toFixed(1)} kg, the student is on record with {student.massKg} kg. Check the
          plates or the record.
        </Notice>
      ) : null}
      <Soft>
        {record.fileName}
        {weighedKg === null
          ? ' · from a mat: shares only'
          : ` · weight ${weighedKg.toFixed(1)} kg from the quiet set-up`}{' '}
        · save as{' '}
        <a href={`/api/grounds/${record.id}/file`} download={`${record.fileName.replace(/\.\w+$/, '')}.csv`}>
          CSV
        </a>
      </Soft>
    </Card>
  );
}
