import type { ProblemCode } from '../../api/problems.ts';

/** What the machine itself cannot do now, whoever says so: the disk, or the database on it. */
const OF_MACHINE: readonly {
  readonly codes: RegExp;
  readonly said: RegExp;
  readonly code: ProblemCode;
  readonly message: string;
}[] = [
  {
    codes: /^(ENOSPC|EDQUOT|53100)$/,
    said: /no space left/i,
    code: 'disk-full',
    message:
      'The disk of the machine that the program runs on is full: nothing of this was stored, all that was stored before is safe and can be read. Free some room there, then try again.',
  },
  {
    codes: /^(EROFS|EACCES|EPERM|25006)$/,
    said: /read-only file system|permission denied/i,
    code: 'folder-read-only',
    message:
      'The program may not write into its data folder: nothing of this was stored, all that was stored before can be read. Make the folder writable, then try again.',
  },
  {
    codes: /^(ENOMEM|53200|ERR_WORKER_OUT_OF_MEMORY)$/,
    said: /out of memory|cannot allocate memory/i,
    code: 'memory-short',
    message: 'The machine is short of memory: nothing of this was stored. Close other programs on it, then try again.',
  },
];

/** Which fault of the machine an error is; undefined where it is none. */
export function machineFault(error: unknown): (typeof OF_MACHINE)[number] | undefined {
  if (!(error instanceof Error)) return undefined;
  const code = 'code' in error ? String(error.code) : '';
  return OF_MACHINE.find((m) => m.codes.test(code) || (/^(XX|58)/.test(code) && m.said.test(error.message)));
}

/**
 * A write that only spares later work, or notes something in passing: where the machine cannot take it now, what it is written for goes on.
 */
export const whereThereIsRoom = async (write: Promise<unknown>): Promise<void> => {
  await write.catch((error: unknown) => {
    if (!machineFault(error)) throw error;
  });
};
