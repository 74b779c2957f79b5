// `npm start`: the application on an empty practice.
import { buildProgram, buildWeb, installPackages } from './prepare.mjs';

installPackages();
buildWeb();
buildProgram();
const { serve } = await import('./serve.mjs');
const { address, setupCode } = await serve('practice', 4320);
console.log(`\nMaple Notch is at ${address}`);
if (setupCode) console.log(`First start: open ${address}/?code=${setupCode} to make your account (code ${setupCode})`);
console.log('Stop it with Ctrl-C.');
