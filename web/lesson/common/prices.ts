import { useMemo } from 'react';
import type { LedgerAnswer, LessonAnswer } from '../../../api/types.ts';
import { useTask } from '../../workers/run.ts';

/** Body of the student as the swing model takes it. */
export function useModelPlayer(lesson: LessonAnswer) {
  const { student, ageYears } = lesson;
  return useMemo(
    () => ({
      ...(student.heightM ? { heightM: student.heightM } : {}),
      ...(student.massKg ? { massKg: student.massKg } : {}),
      ...(student.sex ? { sex: student.sex } : {}),
      ageYears,
    }),
    [student, ageYears],
  );
}

/**
 * The student's own model to play with: measured amounts of its faults, and the strength at which it swings at the measured
 * speed. `data` is null where the model does not fit. No price comes from it: prices are the ledger's.
 */
export function useModelStart(lesson: LessonAnswer, ledger: LedgerAnswer) {
  const player = useModelPlayer(lesson);
  const { ownSpeedMps, findings, diagnosis } = ledger;
  const input = useMemo(
    () => ({
      player,
      ownSpeedMps: ownSpeedMps ?? 0,
      findings,
      chances: diagnosis.faults.map((f) => [f.id, f.presentChance] as const),
    }),
    [player, ownSpeedMps, findings, diagnosis],
  );
  const known = ownSpeedMps !== null && findings.length > 0;
  const { data } = useTask('modelStart', input, known);
  return { start: known ? data : undefined, player };
}
