import { drillById } from '../catalogue/drills.ts';
import { passShareAt, rungFor, startRungOf } from '../catalogue/drill-rungs.ts';
import { rungWords } from '../catalogue/rungs.ts';
import { dayWords } from './day-words.ts';
import { hasFailed, type Trial } from './trials.ts';
import { isJudged, metMark, type DrillSession } from './ladder.ts';
import { choiceOf, drillsFor, type DrillChoice, type PlanStudent } from './open-drills.ts';
import type { Level } from '../catalogue/stages.ts';

const DAY_MS = 86_400_000;
const DAYS = 7;

/** A practised set, over all plans. */
export interface ThreadSet {
  readonly drillId: string;
  readonly target: string;
  /** Key of the rung it was done at. */
  readonly rung: string;
  readonly doneAt: Date;
  /** Day by the calendar of where it was done, YYYY-MM-DD. */
  readonly day: string;
  readonly passed: number;
  readonly reset: number;
  readonly witnessed: boolean;
  readonly pain: boolean;
}

/** Sets summed by day, oldest first; a day's mark is that of its rungs, by their judged reps. @param sets in the order of time */
export function sessionsByDay(sets: readonly ThreadSet[]): DrillSession[] {
  const byDay = new Map<string, DrillSession>();
  for (const s of sets) {
    const day = byDay.get(s.day);
    const here = passShareAt(s.drillId, s.rung);
    const [before, reps] = [day ? day.passed + day.reset : 0, s.passed + s.reset];
    byDay.set(s.day, {
      date: s.day,
      passed: (day?.passed ?? 0) + s.passed,
      reset: (day?.reset ?? 0) + s.reset,
      mark: day && before + reps > 0 ? (day.mark * before + here * reps) / (before + reps) : here,
      witnessed: (day?.witnessed ?? false) || s.witnessed,
      pain: (day?.pain ?? false) || s.pain,
    });
  }
  return [...byDay.values()];
}

/** Sets of a drill on a rung since it was last come to: what was done there before another rung is history. */
export function setsOnRung(sets: readonly ThreadSet[], rung: string): ThreadSet[] {
  const other = sets.findLastIndex((s) => s.rung !== rung);
  return sets.slice(other + 1);
}

/** Every drill that was practised for a target, with all its sessions. */
export const trialsFor = (target: string, sets: readonly ThreadSet[]): Trial[] =>
  [...new Set(sets.filter((s) => s.target === target).map((s) => s.drillId))].map((drillId) => ({
    drillId,
    drillName: drillById(drillId)?.name ?? drillId,
    sessions: sessionsByDay(sets.filter((s) => s.target === target && s.drillId === drillId)),
  }));

/** What a drill did for this student before, as a sentence; empty where it was never practised. */
export function recordOf(drillId: string, sets: readonly ThreadSet[]): string {
  const sessions = sessionsByDay(sets.filter((s) => s.drillId === drillId));
  if (sessions.length === 0) return '';
  const met = sessions.filter(metMark).length;
  const judged = sessions.filter(isJudged).length;
  const since = dayWords(sessions[0]!.date);
  const count = `${sessions.length} session${sessions.length === 1 ? '' : 's'}`;
  return judged === 0
    ? `Practised before: ${count} since ${since}, judged by nobody.`
    : `Practised before: ${count} since ${since}, the mark met in ${met}.`;
}

/** Planned days of a week that repeats until another plan takes over, from a first day up to, and without, a last. */
export function askedDays(week: readonly number[], startsOn: string, until: string): number {
  const days = Math.round((Date.parse(until) - Date.parse(startsOn)) / DAY_MS);
  let asked = 0;
  for (let d = 0; d < days; d++) if (week.includes(d % DAYS)) asked++;
  return asked;
}

