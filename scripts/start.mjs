// `npm start`: the application on an empty practice.
import { buildProgram, buildWeb, installPackages } from './prepare.mjs';

installPackages();
buildWeb();
buildProgram();
const { serve } = await import('./serve.mjs');
const { address } = await serve('practice', 4320);
console.log(`\nMaple Notch is at ${address}\nStop it with Ctrl-C.`);
