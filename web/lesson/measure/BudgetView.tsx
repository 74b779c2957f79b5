import { useMemo } from 'react';
import type { BlockWire, LessonAnswer } from '../../../api/types.ts';
import { speedNormMph } from '../../../core/catalogue/norms.ts';
import { mphToMps } from '../../../core/units/units.ts';
import { countedValues } from '../../base/shot-values.ts';
import { useUnits } from '../../base/session.tsx';
import { BudgetPanel } from '../../parts/BudgetPanel.tsx';
import { Notice, Soft } from '../../kit/layout.tsx';

/** Distance budget of the block in hand, with the norm for this player beside it. */
export default function BudgetView({ block, lesson }: { block: BlockWire; lesson: LessonAnswer }) {
  const units = useUnits();
  const shots = useMemo(() => countedValues(block.shots), [block.shots]);
  const { student } = lesson;
  const norm = speedNormMph(block.club, {
    sex: student.sex ?? undefined,
    ageYears: lesson.ageYears,
    level: student.level,
  });
  const median = block.statistics.clubSpeedMps?.median;
  if (!block.withBall)
    return <Notice tone="info">Block {block.position} has no ball: choose one with shots for the budget.</Notice>;
  return (
    <>
      <BudgetPanel
        shots={shots}
        club={block.club}
        level={lesson.student.level}
        speedClosed={lesson.closures.planClosedBecause.length > 0 || lesson.closures.pains.length > 0}
      />
      {norm ? (
        <Soft>
          {median ? `Median ${units.speed(median)}; typical` : 'Typical'} for {norm.who} with the {block.club}:{' '}
          {units.speed(mphToMps(norm.low), 0)} to {units.speed(mphToMps(norm.high), 0)} ({norm.source}).
        </Soft>
      ) : null}
    </>
  );
}
