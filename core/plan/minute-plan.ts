/** What a lesson may hold, by kind; safety and the warm-up come first, the week ahead last. */
export type DueKind =
  | 'pain'
  | 'clearance'
  | 'consent'
  | 'review'
  | 'warm-up'
  | 'repeat'
  | 'baseline'
  | 'screen'
  | 'look'
  | 'drills'
  | 'week';

export interface Due {
  readonly kind: DueKind;
  readonly text: string;
}

/** A stretch of the lesson, minutes from its start. */
export interface MinutePart {
  readonly kind: DueKind;
  readonly text: string;
  readonly fromMin: number;
  readonly toMin: number;
}

export interface MinutePlan {
  readonly parts: readonly MinutePart[];
  /** What is due and does not fit; for the next lesson. */
  readonly leftOut: readonly Due[];
}

interface Room {
  /** Least minutes with which it makes sense. */
  readonly least: number;
  readonly wanted: number;
  /** Small is kept first. */
  readonly rank: number;
}

/** Minutes by kind (by judgement): the full swing of a lesson is warmed up for, a re-test is twelve swings with rest. */
const ROOM: Readonly<Record<DueKind, Room>> = {
  pain: { least: 3, wanted: 4, rank: 0 },
  clearance: { least: 2, wanted: 3, rank: 0 },
  consent: { least: 2, wanted: 2, rank: 0 },
  'warm-up': { least: 5, wanted: 6, rank: 0 },
  week: { least: 3, wanted: 4, rank: 1 },
  drills: { least: 8, wanted: 16, rank: 1 },
  review: { least: 4, wanted: 6, rank: 2 },
  repeat: { least: 6, wanted: 9, rank: 3 },
  baseline: { least: 8, wanted: 12, rank: 3 },
  look: { least: 6, wanted: 10, rank: 4 },
  screen: { least: 6, wanted: 8, rank: 5 },
};
const ORDER: readonly DueKind[] = [
  'pain',
  'clearance',
  'consent',
  'review',
  'screen',
  'warm-up',
  'repeat',
  'baseline',
  'look',
  'drills',
  'week',
];
export const LEAST_MINUTES = 15;
export const MOST_MINUTES = 240;

/**
 * Minutes of a lesson from what is due: what must be comes in, then by rank what fits with its least; spare minutes go to what wants
 * more, and the rest to the drills. Nothing at full speed comes before the warm-up.
 * @param due in any order; the warm-up, drills and the week ahead are added where they are not among it
 * @param minutes whole minutes, 15 to 240
 * @throws RangeError beyond
 */
export function minutePlan(due: readonly Due[], minutes: number): MinutePlan {
  if (!Number.isInteger(minutes) || minutes < LEAST_MINUTES || minutes > MOST_MINUTES)
    throw new RangeError(`A lesson lasts ${LEAST_MINUTES} to ${MOST_MINUTES} whole minutes, not ${minutes}.`);
  const always: readonly Due[] = [
    { kind: 'warm-up', text: 'Warm up' },
    { kind: 'drills', text: 'The one change: drills and swings' },
    { kind: 'week', text: 'The week ahead, on the phone' },
  ];
  const all = [...due, ...always.filter((a) => due.every((d) => d.kind !== a.kind))];
  const byRank = [...all].sort((a, b) => ROOM[a.kind].rank - ROOM[b.kind].rank);
  const kept: { due: Due; minutes: number }[] = [];
  let left = minutes;
  for (const d of byRank) {
    const { least } = ROOM[d.kind];
    if (least > left) continue;
    kept.push({ due: d, minutes: least });
    left -= least;
  }
  for (const k of kept) {
    const more = Math.min(left, ROOM[k.due.kind].wanted - k.minutes);
    k.minutes += more;
    left -= more;
  }
  const rest = kept.find((k) => k.due.kind === 'drills') ?? kept.at(-1);
  if (rest) rest.minutes += left;
  const inOrder = [...kept].sort((a, b) => ORDER.indexOf(a.due.kind) - ORDER.indexOf(b.due.kind));
  let at = 0;
  const parts = inOrder.map(({ due: d, minutes: m }): MinutePart => {
    at += m;
    return { ...d, fromMin: at - m, toMin: at };
  });
  return { parts, leftOut: all.filter((d) => kept.every((k) => k.due !== d)) };
}
