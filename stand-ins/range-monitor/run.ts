import { setTimeout as wait } from 'node:timers/promises';
import { seededRandom } from '../../core/numeric/random.ts';
import { monitorShot, type MonitorShot, type TruePlayer } from './true-player.ts';

export interface MonitorRun {
  readonly address: string;
  readonly key: string;
  readonly club: string;
  readonly clubSpeedMph: number;
  readonly everyS: number;
  readonly count: number;
  readonly withBall: boolean;
  readonly handedness: 'right' | 'left';
  readonly seed: number;
  readonly say: (line: string) => void;
}

/** A monitor shot with the column names of shots.csv. */
export function shotRow(shot: MonitorShot): Record<string, string | number> {
  return Object.fromEntries(
    Object.entries(shot).map(([key, value]) => [key.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`), value]),
  );
}

/** A plain club golfer at the given speed. */
export function typicalPlayer(club: string, clubSpeedMph: number, handedness: 'right' | 'left'): TruePlayer {
  const iron = club !== 'driver';
  return {
    handedness,
    club,
    clubSpeedMph,
    swingSpreadMph: 1.4,
    airGain: 0.02,
    attackDeg: iron ? -3.5 : -0.5,
    pathOutDeg: -1,
    faceToPathDeg: 1.5,
    faceSpreadDeg: 2,
    dynamicLoftDeg: iron ? 22 : 14,
    toeMm: 3,
    highMm: 0,
    strikeSpreadMm: 6,
  };
}

/** Posts simulated shots to the open feed, one every few seconds; waits where no block is listening. */
export async function runRangeMonitor(run: MonitorRun): Promise<void> {
  const random = seededRandom(run.seed);
  const player = typicalPlayer(run.club, run.clubSpeedMph, run.handedness);
  const deviceId = `range-monitor-${run.seed}`;
  for (let i = 1; i <= run.count; i++) {
    const shot = monitorShot(player, run.withBall, random);
    const body = {
      deviceId,
      shots: [{ deviceShotId: `${i}`, struckAt: new Date().toISOString(), row: shotRow(shot) }],
    };
    for (;;) {
      const response = await fetch(`${run.address}/api/feed/shots`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-feed-key': run.key },
        body: JSON.stringify(body),
      });
      if (response.ok) break;
      const problem = (await response.json()) as { code?: string; detail?: string };
      run.say(problem.detail ?? `The application answered ${response.status}.`);
      if (problem.code !== 'no-open-block') return;
      await wait(2000);
    }
    run.say(
      `shot ${i}: club ${shot.clubSpeedMph} mph${shot.carryYd === undefined ? '' : `, carry ${shot.carryYd} yd`}`,
    );
    if (i < run.count) await wait(run.everyS * 1000);
  }
}
