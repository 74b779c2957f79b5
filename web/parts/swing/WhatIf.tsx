import { useDeferredValue, useMemo, useState } from 'react';
import styled from 'styled-components';
import { faultById } from '../../../core/catalogue/faults.ts';
import { TYPICAL_DRIVER } from '../../../core/swing/club.ts';
import { MODEL_FAULTS, type DriveName, type ModelFault } from '../../../core/swing/fault-families.ts';
import type { Player } from '../../../core/swing/player.ts';
import type { FaultAmount } from '../../../core/swing/price-list.ts';
import { radToDeg } from '../../../core/units/units.ts';
import { useUnits } from '../../base/session.tsx';
import { Knob } from '../../kit/Knob.tsx';
import { useTask } from '../../workers/run.ts';
import type { DrawnSwing } from '../../workers/swing-tasks.ts';
import { Button, QuietButton } from '../../kit/controls.tsx';
import { Card, Facts, Failed, Row, Sentence, Soft, Spread, Waiting } from '../../kit/layout.tsx';
import { SavePicture } from '../../kit/SavePicture.tsx';
import { sampleAt, SwingCurves } from './SwingCurves.tsx';
import { SwingFigure } from './SwingFigure.tsx';

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(220px, 280px) minmax(0, 1fr);
  gap: var(--s4);
  align-items: start;
  @media (max-width: 800px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Picture = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s3);
  align-items: center;
  /* The curves need twice the figure's width to be read; side by side only where both have room. */
  > :first-child {
    flex: 13 1 min(100%, 420px);
    min-width: 0;
  }
  > :last-child {
    flex: 7 1 min(100%, 220px);
    min-width: 0;
    max-width: 420px;
  }
`;
const Prices = styled.ul`
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: var(--s1);
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto auto;
    gap: var(--s3);
    align-items: center;
    border-bottom: 1px solid var(--line);
  }
