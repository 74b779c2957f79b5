import type { MotionWire } from '../../../api/types.ts';
import { linear, through, YTicks } from '../../kit/chart.tsx';

const WIDTH = 480;
const HEIGHT = 190;
const LEFT = 46;
const TOP = 12;
const BOTTOM = 26;
const STRIKE_X = LEFT + ((WIDTH - LEFT) * 2) / 3;
const LOW_DEG = 40;
const HIGH_DEG = 190;

/** What the wrist angle does, in words. */
function summaryOf({ sequence: { release } }: MotionWire): string {
  if (!release) return 'The file has no wrist angle.';
  const level = release.wristAngleAtLeadArmLevelDeg;
  const top = release.wristAngleAtTopDeg === undefined ? '' : `${release.wristAngleAtTopDeg.toFixed(0)}° at the top, `;
  const kept = level === undefined ? '' : `${level.toFixed(0)}° kept at lead arm level, `;
  return `Wrist angle: ${top}${kept}release from ${release.startBeforeStrikeMs.toFixed(0)} ms before strike, ${release.wristAngleAtStrikeDeg.toFixed(0)}° at strike.`;
}

/** Angle between lead forearm and shaft from the top to the strike, with the stretch in which it is held. */
export function WristCurve({ motion, cursorS }: { motion: MotionWire; cursorS?: number }) {
  const { sequence, curves } = motion;
  const { release } = sequence;
  if (!curves.wristDeg || !release) return null;
  const longest = Math.max((sequence.topBeforeStrikeMs ?? 0) / 1000, 0.15);
  const x = linear([-longest, 0], [LEFT, STRIKE_X], true);
  const y = linear([LOW_DEG, HIGH_DEG], [HEIGHT - BOTTOM, TOP], true);
  const wristDeg = curves.wristDeg;
  const line = through(
    curves.timeS.flatMap((t, i) => (t >= -longest ? [{ t, deg: wristDeg[i] ?? 180 }] : [])),
    (p) => x(p.t),
    (p) => y(p.deg),
  );
  const held = x(-release.startBeforeStrikeMs / 1000);
  const marks: [string, number | undefined][] = [
    ['arm level', sequence.leadArmLevelBeforeStrikeMs],
    ['delivery', sequence.deliveryBeforeStrikeMs],
    ['strike', 0],
  ];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      style={{ width: '100%', height: 'auto' }}
      role="img"
      aria-label={summaryOf(motion)}
    >
      <rect x={LEFT} y={TOP} width={Math.max(0, held - LEFT)} height={HEIGHT - TOP - BOTTOM} fill="var(--straw-wash)" />
      <text x={LEFT + 6} y={TOP + 14} fontSize={12} fill="var(--soft-ink)">
        held
      </text>
      <YTicks
        scale={y}
        at={[60, 90, 120, 150, 180]}
        x={LEFT - 6}
        size={11}
        format={(v) => `${v}°`}
        grid={[LEFT, STRIKE_X]}
      />
      {marks.map(([name, ms]) =>
        ms === undefined ? null : (
          <g key={name}>
            <line
              x1={x(-ms / 1000)}
              x2={x(-ms / 1000)}
              y1={TOP}
              y2={HEIGHT - BOTTOM}
              stroke="var(--soft-ink)"
              strokeDasharray={ms === 0 ? undefined : '3 3'}
            />
            <text x={x(-ms / 1000)} y={HEIGHT - 8} fontSize={12} textAnchor="middle" fill="var(--soft-ink)">
              {name}
            </text>
          </g>
        ),
      )}
      <polyline points={line} fill="none" stroke="var(--leaf)" strokeWidth={2.6} />
      <text x={STRIKE_X + 10} y={y(release.wristAngleAtStrikeDeg) + 4} fontSize={13} fill="var(--leaf)">
        wrist angle {release.wristAngleAtStrikeDeg.toFixed(0)}°
      </text>
      {cursorS !== undefined && cursorS <= longest ? (
        <line x1={x(-cursorS)} x2={x(-cursorS)} y1={TOP} y2={HEIGHT - BOTTOM} stroke="var(--maple)" strokeWidth={2} />
      ) : null}
    </svg>
  );
}
