import type { AttemptWire, ProtocolRunWire, ProtocolsAnswer, RunTableWire } from '../../api/protocol-types.ts';
import { median } from '../../core/numeric/statistics.ts';
import { againstFirst, type RunSwing } from '../../core/plan/against-first.ts';
import {
  nextStep,
  protocolClosedBecause,
  withDriver,
  type Protocol,
  type StepFigures,
} from '../../core/plan/protocol.ts';
import { PROTOCOLS } from '../../core/plan/protocols.ts';
import type { Db } from '../db/connection.ts';
import { notFound } from '../http/problem.ts';
import {
  attemptsOf,
  ownProtocols,
  phoneProtocol,
  runsOfLesson,
  type AttemptRow,
  type RunRow,
} from '../rows/protocols.ts';
import { shotsOfLesson, valuesOf, type ShotRow } from '../rows/shots.ts';
import { loadLesson } from './lesson-data.ts';
import { planStudent } from './plan-student.ts';

const offsetOf = (s: ShotRow): number | null => {
  const { impactToeM, impactHighM } = valuesOf(s);
  return impactToeM === undefined || impactHighM === undefined ? null : Math.hypot(impactToeM, impactHighM);
};
const middle = (list: readonly number[]): number | null => (list.length > 0 ? median(list) : null);
const known = (list: readonly (number | null | undefined)[]): number[] =>
  list.filter((v): v is number => typeof v === 'number');

/** What was measured in a block, set-aside swings left out. */
export function figuresOf(shots: readonly ShotRow[], blockId: string | null): StepFigures {
  const own = shots.filter((s) => s.block_id === blockId && s.set_aside_reason === null);
  return {
    swings: own.length,
    medianSpeedMps: middle(known(own.map((s) => valuesOf(s).clubSpeedMps))),
    medianOffsetM: middle(known(own.map(offsetOf))),
  };
}

/** Each step against the first, over all its goes. */
function tableOf(attempts: readonly AttemptRow[], shots: readonly ShotRow[]): RunTableWire {
  const stepOf = new Map(attempts.map((a) => [a.block_id, a.step]));
  const inRun = shots.filter((s) => stepOf.has(s.block_id) && s.set_aside_reason === null);
  const rows = (value: (s: ShotRow) => number | null | undefined) =>
    againstFirst(
      inRun.flatMap((s, index): RunSwing[] => {
        const v = value(s);
        return typeof v === 'number' ? [{ step: stepOf.get(s.block_id) ?? 0, index, value: v }] : [];
      }),
    );
  return {
    clubSpeedMps: rows((s) => valuesOf(s).clubSpeedMps),
    ballSpeedMps: rows((s) => valuesOf(s).ballSpeedMps),
    offsetM: rows(offsetOf),
  };
}

function runToWire(run: RunRow, attempts: readonly AttemptRow[], shots: readonly ShotRow[]): ProtocolRunWire {
  const wire = attempts.map((a): AttemptWire => {
    const { swings, medianSpeedMps } = figuresOf(shots, a.block_id);
    return {
      id: a.id,
      step: a.step,
      blockId: a.block_id,
      gate: a.gate,
      gatedAt: a.gated_at?.toISOString() ?? null,
      because: a.because,
      swings,
      medianSpeedMps,
    };
  });
  return {
    id: run.id,
    said: run.said,
    startedAt: run.started_at.toISOString(),
    endedAt: run.ended_at?.toISOString() ?? null,
    attempts: wire,
    next: run.ended_at ? null : nextStep(run.said, attempts),
    table: tableOf(attempts, shots),
  };
}

/** A protocol by the id of a shipped or an own one. */
export async function protocolById(db: Db, practiceId: string, id: string, driver: boolean): Promise<Protocol> {
  const shipped = PROTOCOLS.find((p) => p.id === id);
  const said = shipped ?? (await ownProtocols(db, practiceId)).find((p) => p.id === id)?.said;
  if (!said) throw notFound('The protocol');
  const { name, what, steps } = said;
  return driver ? withDriver({ name, what, steps }) : { name, what, steps };
}

/** What can be run in a lesson, what was run, and what the phone shows. */
export async function protocolsAnswer(db: Db, practiceId: string, lessonId: string): Promise<ProtocolsAnswer> {
  const { student } = await loadLesson(db, practiceId, lessonId);
  const who = await planStudent(db, practiceId, student, new Date());
  const [own, runs, shots, phone] = await Promise.all([
    ownProtocols(db, practiceId),
    runsOfLesson(db, practiceId, lessonId),
    shotsOfLesson(db, practiceId, lessonId),
    phoneProtocol(db, practiceId, student.id),
  ]);
  const attempts = await attemptsOf(
    db,
    practiceId,
    runs.map((r) => r.id),
  );
  const choices = [
    ...own.map((p) => ({ id: p.id, own: true, madeBy: p.madeBy, said: p.said })),
    ...PROTOCOLS.map(({ id, ...said }) => ({ id, own: false, madeBy: '', said })),
  ];
  return {
    choices: choices.map((c) => ({ ...c, closedBecause: protocolClosedBecause(c.said, who, 'lesson') })),
    runs: runs.map((r) =>
      runToWire(
        r,
        attempts.filter((a) => a.run_id === r.id),
        shots,
      ),
    ),
    onPhone: phone ? { name: phone.said.name, sentAt: phone.sentAt.toISOString() } : null,
  };
}
