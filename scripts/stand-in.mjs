// `npm run stand-in -- range-monitor`: simulated devices.
import { built, ready } from './prepare.mjs';

ready();
const { main } = await built('stand-ins/main');
process.exitCode = await main(process.argv.slice(2));