`;

const ONSETS: readonly (readonly [DriveName, string])[] = [
  ['hips', 'hips start later by'],
  ['trunk', 'chest starts later by'],
  ['shoulder', 'arms start later by'],
  ['wrist', 'release starts later by'],
];

/** Name of a fault for the eye; what the catalogue does not hold yet goes by what the model touches. */
const nameOf = (f: ModelFault): string => faultById(f.id)?.name ?? f.amount;
const shown = (f: ModelFault, amount: number): string =>
  `${amount.toFixed(f.unit === 'N m s/rad' ? 2 : 0)}${f.unit === '°' ? '' : ' '}${f.unit}`;
const stepOf = (f: ModelFault): number => (f.unit === 'N m s/rad' ? 0.05 : f.unit === '%' ? 5 : 1);

/**
 * What if: sliders for every fault that the model can express; curves, stick figure, speed and prices follow. The ghost is the
 * swing as it was when the view opened.
 * @param measured the captured swing, which takes the ghost's place where there is one
 * @param ownSpeedMps measured speed in which prices are given; the model's own where left out
 */
export function WhatIf({
  player,
  start,
  ownSpeedMps,
  handedness,
  name,
  measured,
}: {
  player: Player;
  start: readonly FaultAmount[];
  ownSpeedMps?: number;
  handedness: 'right' | 'left';
  name: string;
  measured?: DrawnSwing;
}) {
  const units = useUnits();
  const [amounts, setAmounts] = useState<Readonly<Record<string, number>>>(() =>
    Object.fromEntries(start.map((f) => [f.id, f.amount])),
  );
  const [onsetsMs, setOnsetsMs] = useState<Readonly<Partial<Record<DriveName, number>>>>({});
  const [headGrams, setHeadGrams] = useState(1000 * TYPICAL_DRIVER.headMassKg);
  const [cursorS, setCursorS] = useState(0.06);
  const faults = useMemo(
    () => MODEL_FAULTS.flatMap((f) => ((amounts[f.id] ?? 0) > 0 ? [{ id: f.id, amount: amounts[f.id]! }] : [])),
    [amounts],
  );
  const club = { ...TYPICAL_DRIVER, headMassKg: headGrams / 1000 };
  const onsetsS = useMemo(
    () => Object.fromEntries(Object.entries(onsetsMs).map(([d, ms]) => [d, ms / 1000])),
    [onsetsMs],
  );
  const input = { player, club, faults, onsetsS };
  const now = useTask('swing', input);
  const before = useTask('swing', { player, club: TYPICAL_DRIVER, faults: start });
  const rested = useDeferredValue(input);
  const prices = useTask('prices', { ...rested, ownSpeedMps }, now.isSuccess && !now.isFetching);
  const set = (id: string, amount: number): void => setAmounts((a) => ({ ...a, [id]: amount }));
  if (now.error) return <Failed error={now.error} retry={() => setAmounts({})} />;
  if (!now.data || !before.data) return <Waiting what="the swing" />;
  const swing = now.data;
  const ghost = before.data;
  const drawnGhost = measured ?? ghost;
  const share = swing.clubSpeedMps / ghost.clubSpeedMps - 1;
  const speedNow = ownSpeedMps === undefined ? swing.clubSpeedMps : ownSpeedMps * (1 + share);
  const gained = speedNow - (ownSpeedMps ?? ghost.clubSpeedMps);
  const sentence =
    Math.abs(gained) < 0.02
      ? `${units.speed(speedNow)}, as at the start.`
      : `${units.speed(speedNow)}: ${units.speed(Math.abs(gained))} ${gained > 0 ? 'more' : 'less'} than at the start.`;
  const sorted = [...(prices.data?.prices ?? [])].sort((a, b) => b.gainMps - a.gainMps);
  return (
    <Columns>
      <Card aria-label="Sliders of the swing">
        {MODEL_FAULTS.map((f) => (
          <Knob
            key={f.id}
            label={f.amount}
            value={amounts[f.id] ?? 0}
            onChange={(v) => set(f.id, v)}
            min={0}
            max={f.range[1]}
            step={stepOf(f)}
            show={(v) => shown(f, v)}
          />
        ))}
        {ONSETS.map(([drive, label]) => (
          <Knob
            key={drive}
            label={label}
            value={onsetsMs[drive] ?? 0}
            onChange={(ms) => setOnsetsMs((o) => ({ ...o, [drive]: ms }))}
            min={-60}
            max={100}
            step={1}
            show={(v) => `${v > 0 ? '+' : ''}${v} ms`.replace('-', '−')}
          />
        ))}
        <Knob
          label="mass of the club head"
          value={headGrams}
          onChange={setHeadGrams}
          min={100}
          max={300}
          step={5}
          show={(v) => `${v} g`}
        />
        <Row>
          <Button
            onPress={() => {
              setAmounts({});
              setOnsetsMs({});
            }}
          >
            All put right
          </Button>
          <Button
            onPress={() => {
              setAmounts(Object.fromEntries(start.map((f) => [f.id, f.amount])));
              setHeadGrams(1000 * TYPICAL_DRIVER.headMassKg);
              setOnsetsMs({});
            }}
          >
            As at the start
          </Button>
        </Row>
      </Card>
      <div style={{ display: 'grid', gap: 'var(--s4)' }}>
        <Card aria-label="Simulated swing">
          <Spread>
            <Sentence data-testid="what-if">{sentence}</Sentence>
            <SavePicture name={name} />
          </Spread>
          <Picture>
            <div data-picture>
              <SwingCurves
                swing={swing}
                ghost={drawnGhost}
                cursorS={cursorS}
                onCursor={setCursorS}
                summary={sentence}
              />
            </div>
            <SwingFigure
              swing={swing}
              sample={sampleAt(swing, cursorS)}
              ghost={drawnGhost}
              ghostSample={sampleAt(drawnGhost, cursorS)}
              handedness={handedness}
            />
          </Picture>
          <Facts
            items={[
              ['moment', `${Math.round(1000 * cursorS)} ms before strike`],
              ['club head then', units.speed(sampleAt(swing, cursorS).headSpeedMps)],
              ['downswing', `${Math.round(1000 * swing.downswingS)} ms`],
              [
                'wrist angle at lead arm level',
                swing.wristAtLeadArmLevelRad === null ? '–' : `${radToDeg(swing.wristAtLeadArmLevelRad).toFixed(0)}°`,
              ],
            ]}
          />
          <Soft>
            Thin lines: {measured ? 'the captured swing' : 'the swing at the start'}. A planar model from rest at the
            top: no forearm roll, face or shaft bend; torso and arm brake too early in it. Slide, strike and early
            extension are not priced by it.
          </Soft>
        </Card>
        <Card aria-label="Price list">
          <h2>What putting one thing right brings in this model</h2>
          <Soft>
            By the swing model alone. What a student’s faults cost, with the doubt in it, stands in the ledger.
          </Soft>
          {sorted.length === 0 ? <Soft>Nothing to put right. Move a slider.</Soft> : null}
          <Prices>
            {sorted.map((p) => {
              const fault = MODEL_FAULTS.find((f) => f.id === p.id);
              return fault ? (
                <li key={p.id}>
                  <span>
                    {nameOf(fault)} <Soft>{shown(fault, p.amount)}</Soft>
                  </span>
                  <strong>
                    {units.speed(p.gainMps)}{' '}
                    <Soft>
                      ({units.speedFigure(p.intervalMps[0])} to {units.speedFigure(p.intervalMps[1])})
                    </Soft>
                  </strong>
                  <QuietButton onPress={() => set(p.id, 0)} aria-label={`Put right: ${nameOf(fault)}`}>
                    Put right
                  </QuietButton>
                </li>
              ) : null;
            })}
          </Prices>
          {sorted.length > 1 && prices.data?.togetherMps !== null && prices.data ? (
            <p>
              All together, simulated: <strong>{units.speed(prices.data.togetherMps)}</strong>; gains of single faults
              do not add up.
            </p>
          ) : null}
        </Card>
      </div>
    </Columns>
  );
}
