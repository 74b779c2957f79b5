import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { LIMITED_SHARES, type LimitedKind } from './range-monitor/hidden-shares.ts';
import { FILE_USAGE, recordGroundFile, recordMotionFile, recordSoundFile, recordVideoFile } from './record-files.ts';
import { runRangeMonitor } from './range-monitor/run.ts';

const USAGE = `Usage: npm run stand-in -- range-monitor [--club driver|iron] [--speed 92] [--every 4] [--count 12] [--no-ball] [--left]
         [--limited-by legs|trunk|release|ball|none] [--lose SECONDS] [--repeat]
         [--address http://127.0.0.1:4310 --key KEY]`;

function option(args: readonly string[], name: string): string | undefined {
  const at = args.indexOf(`--${name}`);
  return at < 0 ? undefined : args[at + 1];
}

/** Address and key of the running application, from its data folder. */
function findFeed(): { address: string; key: string } | undefined {
  for (const folder of [process.env.MAPLE_DATA, 'data/demo', 'data/practice'].filter((f): f is string => !!f)) {
    try {
      const feed = JSON.parse(readFileSync(join(folder, 'feed.json'), 'utf8')) as { address: string; keys: string[] };
      if (feed.address && feed.keys.length > 0) return { address: feed.address, key: feed.keys[feed.keys.length - 1]! };
    } catch {
      // Not this folder.
    }
  }
  return undefined;
}

/** Starts a simulated device from the shell. @returns the exit code */
export async function main(args: readonly string[]): Promise<number> {
  const recorder = {
    'motion-rig': recordMotionFile,
    'ground-plates': recordGroundFile,
    camera: recordVideoFile,
    microphone: recordSoundFile,
  }[args[0] ?? ''];
  if (recorder) {
    try {
      await recorder(args.slice(1));
      return 0;
    } catch (error) {
      process.stderr.write(`${(error as Error).message}\n`);
      return 2;
    }
  }
  if (args[0] !== 'range-monitor') {
    process.stderr.write(`${USAGE}${FILE_USAGE}\n`);
    return 2;
  }
  const found = findFeed();
  const address = option(args, 'address') ?? found?.address;
  const key = option(args, 'key') ?? found?.key;
  if (!address || !key) {
    process.stderr.write('No running application found. Start it first, or give --address and --key.\n');
    return 2;
  }
  const limitedBy = (option(args, 'limited-by') ?? 'none') as LimitedKind;
  if (!(limitedBy in LIMITED_SHARES)) {
    process.stderr.write(`--limited-by must be ${Object.keys(LIMITED_SHARES).join(', ')}.\n`);
    return 2;
  }
  await runRangeMonitor({
    address,
    key,
    club: option(args, 'club') ?? 'driver',
    clubSpeedMph: Number(option(args, 'speed') ?? 92),
    everyS: Number(option(args, 'every') ?? 4),
    count: Number(option(args, 'count') ?? 12),
    withBall: !args.includes('--no-ball'),
    handedness: args.includes('--left') ? 'left' : 'right',
    limitedBy,
    loseS: Number(option(args, 'lose') ?? 0),
    repeat: args.includes('--repeat'),
    seed: Number(option(args, 'seed') ?? Date.now()),
    say: (line) => process.stdout.write(`${line}\n`),
  });
  return 0;
}
