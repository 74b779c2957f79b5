import type { Setup } from '../../../core/catalogue/norms.ts';

const WIDTH = 300;
const HEIGHT = 260;
const GROUND = 232;
const MM = 0.12;

/** A drawn golfer at set-up, face-on: stance, ball place, side tilt and hand height as recorded; last time in grey behind it. */
export function SetupFigure({
  now,
  before,
  heightM,
  handedness,
}: {
  now: Setup;
  before?: Setup;
  heightM: number;
  handedness: 'right' | 'left';
}) {
  // Face-on the target lies to the right of the picture for a right-hander.
  const side = handedness === 'right' ? 1 : -1;
  const draw = (s: Setup, look: { stroke: string; width: number; dash?: string }) => {
    const half = ((s.stanceWidthMm ?? 450) / 2) * MM;
    const tilt = ((s.sideTiltDeg ?? 5) * Math.PI) / 180;
    const hip = GROUND - 0.47 * heightM * 1000 * MM;
    const trunk = 0.36 * heightM * 1000 * MM;
    const [shoulderX, shoulderY] = [-Math.sin(tilt) * trunk, hip - Math.cos(tilt) * trunk];
    const handY = GROUND - (s.handHeightMm ?? 0.43 * heightM * 1000) * MM;
    const ballX = half - (s.ballInsideHeelMm ?? 30) * MM;
    const headY = shoulderY - 17;
    return (
      <g stroke={look.stroke} strokeWidth={look.width} strokeDasharray={look.dash} fill="none" strokeLinecap="round">
        <line x1={0} y1={hip} x2={-half} y2={GROUND} />
        <line x1={0} y1={hip} x2={half} y2={GROUND} />
        <line x1={-half - 8} x2={-half + 8} y1={GROUND} y2={GROUND} />
        <line x1={half - 4} x2={half + 12} y1={GROUND} y2={GROUND} />
        <line x1={0} y1={hip} x2={shoulderX} y2={shoulderY} />
        <line
          x1={shoulderX - 18}
          y1={shoulderY + 3}
          x2={shoulderX + 18}
          y2={shoulderY + 3 - 36 * Math.sin(tilt) * 0.6}
        />
        <circle cx={shoulderX - Math.sin(tilt) * 17} cy={headY} r={12} />
        <polyline
          points={`${shoulderX + 18},${shoulderY + 3} ${s.elbow === 'soft' ? `${(shoulderX + 18 + ballX) / 2 + 5},${(shoulderY + handY) / 2}` : ''} ${ballX - 6},${handY}`}
        />
        <line x1={shoulderX - 18} y1={shoulderY + 3} x2={ballX - 6} y2={handY} />
        <line x1={ballX - 6} y1={handY} x2={ballX - 3} y2={GROUND - 3} />
        <circle cx={ballX} cy={GROUND - 4} r={4} fill={look.stroke} />
      </g>
    );
  };
  const said = [
    now.stanceWidthMm !== undefined && `stance ${now.stanceWidthMm} mm`,
    now.ballInsideHeelMm !== undefined && `ball ${now.ballInsideHeelMm} mm inside the lead heel`,
    now.sideTiltDeg !== undefined && `side tilt ${now.sideTiltDeg}°`,
    now.handHeightMm !== undefined && `hands ${now.handHeightMm} mm high`,
  ].filter(Boolean);
  return (
    <svg
      viewBox={`${-WIDTH / 2} 0 ${WIDTH} ${HEIGHT}`}
      style={{ width: '100%', maxWidth: 320, height: 'auto' }}
      role="img"
      aria-label={`Set-up from face-on: ${said.length > 0 ? said.join(', ') : 'nothing recorded yet'}.`}
    >
      <line x1={-WIDTH / 2 + 6} x2={WIDTH / 2 - 6} y1={GROUND} y2={GROUND} stroke="var(--line)" strokeWidth={2} />
      <g transform={`scale(${side} 1)`}>
        {before ? draw(before, { stroke: 'var(--soft-ink)', width: 1.5, dash: '4 3' }) : null}
        {draw(now, { stroke: 'var(--maple-deep)', width: 3 })}
      </g>
      <text
        x={(WIDTH / 2 - 8) * side}
        y={GROUND + 20}
        fontSize={12}
        textAnchor={side > 0 ? 'end' : 'start'}
        fill="var(--soft-ink)"
      >
        target
      </text>
    </svg>
  );
}
