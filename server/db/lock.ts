import { closeSync, ftruncateSync, mkdirSync, openSync, readFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { tryLock } from 'fs-native-extensions';

/** Byte that is locked: far behind what is written, so that the file can be read everywhere while it is held. */
const LOCKED_BYTE = 1_000_000;

/**
 * Takes a data folder for this process by the operating system's own lock on a file, which ends with the process however it ends:
 * two programs on one folder would lose rows silently.
 * @returns a function that gives it back
 * @throws Error with a clear message where another running program holds it
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'in-use');
  const opened = openSync(file, 'a+');
  if (!tryLock(opened, LOCKED_BYTE, 1)) {
    closeSync(opened);
    const holder = /^\d+/.exec(readFileSync(file, 'utf8'))?.[0];
    throw new Error(
      `The data folder ${folder} is in use by ${holder ? `the program with process number ${holder}` : 'another program'}. Stop it first.`,
    );
  }
  ftruncateSync(opened);
  writeSync(opened, `${process.pid}\n`);
  return () => {
    ftruncateSync(opened);
    closeSync(opened);
  };
}
