import { useState } from 'react';
import { placeOnArc, teeForAttack } from '../../core/impact/tee.ts';
import { degToRad, radToDeg } from '../../core/units/units.ts';
import { spelled } from '../base/shot-values.ts';
import { Card, Facts, Sentence, Soft } from '../kit/layout.tsx';
import { Columns, Knob } from '../kit/Knob.tsx';

const WIDTH = 640;
const HEIGHT = 210;
const GROUND = 176;
/** Pixels a metre along the line, and the height drawn three times as large. */
const ALONG = 900;
const UP = 2700;

/** The bottom of the arc with the ball now and then; height is drawn three times as large. */
function ArcPicture({ nowRad, thenRad }: { nowRad: number; thenRad: number }) {
  const low = WIDTH / 2 - 60;
  const at = (attackDeg: number): string => {
    const p = placeOnArc(degToRad(attackDeg));
    return `${(low + p.ballAheadM * ALONG).toFixed(1)},${(GROUND - 30 - p.riseM * UP).toFixed(1)}`;
  };
  const points = Array.from({ length: 61 }, (_, i) => at(-7.5 + i * 0.25)).join(' ');
  const mark = (rad: number, name: string, look: { fill: string; dash?: string }) => {
    const p = placeOnArc(rad);
    const [x, y] = [low + p.ballAheadM * ALONG, GROUND - 30 - p.riseM * UP];
    return (
      <g>
        <line
          x1={x}
          x2={x}
          y1={y + 12}
          y2={GROUND}
          stroke="var(--soft-ink)"
          strokeWidth={2}
          strokeDasharray={look.dash}
        />
        <circle cx={x} cy={y} r={11} fill={look.fill} stroke="var(--maple-deep)" strokeDasharray={look.dash} />
        <text x={x} y={GROUND + 18} fontSize={13} textAnchor="middle" fill="var(--ink)">
          {name}
        </text>
      </g>
    );
  };
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      style={{ width: '100%', height: 'auto' }}
      role="img"
      aria-label="Bottom of the swing arc with the ball now and for the wanted attack; height drawn three times as large."
    >
      <line x1={10} x2={WIDTH - 10} y1={GROUND} y2={GROUND} stroke="var(--moss)" strokeWidth={3} />
      <polyline points={points} fill="none" stroke="var(--maple)" strokeWidth={2.5} />
      <text x={WIDTH - 10} y={20} fontSize={13} textAnchor="end" fill="var(--soft-ink)">
        target →
      </text>
      {mark(nowRad, 'now', { fill: 'none', dash: '3 2' })}
      {mark(thenRad, 'wanted', { fill: 'var(--card)' })}
    </svg>
  );
}

/** Tee and attack: where the ball has to lie, and how high, for another attack angle. */
export default function TeeBench() {
  const [now, setNow] = useState(-2);
  const [wanted, setWanted] = useState(2);
  const [high, setHigh] = useState(-6);
  const advice = teeForAttack(degToRad(now), degToRad(wanted), high / 1000);
  const mm = (m: number, plus: string, minus: string): string =>
    Math.abs(m) < 0.0005 ? 'nothing' : `${Math.abs(1000 * m).toFixed(0)} mm ${m > 0 ? plus : minus}`;
  return (
    <Columns>
      <Card aria-label="Attack and strike">
        <Knob
          label="Attack now"
          value={now}
          onChange={setNow}
          min={-6}
          max={6}
          step={0.5}
          show={(v) => spelled(v, 'up', 'down')}
        />
        <Knob
          label="Attack wanted"
          value={wanted}
          onChange={setWanted}
          min={-6}
          max={6}
          step={0.5}
          show={(v) => spelled(v, 'up', 'down')}
        />
        <Knob
          label="Mean strike height now"
          value={high}
          onChange={setHigh}
          min={-15}
          max={15}
          step={1}
          show={(v) => (v === 0 ? 'centre' : `${Math.abs(v)} mm ${v > 0 ? 'high' : 'low'}`)}
        />
      </Card>
      <Card aria-label="Ball and tee">
        <Sentence data-testid="tee">
          Ball {mm(advice.moveBallM, 'toward the target', 'back')}; tee {mm(advice.raiseTeeM, 'higher', 'lower')}.
        </Sentence>
        <ArcPicture nowRad={degToRad(now)} thenRad={degToRad(wanted)} />
        <Facts
          items={[
            ['of the tee, for the arc', mm(advice.fromRiseM, 'higher', 'lower')],
            ['of the tee, for the strike', mm(advice.fromStrikeM, 'higher', 'lower')],
            ['path moves by', spelled(radToDeg(advice.pathShiftOutRad), 'out', 'in')],
          ]}
        />
        <Soft>
          An arc of 1.6 m in a plane of 48°: 25 mm of ball place is about 0.67° of attack. The rise itself is small; tee
          height is mostly about where on the face the ball is met.
        </Soft>
      </Card>
    </Columns>
  );
}
