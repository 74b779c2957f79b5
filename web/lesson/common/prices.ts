import { useMemo } from 'react';
import type { LedgerAnswer, LessonAnswer } from '../../../api/types.ts';
import { takeFitted } from '../../../core/swing/price-list.ts';
import { useTask } from '../../workers/run.ts';

/** Speed in which prices are given: the newest block of full driver swings with a ball, else what the student had before. */
function ownSpeedMps(lesson: LessonAnswer): number | undefined {
  const full = lesson.blocks.filter((b) => b.withBall && b.condition === 'normal' && /driver/i.test(b.club));
  const medians = full.flatMap((b) => b.statistics.clubSpeedMps?.median ?? []);
  return medians.at(-1) ?? lesson.stick.latestMps ?? undefined;
}

/** Body of the student as the swing model takes it. */
export function usePlayer(lesson: LessonAnswer) {
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

/** What the faults of a lesson cost in club head speed, by the swing model; `data` is null where the model does not fit. */
export function useLedgerPrices(lesson: LessonAnswer, ledger: LedgerAnswer | undefined) {
  const player = usePlayer(lesson);
  const speed = ownSpeedMps(lesson);
  const input = useMemo(
    () => ({
      player,
      ownSpeedMps: speed ?? 0,
      findings: ledger?.findings ?? [],
      chances: (ledger?.diagnosis.faults ?? []).map((f) => [f.id, f.presentChance] as const),
    }),
    [player, speed, ledger],
  );
  const known = speed !== undefined && input.findings.length > 0;
  const { data } = useTask('ledgerPrices', input, known);
  const fit = lesson.blocks.flatMap((b) => b.motions.flatMap((m) => m.fit ?? [])).at(-1);
  const prices = useMemo(
    () => (data && fit && speed !== undefined ? { ...data, ...takeFitted(data, fit, speed) } : data),
    [data, fit, speed],
  );
  return { prices: known ? prices : undefined, player, ownSpeedMps: speed };
}
