import { fileURLToPath } from 'node:url';
import { Worker, type ResourceLimits } from 'node:worker_threads';

const IN_SOURCE = import.meta.url.endsWith('.ts');

/** Starts a module of ours in a thread, as source or as built. @param module its address without the ending */
export function startThread(module: URL, workerData: Record<string, unknown>, resourceLimits?: ResourceLimits): Worker {
  const at = `${module.href}${IN_SOURCE ? '.ts' : '.js'}`;
  return IN_SOURCE
    ? new Worker(new URL('./source.mjs', import.meta.url), {
        workerData: { ...workerData, module: at },
        resourceLimits,
      })
    : new Worker(new URL(at), { workerData, resourceLimits });
}

/** File that a pool of threads loads for a module of ours: the built one, or its step from the source. */
export const threadModule = (module: URL): string =>
  fileURLToPath(new URL(`${module.href}${IN_SOURCE ? '-source.mjs' : '.js'}`));
