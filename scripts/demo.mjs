// `npm run demo`: installs, builds, seeds and serves the demo; `-- --fresh` starts over.
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildProgram, buildWeb, built, flag, installPackages, ROOT } from './prepare.mjs';

installPackages();
buildWeb();
buildProgram();
const folder = String(flag('data') ?? process.env.MAPLE_DATA ?? join(ROOT, 'data', 'demo'));
if (flag('fresh')) {
  if (existsSync(join(folder, 'in-use.json'))) console.log('Starting over: the old demo data is removed.');
  for (const part of ['postgres', 'content', 'videos']) rmSync(join(folder, part), { recursive: true, force: true });
}
const { serve } = await import('./serve.mjs');
const running = await serve('demo', 4310);
const { seedDemo, DEMO_SIGN_IN } = await built('demo/seed');
const seeded = await seedDemo(running.address, (line) => console.log(line));
console.log(`
Maple Notch (demo) is at ${running.address}
Sign in as    ${DEMO_SIGN_IN.signIn}
with          ${DEMO_SIGN_IN.password}
${seeded ? 'The demo data is new.' : 'The demo data of last time was kept; start over with: npm run demo -- --fresh'}
Stop it with Ctrl-C.`);
