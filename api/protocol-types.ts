import type { AgainstFirst } from '../core/plan/against-first.ts';
import type { Protocol } from '../core/plan/protocol.ts';

/** A protocol that can be run with a student: shipped, or written in the practice. */
export interface ProtocolChoiceWire {
  id: string;
  own: boolean;
  madeBy: string;
  said: Protocol;
  /** Why it is closed for this student now; empty where it is open. */
  closedBecause: string[];
}

export interface AttemptWire {
  id: string;
  step: number;
  blockId: string | null;
  gate: 'met' | 'missed' | null;
  /** When the gate was decided: the rest is counted from then. */
  gatedAt: string | null;
  because: string;
  /** Measured swings of its block that are not set aside. */
  swings: number;
  medianSpeedMps: number | null;
}

/** Steps of a run against its first, the drift over the run taken out. */
export interface RunTableWire {
  clubSpeedMps: AgainstFirst[];
  ballSpeedMps: AgainstFirst[];
  /** Distance of the strike from the centre of the face. */
  offsetM: AgainstFirst[];
}

export interface ProtocolRunWire {
  id: string;
  said: Protocol;
  startedAt: string;
  endedAt: string | null;
  attempts: AttemptWire[];
  /** Step that comes next; null at the end. */
  next: number | null;
  table: RunTableWire;
}

export interface ProtocolsAnswer {
  choices: ProtocolChoiceWire[];
  /** Runs of this lesson, oldest first. */
  runs: ProtocolRunWire[];
  /** What the student's phone shows; null for none. */
  onPhone: { name: string; sentAt: string } | null;
}

export interface OwnProtocolWire {
  id: string;
  said: Protocol;
  madeAt: string;
  madeBy: string;
}

/** What a phone shows of a protocol, as one flow. */
export interface PhoneProtocolWire {
  id: string;
  said: Protocol;
  closedBecause: string[];
}
