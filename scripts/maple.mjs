// The core from a shell: `npm run -s maple -- COMMAND [FILE]`.
import { ready } from './prepare.mjs';

ready();
const { register } = await import('tsx/esm/api');
register();
const { main } = await import('../cli/main.ts');
process.exitCode = await main(process.argv.slice(2));
