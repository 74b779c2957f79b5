import { useDraft, type Turn } from '../base/drafts.tsx';
import { useState } from 'react';
import { budgetSentence, MOST_BUDGET_SHOTS } from '../../core/diagnosis/budget/budget.ts';
import { distanceValueSentence, type Hole } from '../../core/diagnosis/budget/distance-value.ts';
import type { Level } from '../../core/catalogue/stages.ts';
import type { ShotValues } from '../../core/formats/shot-fields.ts';
import { degToRad, radToDeg } from '../../core/units/units.ts';
import { useUnits } from '../base/session.tsx';
import { useTask } from '../workers/run.ts';
import { BudgetBars } from './BudgetBars.tsx';
import { Choice } from '../kit/chips.tsx';
import { TextField } from '../kit/controls.tsx';
import { Card, Facts, Failed, Grid, Notice, Row, Sentence, Soft, Spread, Waiting } from '../kit/layout.tsx';
import { SavePicture } from '../kit/SavePicture.tsx';
import { numberOf, turnedText, wrongNumber } from '../kit/typed-number.ts';
import { StrokesCurve } from './StrokesCurve.tsx';

/** A typed distance in other units of the screen. */
const distanceTurned: Turn<string> = (text, from, to) => turnedText(text, (v) => to.fromMetres(from.toMetres(v)), 1);

/** Where the yards of some shots are, whether speed comes first, and what more speed is worth on a hole. */
export function BudgetPanel({
  shots,
  club,
  level,
  speedClosed = false,
}: {
  shots: readonly ShotValues[];
  club: string;
  level?: Level;
  /** The body closes work on speed: it is not advised. */
  speedClosed?: boolean;
}) {
  const units = useUnits();
  const [aim, setAim] = useDraft('aim', '');
  const [length, setLength] = useDraft('hole length', '', distanceTurned);
  const [width, setWidth] = useDraft('width', '', distanceTurned);
  const [rough, setRough] = useDraft('rough', '', distanceTurned);
  const [trouble, setTrouble] = useState<Hole['trouble']>('penalty');
  const typedM = (text: string, usualM: number): number => {
    const figure = numberOf(text);
    return figure === null ? usualM : units.toMetres(figure);
  };
  const hole: Hole = {
    lengthM: typedM(length, 370),
    fairwayWidthM: typedM(width, 29),
    roughWidthM: typedM(rough, Infinity),
    trouble,
  };
  const aimed = wrongNumber(aim) === undefined ? numberOf(aim) : null;
  const attackAimRad = aimed === null ? undefined : degToRad(aimed);
  const enabled = shots.length > 0;
  const budget = useTask('budget', { shots, club, attackAimRad, level }, enabled);
  const value = useTask('value', { shots, club, hole }, enabled);
  if (!enabled) return <Soft>No shot that counts yet.</Soft>;
  if (budget.isPending) return <Waiting what="the budget" />;
  if (budget.error) return <Failed error={budget.error} />;
  const b = budget.data;
  const sentence = budgetSentence(b, (m) => units.distance(m), speedClosed);
  const aimDeg = radToDeg(b.attackAimRad);
  const verdictTone =
    b.verdict === 'cannot-say' ? 'unsure' : b.verdict === 'speed-first' && !speedClosed ? 'held' : 'info';
  const distanceSentence = value.data ? distanceValueSentence(value.data, (v) => units.speed(v, 0)) : '';
  return (
    <>
      <Card aria-label="Distance budget">
        <Notice tone={verdictTone}>
          <Sentence data-testid="budget-sentence">{sentence}</Sentence>
        </Notice>
        <div data-picture>
          <BudgetBars budget={b} />
        </div>
        <Facts
          items={[
            ['carry as it is, still air', units.distance(b.actualCarryM)],
            ['carry possible at this speed', units.distance(b.possibleCarryM)],
            [`worth of one ${units.speedUnit} more`, units.distance(b.metresPerMps * units.toMps(1), 1)],
            ['attack aimed at', `${Math.abs(aimDeg).toFixed(1)}° ${aimDeg >= 0 ? 'up' : 'down'}`],
            ['shots used', String(b.shots)],
          ]}
        />
        <Spread>
          <Soft>
            Order-free shares with 90 % intervals from the block’s spread and the aim that it leaves open; wind and air
            taken out. {b.shots === MOST_BUDGET_SHOTS ? `${MOST_BUDGET_SHOTS} evenly spaced shots are used. ` : ''}
            Spin from impact is an estimate.
          </Soft>
          <Row>
            <TextField
              label="Aim for attack, ° (up +)"
              inputMode="decimal"
              value={aim}
              onChange={setAim}
              placeholder="own best, shrunk"
              error={wrongNumber(aim)}
            />
            <SavePicture name="distance-budget" />
          </Row>
        </Spread>
      </Card>
      <Card aria-label="What more speed is worth">
        <h2>What more speed is worth on a hole</h2>
        <Grid $least="130px">
          <TextField
            label={`Length, ${units.distanceUnit}`}
            inputMode="decimal"
            value={length}
            onChange={setLength}
            placeholder={units.distance(370).split(' ')[0]}
            error={wrongNumber(length)}
          />
          <TextField
            label={`Fairway width, ${units.distanceUnit}`}
            inputMode="decimal"
            value={width}
            onChange={setWidth}
            placeholder={units.distance(29).split(' ')[0]}
            error={wrongNumber(width)}
          />
          <TextField
            label={`Rough before trouble, ${units.distanceUnit}`}
            inputMode="decimal"
            value={rough}
            onChange={setRough}
            placeholder="no trouble"
            error={wrongNumber(rough)}
          />
          <Choice
            label="The trouble is"
            value={trouble}
            onChange={setTrouble}
            options={[
              { id: 'penalty', name: 'penalty area' },
              { id: 'out-of-bounds', name: 'out of bounds' },
            ]}
          />
        </Grid>
        {value.error ? <Failed error={value.error} /> : null}
        {value.data ? (
          <>
            <Sentence>{distanceSentence}</Sentence>
            <StrokesCurve value={value.data} sentence={distanceSentence} />
            <Soft>
              Spread of direction measured: {radToDeg(value.data.angularSpreadRad).toFixed(1)}° (one SD), taken as
              unchanged by speed. Strokes from a smooth table by judgement; a recovery from rough counts 0.3 at 150 m.
            </Soft>
          </>
        ) : null}
      </Card>
    </>
  );
}
