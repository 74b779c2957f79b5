import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Start time of a process in clock ticks, so that a reused process number is not taken for the old process. */
function startTicks(pid: number): string | undefined {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  } catch {
    return undefined;
  }
}

function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/**
 * Takes a data folder for this process: two programs on one folder would lose rows silently.
 * @returns a function that gives it back
 * @throws Error with a clear message where another running program holds it
 */
export function lockFolder(folder: string): () => void {
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'in-use.json');
  if (existsSync(file)) {
    const holder = JSON.parse(readFileSync(file, 'utf8')) as { pid: number; ticks?: string };
    const same =
      holder.ticks === undefined || startTicks(holder.pid) === undefined || startTicks(holder.pid) === holder.ticks;
    if (holder.pid !== process.pid && isRunning(holder.pid) && same) {
      throw new Error(
        `The data folder ${folder} is in use by the program with process number ${holder.pid}. Stop it first.`,
      );
    }
  }
  writeFileSync(file, JSON.stringify({ pid: process.pid, ticks: startTicks(process.pid) }));
  return () => rmSync(file, { force: true });
}
