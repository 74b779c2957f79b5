import type { CalledAnswerWire, CalledHistoryWire, CalledRunWire } from '../../api/called-types.ts';
import { calledAndDone, type CalledSwing } from '../../core/called/called.ts';
import { pairCalls, swingsOf, swishLead, type Call, type PairedShot, type SwishLead } from '../../core/called/run.ts';
import type { Db } from '../db/connection.ts';
import { calledRunsOf, callsOfRuns, homeCalls, type CalledRunRow } from '../rows/called.ts';
import { shotsOfBlocks, valuesOf, type ShotRow } from '../rows/shots.ts';
import { loadLesson } from './lesson-data.ts';

const MOST_HISTORY = 12;

const pairedShot = (s: ShotRow): PairedShot => ({
  blockId: s.block_id,
  fromFile: s.source === 'file',
  setAside: s.set_aside_reason !== null,
  values: valuesOf(s),
});

function runToWire(run: CalledRunRow, calls: readonly Call[], shots: readonly PairedShot[]): CalledRunWire {
  const paired = pairCalls(run.said, calls, shots);
  return {
    id: run.id,
    said: run.said,
    startedAt: run.started_at.toISOString(),
    endedAt: run.ended_at?.toISOString() ?? null,
    calls: paired.map(({ blockId: _b, shotsBefore: _s, ...c }) => c),
    answer: calledAndDone(swingsOf(paired), run.said.wanted),
  };
}

/** A line of the history; none where no line can be drawn. */
function historyOf(
  of: Pick<CalledHistoryWire, 'at' | 'lessonId' | 'thing' | 'name'>,
  swings: readonly CalledSwing[],
): CalledHistoryWire[] {
  const { line } = calledAndDone(swings, null);
  if (!line) return [];
  const { slope, slopeInterval90, score } = line;
  return [{ ...of, swings: line.swings, slope, slopeInterval90, score }];
}

/** Everything that a student called up to a moment: runs in lessons, and calls of the swish at home. */
async function calledUntil(db: Db, practiceId: string, studentId: string, until: Date) {
  const [rows, home] = await Promise.all([
    calledRunsOf(db, practiceId, studentId, until),
    homeCalls(db, practiceId, studentId, until),
  ]);
  const calls = await callsOfRuns(
    db,
    practiceId,
    rows.map((r) => r.id),
  );
  const blocks = [...calls.values()].flat().flatMap((c) => c.blockId ?? []);
  const shots = (await shotsOfBlocks(db, practiceId, [...new Set(blocks)])).map(pairedShot);
  return {
    runs: rows.map((r) => ({ row: r, wire: runToWire(r, calls.get(r.id) ?? [], shots) })),
    home: home.map((h) => ({
      at: h.done_at,
      swings: h.calls.map((c): CalledSwing => ({ called: c.calledCm, done: c.heardCm, withBall: false })),
    })),
  };
}
type Called = Awaited<ReturnType<typeof calledUntil>>;

/** The player's own lead of the swish, the newest swings counting. */
function leadOf({ runs, home }: Called): SwishLead | null {
  const sets = [
    ...runs
      .filter((r) => r.wire.said.thing === 'swish')
      .map((r) => ({ at: r.row.starts_at, swings: swingsOf(r.wire.calls) })),
    ...home,
  ].sort((a, b) => a.at.getTime() - b.at.getTime());
  return swishLead(sets.flatMap((s) => s.swings).reverse());
}
export const swishLeadOf = async (
  db: Db,
  practiceId: string,
  studentId: string,
  until: Date,
): Promise<SwishLead | null> => leadOf(await calledUntil(db, practiceId, studentId, until));

/** Runs of a lesson, what the student called before, and the lead of the swish. */
export async function calledAnswer(db: Db, practiceId: string, lessonId: string): Promise<CalledAnswerWire> {
  const { lesson, student } = await loadLesson(db, practiceId, lessonId);
  const called = await calledUntil(db, practiceId, student.id, lesson.starts_at);
  const mine = called.runs.filter((r) => r.row.lesson_id === lesson.id);
  const history = [
    ...called.runs
      .filter((r) => r.row.lesson_id !== lesson.id)
      .flatMap(({ row, wire }) =>
        historyOf(
          { at: row.starts_at.toISOString(), lessonId: row.lesson_id, thing: row.said.thing, name: row.said.name },
          swingsOf(wire.calls),
        ),
      ),
    ...called.home.flatMap((h) =>
      historyOf({ at: h.at.toISOString(), lessonId: null, thing: 'swish', name: '' }, h.swings),
    ),
  ].sort((a, b) => b.at.localeCompare(a.at));
  return { runs: mine.map((r) => r.wire), history: history.slice(0, MOST_HISTORY), lead: leadOf(called) };
}
