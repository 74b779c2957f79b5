// `npm run stand-in -- range-monitor`: simulated devices.
import { ready } from './prepare.mjs';

ready();
const { register } = await import('tsx/esm/api');
register();
const { main } = await import('../stand-ins/main.ts');
process.exitCode = await main(process.argv.slice(2));
