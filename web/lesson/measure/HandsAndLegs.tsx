import { useQuery } from '@tanstack/react-query';
import { useMemo, type ReactNode } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import type { BlockWire, GroundWire, MotionWire } from '../../../api/types.ts';
import {
  bodyAdds,
  chestClosedWhileHipsOpen,
  headSplit,
  headToHand,
  hipsAtPeakDeg,
  pushAfterRelease,
  slowingOf,
  TYPICAL_HEAD_TO_HAND,
  TYPICAL_PUSH_MS,
  TYPICAL_TRAVEL,
  typicalLengthM,
  type Read,
  type ReadSwing,
} from '../../../core/swing/hands-and-legs.ts';
import { percent } from '../../../core/numeric/percent.ts';
import { ask } from '../../base/api.ts';
import { useUnits } from '../../base/session.tsx';
import { Card, DataTable, SideScroll, Soft } from '../../kit/layout.tsx';
import { FaultLink } from '../../parts/FaultLink.tsx';
import { useTask } from '../../workers/run.ts';

const PARTS = { hips: 'hips', chest: 'chest', leadArm: 'lead arm', club: 'club' } as const;
/** Tests that switch a part of the body off. */
const SWITCHED_OFF = ['kneeling', 'feet-together', 'chest-still', 'trail-arm-only'];
const minus = (v: number, digits = 0): string => v.toFixed(digits).replace('-', '−');
const plusMinus = (r: Read, unit: string, digits = 0): string =>
  `${minus(r.value, digits)}${unit} ± ${r.sd.toFixed(digits)}${unit}`;

const Wrapped = styled(SideScroll)`
  td,
  tbody th {
    white-space: normal;
    vertical-align: top;
  }
  td:last-child {
    min-width: 240px;
  }
`;

interface Line {
  readonly name: string;
  readonly value: ReactNode;
  readonly says: ReactNode;
}

