// Runs a TypeScript module of ours in a thread, as it stands in the source; built code needs no such step.
import { workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
await import(workerData.module);
