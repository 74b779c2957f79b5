// `node scripts/make-sample-files.mjs`: makes the files that the demo ships anew, with the stand-ins.
import { register } from 'tsx/esm/api';

register();
const { makeSampleFiles } = await import('../demo/make-sample-files.ts');
await makeSampleFiles((line) => console.log(line));
