import { setTimeout as wait } from 'node:timers/promises';
import { ISOLATION_TESTS } from '../../core/catalogue/isolation-tests.ts';
import { seededRandom } from '../../core/numeric/random.ts';
import { LIMITED_SHARES, shareOfSpeed, type LimitedKind } from './hidden-shares.ts';
import { monitorShot, typicalPlayer, type MonitorShot } from './true-player.ts';

export interface MonitorRun {
  readonly address: string;
  readonly key: string;
  readonly club: string;
  readonly clubSpeedMph: number;
  readonly everyS: number;
  readonly count: number;
  readonly withBall: boolean;
  readonly handedness: 'right' | 'left';
  /** Hidden limit of the player: decides how each isolation test comes out. */
  readonly limitedBy: LimitedKind;
  /** The device is out of reach for this long in the middle; its shots come late then. */
  readonly loseS: number;
  /** Every message is sent twice, as over a bad line. */
  readonly repeat: boolean;
  readonly seed: number;
  readonly say: (line: string) => void;
}

interface Listening {
  readonly club: string;
  readonly withBall: boolean;
  readonly condition: string;
}

/** A monitor shot with the column names of shots.csv. */
export function shotRow(shot: MonitorShot): Record<string, string | number> {
  return Object.fromEntries(
    Object.entries(shot).map(([key, value]) => [key.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`), value]),
  );
}

/** Mass of the implement against the driver's, by the condition of the block. */
const massShareOf = (condition: string): number =>
  ISOLATION_TESTS.find((t) => t.condition === condition)?.massShare ?? 1;

/** Posts to the open feed. @returns the answer, undefined where the application cannot be reached */
async function post(
  run: MonitorRun,
  path: string,
  body: unknown,
): Promise<{ ok: boolean; answer: unknown } | undefined> {
  try {
    const response = await fetch(`${run.address}/api/feed/${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-feed-key': run.key },
      body: JSON.stringify(body),
    });
    return { ok: response.ok, answer: await response.json() };
  } catch {
    return undefined;
  }
}

/**
 * A simulated range monitor: says hello, looks which block listens, and posts a shot every few seconds – with ball or without,
 * as fast as this player's hidden shares let the block's condition be. Shots it could not send are sent later, with their own time.
 */
export async function runRangeMonitor(run: MonitorRun): Promise<void> {
  const random = seededRandom(run.seed);
  const deviceId = `range-monitor-${run.seed}`;
  const shares = LIMITED_SHARES[run.limitedBy];
  const sound = run.clubSpeedMph / shareOfSpeed(shares, 'normal', true);
  const unsent: { deviceShotId: string; struckAt: string; row: Record<string, string | number> }[] = [];
  let listening: Listening | null = null;
  for (let i = 1; i <= run.count;) {
    const lost = run.loseS > 0 && i > run.count / 2 && i <= run.count / 2 + run.loseS / run.everyS;
    if (!lost) {
      const hello = await post(run, 'hello', { deviceId, kind: 'range monitor' });
      if (hello && !hello.ok) {
        run.say((hello.answer as { detail?: string }).detail ?? 'The application refused the device.');
        return;
      }
      if (hello) listening = (hello.answer as { listening: Listening | null }).listening;
      if (hello && !listening) {
        run.say('No block is listening. Start a block in a lesson.');
        await wait(2000);
        continue;
      }
    }
    const condition = listening?.condition ?? 'normal';
    const withBall = run.withBall && (listening?.withBall ?? true);
    const share = shareOfSpeed(shares, condition, withBall, massShareOf(condition));
    // The ball's toll is in the share; the player's own air gain must not count twice.
    const player = { ...typicalPlayer(listening?.club ?? run.club, sound * share, run.handedness), airGain: 0 };
    const shot = monitorShot(player, withBall, random);
    unsent.push({ deviceShotId: `${i}`, struckAt: new Date().toISOString(), row: shotRow(shot) });
    const sent = lost ? undefined : await post(run, 'shots', { deviceId, shots: unsent });
    if (sent?.ok) {
      if (run.repeat) await post(run, 'shots', { deviceId, shots: unsent });
      unsent.length = 0;
    } else if (sent) {
      run.say((sent.answer as { detail?: string }).detail ?? 'The application refused the shot.');
      return;
    }
    run.say(
      `shot ${i}: club ${shot.clubSpeedMph} mph${shot.carryYd === undefined ? '' : `, carry ${shot.carryYd} yd`}${sent ? '' : ' (kept, sent later)'}`,
    );
    i++;
    if (i <= run.count) await wait(run.everyS * 1000);
  }
  // What is left goes as soon as the application is there again.
  for (let tries = 0; unsent.length > 0 && tries < 30; tries++) {
    const sent = await post(run, 'shots', { deviceId, shots: unsent });
    if (sent?.ok) unsent.length = 0;
    else await wait(1000);
  }
}
