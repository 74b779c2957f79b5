import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import styled from 'styled-components';
import { DEFAULT_AIR } from '../../core/flight/air.ts';
import { simulateFlight } from '../../core/flight/ball-flight.ts';
import type { HeadKind } from '../../core/catalogue/heads.ts';
import { strikeBall } from '../../core/impact/impact.ts';
import { launchOut } from '../../core/impact/optimum.ts';
import { degToRad, radPerSToRpm, radToDeg } from '../../core/units/units.ts';
import { useUnits } from '../base/session.tsx';
import { spelled } from '../base/shot-values.ts';
import { Choice } from '../kit/chips.tsx';
import { FACE_OUTLINE, faceWords, strikeInWords, toeSide } from '../parts/FaceMap.tsx';
import { Card, Facts, Soft } from '../kit/layout.tsx';
import { Columns, Knob } from '../kit/Knob.tsx';

const VIEW = { x: -70, y: -42, width: 140, height: 84 };
/** Farthest the spot can be drawn, mm. */
const MOST = { toe: 40, high: 24 };
const Svg = styled.svg`
  width: 100%;
  max-width: 460px;
  height: auto;
  touch-action: none;
  cursor: grab;
  outline-offset: 4px;
`;

const within = (v: number, most: number): number => Math.max(-most, Math.min(most, Math.round(v)));

/** The toe lies where it does on the club of the lesson's drawings, shown for a right-hander. */
const SIDE = toeSide('right');

