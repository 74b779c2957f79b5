// `node scripts/make-samples.mjs`: makes the videos, sound and C3D that the demo ships anew, with the stand-ins.
import { register } from 'tsx/esm/api';

register();
const { makeSamples } = await import('../demo/make-samples.ts');
await makeSamples((line) => console.log(line));
