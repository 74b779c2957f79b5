// The pool's thread as it stands in the source; built code needs no such step.
import { register } from 'tsx/esm/api';

register();
const { default: run } = await import('./pool-thread.ts');
export default run;
