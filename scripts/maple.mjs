// The core from a shell: `npm run -s maple -- COMMAND [FILE]`.
import { built, ready } from './prepare.mjs';

ready();
const { main } = await built('cli/main');
process.exitCode = await main(process.argv.slice(2));