/** Hands and legs read from what this block has: the split of the head speed, hips and chest, slowing, push and release, what the body adds. */
export function HandsAndLegs({
  block,
  motion,
  grounds,
  lessonId,
}: {
  block: BlockWire;
  motion: MotionWire | undefined;
  grounds: readonly GroundWire[];
  lessonId: string;
}) {
  const units = useUnits();
  const battery = useQuery({
    queryKey: ['lesson', lessonId, 'battery'],
    queryFn: () => ask('GET /lessons/:id/battery', { id: lessonId }),
    enabled: motion !== undefined,
  }).data;
  const swing = useMemo((): ReadSwing | null => {
    if (!motion) return null;
    const { segments, release } = motion.sequence;
    return {
      clubDpsAtStrike: segments.club?.atStrikeDps ?? null,
      segments,
      curves: motion.curves,
      releaseStartBeforeStrikeMs: release?.startBeforeStrikeMs ?? null,
    };
  }, [motion]);
  const adds = bodyAdds(
    battery?.fullMps ?? null,
    (battery?.tests ?? []).flatMap((t) => (t.ratio && SWITCHED_OFF.includes(t.id) ? [t.ratio] : [])),
  );
  const full = battery?.fullMps ?? 0;
  const carries = useTask(
    'bestCarries',
    { clubSpeedsMps: [full, ...adds.map((a) => full - a.mps)] },
    adds.length > 0 && full > 0,
  ).data;
  if (!swing || !motion) return null;
  // Records of two swings say nothing together: push and release need what was joined at the strike.
  const joined = block.swings.find((s) => s.motionId === motion.id);
  const ground = grounds.find((g) => g.id === joined?.groundId)?.ground.peakLeadVerticalBw;
  const own = block.shots.find((s) => s.id === joined?.shotId)?.values.clubSpeedMps;
  const head = own ?? block.statistics.clubSpeedMps?.median ?? null;
  const lengthM = block.circumstances.clubLengthM ?? typicalLengthM(block.club);
  const split = headSplit(swing.clubDpsAtStrike, lengthM, head);
  const ratio = headToHand(swing, lengthM);
  const hips = hipsAtPeakDeg(swing);
  const closed = chestClosedWhileHipsOpen(swing);
  const push =
    joined && ground
      ? pushAfterRelease({
          releaseStartBeforeStrikeMs: swing.releaseStartBeforeStrikeMs,
          strikeSdMs: motion.sequence.strike.uncertaintyMs,
          pushBeforeStrikeS: ground.beforeStrikeS,
          motionShiftS: joined.motionShiftS,
          groundShiftS: joined.groundShiftS,
        })
      : null;
  const speedOf = (r: Read): string => `${units.speed(r.value)} ± ${units.speedFigure(r.sd)}`;
  const [low, high] = TYPICAL_TRAVEL;
  const [earliest, latest] = TYPICAL_PUSH_MS;
  const lines: Line[] = [
    {
      name: 'head speed from turning about the hands',
      value: split ? speedOf(split.turningMps) : 'cannot say',
      says: split ? '' : 'It takes the club’s curve and a head speed of the same block that goes with it.',
    },
    ...(split
      ? [
          {
            name: 'head speed from the hands’ own travel',
            value: `${speedOf(split.travelMps)}, ${percent(Math.max(0, split.travelShare.value))} of it`,
            says: `Typical: ${percent(low)} to ${percent(high)}, from the swing model.`,
          },
        ]
      : []),
    {
      name: 'head speed over hand speed, last 150 ms',
      value: ratio
        ? `${plusMinus(ratio.ofMaxima, '', 1)} of the greatest, ${plusMinus(ratio.mean, '', 1)} on average`
        : 'cannot say',
      says: ratio
        ? `Typical of the greatest: ${TYPICAL_HEAD_TO_HAND[0]} to ${TYPICAL_HEAD_TO_HAND[1]}.`
        : 'It takes the place of the hands in the file (hand_x_m, hand_y_m, hand_z_m).',
    },
    {
      name: 'hips to the target line at their peak',
      value: hips
        ? `${plusMinus({ ...hips, value: Math.abs(hips.value) }, '°')} ${hips.value >= 0 ? 'open' : 'closed'}`
        : 'cannot say',
      says: hips ? <FaultLink id="no-foot-torque" lessonId={lessonId} /> : 'It takes the hips’ angle.',
    },
    {
      name: 'chest closed while the hips are open',
      value: closed ? plusMinus(closed.leadMs, ' ms') : 'cannot say',
      says: closed ? (
        <>
          The chest is {minus(Math.abs(closed.chestDeg.value))}° {closed.chestDeg.value < 0 ? 'closed' : 'open'} (±{' '}
          {closed.chestDeg.sd.toFixed(0)}°) when the hips pass square.{' '}
          <FaultLink id="no-separation" lessonId={lessonId} />
        </>
      ) : (
        'It takes the angles of hips and chest.'
      ),
    },
    ...slowingOf(swing).map((s) => ({
      name: `${PARTS[s.part]} at strike`,
      value: `${percent(s.atStrike.value)} of its peak ± ${percent(s.atStrike.sd)}`,
      says:
        s.part === 'chest' ? (
          <>
            Ground-up reads slowing as speed handed on; no fault by itself.{' '}
            <FaultLink id="body-stall" lessonId={lessonId} />
          </>
        ) : (
          ''
        ),
    })),
    {
      name: 'greatest push of the lead leg against the start of the release',
      value: push
        ? `${plusMinus({ ...push, value: Math.abs(push.value) }, ' ms')} ${push.value < 0 ? 'before' : 'after'} it`
        : 'cannot say',
      says: push ? (
        push.value - push.sd > latest ? (
          <>
            Later than in sound swings ({minus(earliest)} to {latest} ms after it):{' '}
            <FaultLink id="legs-late" lessonId={lessonId} />
          </>
        ) : (
          `Typical: ${minus(earliest)} to ${latest} ms after it.`
        )
      ) : (
        <>
          It takes plates under both feet and the wrist angle, joined as one swing above. Without plates:{' '}
          <Link to={`/lessons/${lessonId}/watch`}>mark legs and release on a film</Link>.
        </>
      ),
    },
    ...adds.map((a, i) => {
      const yards = carries?.[0] !== undefined && carries[i + 1] !== undefined ? carries[0] - carries[i + 1]! : null;
      return {
        name: `what the body adds over “${a.name.toLowerCase()}”`,
        value: `${units.speed(a.mps)} (${units.speedFigure(a.interval90Mps[0])} to ${units.speed(a.interval90Mps[1])})`,
        says: yards === null ? '' : `About ${units.distance(yards)} of carry, struck alike.`,
      };
    }),
  ];
  return (
    <Card aria-label="Hands and legs">
      <h2>Hands and legs</h2>
      <Wrapped tabIndex={0} role="group" aria-label="Hands and legs, in figures">
        <DataTable $words>
          <tbody>
            {lines.map((l) => (
              <tr key={l.name}>
                <th scope="row">{l.name}</th>
                <td>{l.value}</td>
                <td>{l.says}</td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      </Wrapped>
      <Soft>
        ± is one standard deviation; intervals are 90 %. Head speed is{' '}
        {own === undefined ? 'the median of this block' : 'that of the joined shot'}; the curves are those of{' '}
        {motion.fileName}. Without tests of the body in this lesson nothing is said of what it adds.
      </Soft>
    </Card>
  );
}
