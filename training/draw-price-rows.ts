import { tuple } from '../core/numeric/tuple.ts';
import { writeFileSync } from 'node:fs';
import { seededRandom } from '../core/numeric/random.ts';
import { FITTED_ON } from './population.ts';
import { drawPriceRows } from './price-rows.ts';

const [file, seed, n] = tuple(3, process.argv.slice(2));
const mostFaults = process.argv[5];
writeFileSync(file, JSON.stringify(drawPriceRows(seededRandom(seed), Number(n), FITTED_ON, Number(mostFaults ?? 4))));
