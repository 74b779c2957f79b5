import { FAULT_EDGES } from '../catalogue/fault-edges.ts';
import { faultById } from '../catalogue/faults.ts';
import { percent } from '../numeric/percent.ts';
import type { DiagnosedFault, DiagnosisVerdict } from './diagnose.ts';
import type { Finding } from './findings.ts';
import type { EvidenceKind } from '../beliefs/half-lives.ts';
import type { AnswerEffect, NextMeasurement } from './next-measurement.ts';

/** A fault counts as more likely than not from here. */
const MORE_LIKELY = 0.5;
const MANY_LISTED = 4;

const called = (id: string): string => `“${faultById(id)?.name ?? id}”`;
const listed = (words: readonly string[], last = 'and'): string =>
  words.length > 1 ? `${words.slice(0, -1).join(', ')} ${last} ${words[words.length - 1]}` : (words[0] ?? '');

/** What a measurement is called where it is asked for. */
export const MEASUREMENT_WORDS: Readonly<Record<EvidenceKind, string>> = {
  screen: 'the body screen',
  setup: 'the set-up, measured',
  picture: 'measures from a video',
  ground: 'the ground, from plates or a mat',
  swish: 'a heard set of swings',
  shots: 'a block of shots',
  tests: 'the isolation tests',
  motion: 'a motion file of one swing',
  seen: 'signs looked at on film',
};

/** Likely consequences of the named causes, along links between likely faults. */
function consequences(causes: readonly string[], byId: ReadonlyMap<string, DiagnosedFault>): string[] {
  const reached = new Set(causes);
  for (let grown = true; grown;) {
    grown = false;
    for (const e of FAULT_EDGES) {
      if (!reached.has(e.from) || reached.has(e.to) || (byId.get(e.to)?.presentChance ?? 0) < MORE_LIKELY) continue;
      reached.add(e.to);
      grown = true;
    }
  }
  return [...reached].filter((id) => !causes.includes(id));
}

/** Movement limits that are more likely than not and lead to a named cause: they change the aim. */
function grounds(causes: readonly string[], byId: ReadonlyMap<string, DiagnosedFault>): string[] {
  return [...byId.values()]
    .filter((f) => faultById(f.id)?.stage === 'body' && f.presentChance >= MORE_LIKELY)
    .filter((f) => FAULT_EDGES.some((e) => e.from === f.id && causes.includes(e.to)))
    .map((f) => `${called(f.id)} (there ${percent(f.presentChance)})`);
}

const both = (f: DiagnosedFault | undefined): string =>
  f ? `cause ${percent(f.causeChance)}, there ${percent(f.presentChance)}` : '';

const effectWords = (a: AnswerEffect): string =>
  `${a.there ? 'there' : 'not there'}: ${called(a.leading)} leads as cause at ${percent(a.causeChance)}`;

/** What to measure next, the minutes it takes, and what either answer would do. */
export function nextSentence(next: readonly NextMeasurement[]): string {
  const best = next[0];
  if (!best) return '';
  const [yes, no] = best.answers;
  const answers = yes && no ? ` It tells most of ${called(yes.fault)}: ${effectWords(yes)}; ${effectWords(no)}.` : '';
  return `What would tell most for its time: ${MEASUREMENT_WORDS[best.measurement]}, about ${best.minutes} minutes.${answers}`;
}

/** The verdict in words; every figure in it is one of those handed in. */
export function verdictSentence(
  verdict: Omit<DiagnosisVerdict, 'sentence'>,
  byId: ReadonlyMap<string, DiagnosedFault>,
  facts: {
    readonly next: readonly NextMeasurement[];
    readonly missing: readonly string[];
    readonly contradictions: readonly Finding[];
    readonly findings: number;
  },
): string {
  const off = facts.contradictions.map(
    (f) => ` ${called(f.fault)} is off the list: ${f.text} contradicts what it is by name.`,
  );
  const tail = off.join('');
  const names = verdict.faults;
  const ground = grounds(names, byId);
  const base = ground.length > 0 ? ` A limit of the body lies under it: ${listed(ground)}; it changes the aim.` : '';
  const after = consequences(names, byId).slice(0, MANY_LISTED);
  const leads = after.length > 0 ? ` It would also explain ${listed(after.map(called))}.` : '';
  switch (verdict.kind) {
    case 'cause':
      return `The evidence points to ${called(names[0]!)} as the cause (${both(byId.get(names[0]!))}). ${faultById(names[0]!)?.happens ?? ''}${leads}${base}${tail}`;
    case 'several':
      return `One of ${listed(
        names.map((id) => `${called(id)} (${both(byId.get(id))})`),
        'or',
      )} is a cause, at ${percent(verdict.chance)} together; which one cannot be said. ${nextSentence(facts.next)}${base}${tail}`;
    case 'nothing-to-change':
      return `Nothing to change: no fault that lessons can change is there at 20 % or more.${tail}`;
    case 'cannot-say': {
      if (facts.findings === 0) return `Nothing found yet. What would help: ${listed(facts.missing)}.`;
      const likely = [...byId.values()].filter((f) => f.touched && !f.ruledOut && f.presentChance >= MORE_LIKELY);
      const there =
        likely.length > 0
          ? ` More likely there than not: ${listed(likely.slice(0, MANY_LISTED).map((f) => `${called(f.id)} (${both(f)})`))}; which is the cause is open.`
          : ' No fault is more likely there than not.';
      return `Cannot say yet which cause to work on.${there} ${nextSentence(facts.next)}${tail}`;
    }
  }
}