/** A drill of the plan in force, as decisions have left it. */
export interface RunningDrill {
  readonly drillId: string;
  /** Key of its rung. */
  readonly rung: string;
  readonly cue: string;
  readonly sets: number;
  readonly reps: number;
  readonly sessionsPerWeek: number;
  /** Why it stands in a plan whose target it does not treat; empty where it treats it. */
  readonly because: string;
  readonly state: 'running' | 'stopped' | 'changed';
}

export interface DraftDrill extends Omit<RunningDrill, 'state'> {
  /** Why it stands in the next plan. */
  readonly why: string;
  /** It runs on from the plan before; else it is new in this one. */
  readonly continues: boolean;
}

export interface NextPlan {
  readonly drills: readonly DraftDrill[];
  /** Drills of the plan before that the next one leaves out, and why. */
  readonly dropped: readonly { readonly drillId: string; readonly because: string }[];
}

/** Open drill for a fault that was not tried for it yet: the first of the order that Prescribe shows. */
export const untriedDrill = (
  fault: string,
  student: PlanStudent,
  tried: ReadonlySet<string>,
): DrillChoice | undefined => drillsFor(fault, student).find((c) => c.open && !tried.has(c.drill.id));

function inPlaceOf(target: string, student: PlanStudent, old: RunningDrill, tried: ReadonlySet<string>) {
  const choice = untriedDrill(target, student, tried);
  if (!choice) return undefined;
  const { drill } = choice;
  const name = drillById(old.drillId)?.name ?? old.drillId;
  const school = drill.lenses.includes(student.lens) ? ', and it is of the student’s school' : '';
  return {
    drillId: drill.id,
    rung: startRungOf(drill),
    cue: drill.outsideCue,
    sets: drill.dose.sets,
    reps: drill.dose.reps,
    sessionsPerWeek: drill.dose.sessionsPerWeek,
    because: '',
    why: `In place of “${name}”: not tried for this target yet, open for this body, kit and place${school}.`,
    continues: false,
  };
}

/**
 * What the next plan begins with: the drills that run, at the rung, cue and dose that were decided; for a changed one the next
 * that was not tried; a stopped one, or one that is closed by now, is left out and said.
 * @param tried drills that were given for this target so far
 */
export function nextPlan(
  target: string,
  student: PlanStudent,
  running: readonly RunningDrill[],
  tried: ReadonlySet<string>,
): NextPlan {
  const choices = new Map(drillsFor(target, student).map((c) => [c.drill.id, c]));
  const used = new Set([...tried, ...running.map((d) => d.drillId)]);
  const drills: DraftDrill[] = [];
  const dropped: { drillId: string; because: string }[] = [];
  for (const { state, drillId, rung, cue, sets, reps, sessionsPerWeek, because } of running) {
    // Nothing else of the drill that runs goes along, its id least of all.
    const d = { drillId, rung, cue, sets, reps, sessionsPerWeek, because };
    const known = drillById(d.drillId);
    // A drill given for a target that it does not treat, or one that is off the shelf by now, is looked at all the same.
    const choice = choices.get(d.drillId) ?? (known && choiceOf(known, student));
    if (state === 'stopped') dropped.push({ drillId: d.drillId, because: 'You stopped it.' });
    else if (state === 'changed') {
      const next = inPlaceOf(target, student, { ...d, state }, used);
      dropped.push({
        drillId: d.drillId,
        because: next ? 'You changed it for another.' : 'You changed it; no other open drill is left for this target.',
      });
      if (next) {
        drills.push(next);
        used.add(next.drillId);
      }
    } else if (choice && !choice.open) dropped.push({ drillId: d.drillId, because: choice.closedBecause.join(' ') });
    else {
      const drill = choice?.drill;
      const here = drill ? rungFor(drill, d.rung) : d.rung;
      drills.push({ ...d, rung: here, why: `Goes on at the rung “${rungWords(here)}”.`, continues: true });
    }
  }
  return { drills, dropped };
}

/** Drills that were given their full length for a target and did not move it. */
export const failedDrills = (target: string, sets: readonly ThreadSet[], level: Level): Trial[] =>
  trialsFor(target, sets).filter((t) => hasFailed(t, level));