/** The face held up before the eyes, with a spot that is dragged, or moved with the arrow keys. */
function FaceSpot({
  head,
  toeMm,
  highMm,
  onMove,
}: {
  head: HeadKind;
  toeMm: number;
  highMm: number;
  onMove: (toeMm: number, highMm: number) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const drag = (event: PointerEvent): void => {
    if (event.buttons === 0 && event.type === 'pointermove') return;
    const frame = svg.current?.getBoundingClientRect();
    if (!frame) return;
    if (event.type === 'pointerdown') svg.current?.setPointerCapture(event.pointerId);
    const x = VIEW.x + ((event.clientX - frame.left) / frame.width) * VIEW.width;
    const y = VIEW.y + ((event.clientY - frame.top) / frame.height) * VIEW.height;
    onMove(within(SIDE * x, MOST.toe), within(-y, MOST.high));
  };
  const key = (event: KeyboardEvent): void => {
    const step: Partial<Record<string, [number, number]>> = {
      ArrowRight: [1, 0],
      ArrowLeft: [-1, 0],
      ArrowUp: [0, 1],
      ArrowDown: [0, -1],
    };
    const by = step[event.key];
    if (!by) return;
    event.preventDefault();
    onMove(within(toeMm + SIDE * by[0], MOST.toe), within(highMm + by[1], MOST.high));
  };
  return (
    <Svg
      ref={svg}
      viewBox={`${VIEW.x} ${VIEW.y} ${VIEW.width} ${VIEW.height}`}
      role="slider"
      tabIndex={0}
      aria-label="Strike spot on the face, arrow keys move it"
      aria-valuenow={toeMm}
      aria-valuemin={-MOST.toe}
      aria-valuemax={MOST.toe}
      aria-valuetext={strikeInWords(toeMm / 1000, highMm / 1000)}
      onPointerDown={drag}
      onPointerMove={drag}
      onKeyDown={key}
    >
      <path
        d={FACE_OUTLINE[head]}
        transform={`scale(${SIDE} 1)`}
        fill="var(--paper)"
        stroke="var(--soft-ink)"
        strokeWidth={1.5}
      />
      <line x1={-4} x2={4} y1={0} y2={0} stroke="var(--soft-ink)" />
      <line x1={0} x2={0} y1={-4} y2={4} stroke="var(--soft-ink)" />
      <circle cx={SIDE * toeMm} cy={-highMm} r={6} fill="var(--maple)" stroke="var(--card)" strokeWidth={1.5} />
      <text x={56 * SIDE} y={39} fontSize={8} textAnchor="middle" fill="var(--soft-ink)">
        toe
      </text>
      <text x={-56 * SIDE} y={39} fontSize={8} textAnchor="middle" fill="var(--soft-ink)">
        heel
      </text>
    </Svg>
  );
}

const LOFT: Record<HeadKind, number> = { driver: 13, fairway: 16, iron: 22 };

/** Impact: what a delivery and a strike spot do to the ball, against the same swing struck in the centre. */
export default function ImpactBench() {
  const units = useUnits();
  const [head, setHead] = useState<HeadKind>('driver');
  const [speed, setSpeed] = useState(42);
  const [attack, setAttack] = useState(0);
  const [loft, setLoft] = useState(LOFT.driver);
  const [path, setPath] = useState(0);
  const [face, setFace] = useState(0);
  const [spot, setSpot] = useState({ toeMm: 8, highMm: -4 });
  const struck = useMemo(() => {
    const at = (toeMm: number, highMm: number) => {
      const ball = strikeBall({
        head,
        clubSpeedMps: speed,
        attackRad: degToRad(attack),
        pathOutRad: degToRad(path),
        faceOutRad: degToRad(face),
        dynamicLoftRad: degToRad(loft),
        toeM: toeMm / 1000,
        highM: highMm / 1000,
      });
      return { ball, flight: simulateFlight(launchOut(ball), DEFAULT_AIR) };
    };
    return { here: at(spot.toeMm, spot.highMm), centre: at(0, 0) };
  }, [head, speed, attack, path, face, loft, spot]);
  const { ball, flight } = struck.here;
  const lost = struck.centre.ball.ballSpeedMps - ball.ballSpeedMps;
  const yards = struck.centre.flight.carryM - flight.carryM;
  return (
    <Columns>
      <Card aria-label="Delivery">
        <Choice
          label="Head"
          value={head}
          onChange={(h) => {
            setHead(h);
            setLoft(LOFT[h]);
          }}
          options={[
            { id: 'driver', name: 'driver' },
            { id: 'fairway', name: 'fairway wood' },
            { id: 'iron', name: 'iron' },
          ]}
        />
        <Knob
          label="Club head speed"
          value={speed}
          onChange={setSpeed}
          min={20}
          max={60}
          step={0.5}
          show={(v) => units.speed(v, 0)}
        />
        <Knob
          label="Attack"
          value={attack}
          onChange={setAttack}
          min={-8}
          max={8}
          step={0.5}
          show={(v) => spelled(v, 'up', 'down')}
        />
        <Knob
          label="Dynamic loft"
          value={loft}
          onChange={setLoft}
          min={5}
          max={50}
          step={0.5}
          show={(v) => `${v.toFixed(1)}°`}
        />
        <Knob
          label="Path"
          value={path}
          onChange={setPath}
          min={-10}
          max={10}
          step={0.5}
          show={(v) => spelled(v, 'out', 'in')}
        />
        <Knob
          label="Face"
          value={face}
          onChange={setFace}
          min={-10}
          max={10}
          step={0.5}
          show={(v) => spelled(v, 'out', 'in')}
        />
      </Card>
      <Card aria-label="Strike">
        <Soft>{faceWords('right')}</Soft>
        <FaceSpot head={head} {...spot} onMove={(toeMm, highMm) => setSpot({ toeMm, highMm })} />
        <p>
          <strong>{strikeInWords(spot.toeMm / 1000, spot.highMm / 1000)}</strong>: {units.speed(Math.abs(lost))}{' '}
          {lost >= 0 ? 'less' : 'more'} ball speed and {units.distance(Math.abs(yards), 1)}{' '}
          {yards >= 0 ? 'less' : 'more'} carry than from the centre.
        </p>
        <Facts
          items={[
            ['ball speed', units.speed(ball.ballSpeedMps)],
            ['smash factor', (ball.ballSpeedMps / speed).toFixed(2)],
            ['launch', spelled(radToDeg(ball.launchRad), 'up', 'down')],
            ['start', spelled(radToDeg(ball.launchDirectionOutRad), 'out', 'in')],
            ['spin, estimate', `${Math.round(radPerSToRpm(ball.spinRadPerS) / 10) * 10} rpm`],
            ['spin axis', spelled(radToDeg(ball.spinAxisOutRad), 'out', 'in')],
            ['carry', units.distance(flight.carryM)],
            ['side', `${units.distance(Math.abs(flight.sideM))} ${flight.sideM >= 0 ? 'out' : 'in'}`],
          ]}
        />
        <Soft>
          Rigid free head and ball, one impulse; bulge, roll and gear effect are in. Spin from impact is good to about ±
          15 % between players.
        </Soft>
      </Card>
    </Columns>
  );
}
