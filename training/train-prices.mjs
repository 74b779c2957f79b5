// `node training/train-prices.mjs [players]`: draws the population with two processes, trains the learned prices and writes
// core/diagnosis/fitted/learned-price.ts. Under an hour on two cores; seeded.
import { spawn, spawnSync } from 'node:child_process';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '..');
const CACHE = join(ROOT, '.cache');
const players = Number(process.argv[2] ?? 17000);
const EPOCHS = '45';
const PARTS = [1, 2];

const rows = (k) => join(CACHE, `price-rows-${k}.json`);
if (!process.argv.includes('--drawn')) {
  const drawn = await Promise.all(
    PARTS.map(
      (k) =>
        new Promise((resolve) => {
          const draw = spawn(
            process.execPath,
            [
              'node_modules/tsx/dist/cli.mjs',
              'training/draw-price-rows.ts',
              rows(k),
              `prices wide ${k}`,
              String(players / PARTS.length),
            ],
            { cwd: ROOT, stdio: 'inherit' },
          );
          draw.on('exit', resolve);
        }),
    ),
  );
  if (drawn.some((code) => code !== 0)) process.exit(1);
}
// The library's modules import each other without endings, which only a bundler resolves.
const bundle = join(CACHE, 'train-prices.mjs');
const banner = [
  "import { createRequire as __make } from 'node:module';",
  'const require = __make(import.meta.url);',
  `const __filename = ${JSON.stringify(join(ROOT, 'node_modules/@tensorflow/tfjs-backend-wasm/dist/index.js'))};`,
  `const __dirname = ${JSON.stringify(join(ROOT, 'node_modules/@tensorflow/tfjs-backend-wasm/dist'))};`,
].join(' ');
const built = spawnSync(
  'node_modules/.bin/esbuild',
  [
    'training/train-prices.ts',
    '--bundle',
    '--platform=node',
    '--format=esm',
    '--main-fields=module,main',
    `--outfile=${bundle}`,
    `--banner:js=${banner}`,
    '--log-level=error',
  ],
  { cwd: ROOT, stdio: 'inherit' },
);
if (built.status !== 0) process.exit(1);
const trained = spawnSync(
  process.execPath,
  [bundle, join(ROOT, 'core/diagnosis/fitted/learned-price.ts'), 'learned price 1', EPOCHS, ...PARTS.map(rows)],
  { cwd: ROOT, stdio: 'inherit' },
);
process.exit(trained.status ?? 1);
