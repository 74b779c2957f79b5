import type { Role } from './roles.ts';
import type { Retention } from './account-schemas.ts';

export interface AccountWire {
  readonly id: string;
  readonly name: string;
  readonly signIn: string;
  readonly role: Role;
  readonly isClosed: boolean;
  readonly hasSecondFactor: boolean;
  /** When it was last seen, where it is signed in. */
  readonly seenAt: string | null;
  readonly isSelf: boolean;
}

export interface InvitationWire {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly isReset: boolean;
  readonly expiresAt: string;
}

export interface AccountsAnswer {
  readonly accounts: readonly AccountWire[];
  /** Those that nobody has used yet. */
  readonly invitations: readonly InvitationWire[];
}

/** What a one-time link leads to. */
export interface JoinAnswer {
  readonly practiceName: string;
  readonly name: string;
  readonly role: Role;
  readonly isReset: boolean;
}

export interface SignInWire {
  readonly id: string;
  readonly madeAt: string;
  readonly seenAt: string;
  /** Browser and machine as it says of itself. */
  readonly agent: string;
  readonly isThis: boolean;
}

export interface AccountAnswer {
  readonly signIn: string;
  readonly hasSecondFactor: boolean;
  readonly signIns: readonly SignInWire[];
}

/** A secret to be put into an app for one-time codes. */
export interface SecondFactorAnswer {
  readonly secret: string;
  readonly uri: string;
}

export interface PracticeLinkWire {
  readonly id: string;
  readonly studentId: string;
  readonly studentName: string;
  readonly madeAt: string;
  readonly expiresAt: string | null;
  readonly usedAt: string | null;
}

/** What erasing a student takes away, and what is left elsewhere. */
export interface ErasureAnswer {
  readonly studentName: string;
  /** Rows by kind. */
  readonly counts: Readonly<Record<string, number>>;
  readonly files: number;
  readonly hasLink: boolean;
  /** Confirmed causes that the practice has learned from this student. */
  readonly learnedFrom: number;
  /** Backups that still hold the student, and the day on which each goes by itself. */
  readonly backups: readonly { readonly name: string; readonly madeAt: string; readonly goesOn: string }[];
}

export interface ErasureWire {
  readonly erasedAt: string;
  readonly lessons: number;
  readonly swings: number;
  readonly films: number;
  readonly practiceSets: number;
}

export interface AuditWire {
  readonly at: string;
  readonly who: string;
  readonly action: string;
  readonly studentId: string | null;
  /** Null where the student is erased. */
  readonly studentName: string | null;
  readonly thing: string;
}

export interface AuditPage {
  readonly entries: readonly AuditWire[];
  /** Moment before which the next page is. */
  readonly nextBefore: string | null;
}

export interface RetentionAnswer {
  readonly retention: Retention;
  /** Students whom nobody has seen for as long as the retention says. */
  readonly unseen: readonly { readonly id: string; readonly name: string; readonly lastSeenOn: string | null }[];
  readonly erasures: readonly ErasureWire[];
}
