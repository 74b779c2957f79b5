import { dayWords } from './day-words.ts';
import { flagName, PAIN_KINDS, type BodyPart, type ClearanceFlag, type PainKind } from '../catalogue/cautions.ts';

/** Pain that was noted and that the instructor has not reopened with a word. */
export interface OpenPain {
  readonly id: string;
  /** Day it was noted, YYYY-MM-DD. */
  readonly notedOn: string;
  /** Null where the student did not say. */
  readonly part: BodyPart | null;
  readonly kind: PainKind | null;
  /** Drill in which it was felt. */
  readonly drillId: string | null;
}

/** What of a student's body closes work. */
export interface Body {
  readonly flags: readonly ClearanceFlag[];
  /** Day of the clearance on file, YYYY-MM-DD. */
  readonly clearedOn: string | null;
  /** Parts that hurt or were injured, as they stand on file. */
  readonly painfulParts: readonly BodyPart[];
  readonly pains: readonly OpenPain[];
}

export const isRedFlag = (pain: Pick<OpenPain, 'kind'>): boolean =>
  PAIN_KINDS.find((k) => k.id === pain.kind)?.redFlag ?? false;

/** Red flags that no clearance of the same or a later day covers. */
const uncleared = (body: Body): OpenPain[] =>
  body.pains.filter((p) => isRedFlag(p) && (body.clearedOn === null || body.clearedOn < p.notedOn));

/** Whether all work waits for a clearance. */
export const planIsClosed = (body: Body): boolean =>
  (body.flags.length > 0 && body.clearedOn === null) || uncleared(body).length > 0;

export const painWords = (pain: OpenPain): string => {
  const kind = PAIN_KINDS.find((k) => k.id === pain.kind)?.name;
  const where = pain.part ?? 'a part that was not named';
  return `${where}${kind ? `, ${kind}` : ''}, noted on ${dayWords(pain.notedOn)}`;
};

/** Why all work is closed; empty where it is not. */
export function planClosedBecause(body: Body): string[] {
  const reasons: string[] = [];
  if (body.flags.length > 0 && body.clearedOn === null)
    reasons.push(
      `Waits for a recorded clearance (${body.flags.map(flagName).join(', ')}): a doctor or physiotherapist clears it first.`,
    );
  for (const pain of uncleared(body))
    reasons.push(
      `Pain that needs a clearance first (${painWords(pain)}): everything is closed until a doctor’s or physiotherapist’s clearance is on file.`,
    );
  return reasons;
}

/** Work that is asked of a body: a drill, an isolation test, a block. */
export interface BodyWork {
  readonly loads: readonly BodyPart[];
  /** At full effort. */
  readonly maximal: boolean;
  readonly drillId?: string;
}

/** Why a body closes a piece of work; empty where it does not. Pain closes what loads its part, and all that is maximal. */
export function bodyClosedBecause(work: BodyWork, body: Body): string[] {
  const reasons = planClosedBecause(body);
  const sore = work.loads.filter((p) => body.painfulParts.includes(p));
  if (sore.length > 0) reasons.push(`Loads the ${sore.join(' and ')}, which hurts at present.`);
  for (const pain of body.pains) {
    const here = pain.part === null ? true : work.loads.includes(pain.part);
    const same = work.drillId !== undefined && work.drillId === pain.drillId;
    if (here || same || work.maximal) {
      const why = same
        ? 'Pain was felt in it'
        : here
          ? 'Loads a part that hurts'
          : 'Maximal work is closed while pain is open';
      reasons.push(`${why} (${painWords(pain)}); it is reopened on the student’s page.`);
    }
  }
  return reasons;
}
