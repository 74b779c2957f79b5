import { fileURLToPath, pathToFileURL } from 'node:url';
import { Worker, type ResourceLimits } from 'node:worker_threads';

const IN_SOURCE = import.meta.url.endsWith('.ts');
const ROOT = new URL('..', import.meta.url).href;
/** Folder of the built program, where it is to run the threads of what runs from source: built, each starts several times as fast. */
const BUILT = IN_SOURCE && process.env.MAPLE_BUILT ? pathToFileURL(`${process.env.MAPLE_BUILT}/`) : undefined;

/** The built module for an address without the ending; undefined where threads run from source. */
const builtModule = (module: URL): URL | undefined => {
  if (!IN_SOURCE) return new URL(`${module.href}.js`);
  return BUILT && new URL(`${module.href.slice(ROOT.length)}.js`, BUILT);
};

/** Starts a module of ours in a thread, as source or as built. @param module its address without the ending */
export function startThread(module: URL, workerData: Record<string, unknown>, resourceLimits?: ResourceLimits): Worker {
  const built = builtModule(module);
  return built
    ? new Worker(built, { workerData, resourceLimits })
    : new Worker(new URL('./source.mjs', import.meta.url), {
        workerData: { ...workerData, module: `${module.href}.ts` },
        resourceLimits,
      });
}

/** File that a pool of threads loads for a module of ours: the built one, or its step from the source. */
export const threadModule = (module: URL): string =>
  fileURLToPath(builtModule(module) ?? new URL(`${module.href}-source.mjs`));
