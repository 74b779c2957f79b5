// `npm run demo`: installs, builds, seeds and serves the demo; `-- --fresh` starts over.
import { buildProgram, buildWeb, built, flag, installPackages } from './prepare.mjs';

installPackages();
buildWeb();
buildProgram();
const { serve } = await import('./serve.mjs');
const running = await serve('demo', 4310, { demo: true, fresh: flag('fresh') === true });
const { seedDemo, DEMO_SIGN_IN } = await built('demo/seed');
const seeded = await seedDemo(running.address, (line) => console.log(line), { setupCode: running.setupCode });
console.log(`
Maple Notch (demo) is at ${running.address}
Sign in as    ${DEMO_SIGN_IN.signIn}
with          ${DEMO_SIGN_IN.password}
${seeded ? 'The demo data is new.' : 'The demo data of last time was kept; start over with: npm run demo -- --fresh'}
Stop it with Ctrl-C.`);
