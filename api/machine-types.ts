export interface ProblemWire {
  status: number;
  code: string;
  detail: string;
  where: string;
}

/** Original files of a practice's machine, and uploads of the practice that wait for their rest. */
export interface StorageAnswer {
  files: number;
  bytes: number;
  unfinished: {
    id: string;
    lessonId: string;
    fileName: string;
    studentName: string;
    sizeBytes: number;
    receivedBytes: number;
    startedAt: string;
  }[];
}

/** Backups of the practice's machine, newest first, each read back and found whole. */
export interface BackupsAnswer {
  backups: { name: string; madeAt: string; bytes: number }[];
  folder: string;
  keptDays: number;
  isRunning: boolean;
  /** Why the last try failed; empty after a good one. */
  failed: string;
  /** Days without a good backup where they are too many; else null. */
  overdueDays: number | null;
}

/** Where a phone in the same network finds the program. */
export interface ReachAnswer {
  /** Origins; empty where the program listens on this machine alone. */
  addresses: string[];
  isSecure: boolean;
}
