import type { CalledAnswer } from '../core/called/called.ts';
import type { CalledSaid, PairedCall, SwishLead } from '../core/called/run.ts';

/** A run of calls of one thing. */
export interface CalledRunWire {
  id: string;
  said: CalledSaid;
  startedAt: string;
  endedAt: string | null;
  /** In the order called. */
  calls: Omit<PairedCall, 'blockId' | 'shotsBefore'>[];
  answer: CalledAnswer;
}

/** What an earlier run of the same thing said. */
export interface CalledHistoryWire {
  at: string;
  lessonId: string | null;
  /** Thing, and what it is where nothing of the list fits. */
  thing: CalledSaid['thing'];
  name: string;
  swings: number;
  slope: number;
  slopeInterval90: readonly [number, number];
  score: number;
}

export interface CalledAnswerWire {
  /** Runs of this lesson, oldest first. */
  runs: CalledRunWire[];
  /** Runs of earlier lessons and calls at home of which a line can be drawn, newest first. */
  history: CalledHistoryWire[];
  /** The player's own lead of the swish up to this lesson; null where too little is known. */
  lead: SwishLead | null;
}
