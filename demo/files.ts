import { writeGroundCsv } from '../core/formats/ground-csv.ts';
import { writeMotionCsv } from '../core/formats/motion-csv.ts';
import { seededRandom, type Random } from '../core/numeric/random.ts';
import { recordGround, SOUND_GROUND } from '../stand-ins/ground-plates/ground-plates.ts';
import { recordSwing } from '../stand-ins/motion-rig/motion-rig.ts';
import { shotRow } from '../stand-ins/range-monitor/run.ts';
import { monitorShot, type TruePlayer } from '../stand-ins/range-monitor/true-player.ts';
import { type LessonTruth, type Story } from './telling/story.ts';

const DRIVER_SWINGS = 12;
const OTHER_SWINGS = 8;
/** Driver to middle iron, by the loss of length. */
const IRON_SHARE = 0.81;

/** The true player of one lesson with one club. */
export function truePlayer(story: Story, lesson: LessonTruth, club: 'driver' | 'iron', mph: number): TruePlayer {
  const iron = club === 'iron';
  return {
    handedness: story.student.handedness,
    club,
    clubSpeedMph: iron ? mph * IRON_SHARE : mph,
    swingSpreadMph: story.swingSpreadMph * (iron ? 0.8 : 1),
    airGain: lesson.airGain ?? 0.02,
    attackDeg: iron ? -3.6 : (lesson.attackDeg ?? 0.5),
    pathOutDeg: lesson.pathOutDeg ?? -0.8,
    faceToPathDeg: lesson.faceToPathDeg ?? 1,
    faceSpreadDeg: lesson.faceSpreadDeg ?? 2,
    dynamicLoftDeg: iron ? 22.5 : 14,
    toeMm: lesson.toeMm ?? 2,
    highMm: lesson.highMm ?? 1,
    strikeSpreadMm: story.student.level === 'elite' ? 3.5 : 6,
  };
}

/** A block as shots.csv, made by the simulated range monitor. */
export function shotsFile(
  player: TruePlayer,
  withBall: boolean,
  startsAt: Date,
  random: Random,
  count = player.club === 'driver' && withBall ? DRIVER_SWINGS : OTHER_SWINGS,
): string {
  const rows = Array.from({ length: count }, (_, i): Record<string, string | number> => ({
    time: new Date(startsAt.getTime() + 40_000 * i).toISOString(),
    ...shotRow(monitorShot(player, withBall, random)),
  }));
  const header = Object.keys(rows[0]!);
  return [header.join(','), ...rows.map((r) => header.map((h) => r[h]).join(','))].join('\n') + '\n';
}

/** One captured swing as motion.csv, made by the simulated motion rig. */
export function motionFile(story: Story, lesson: LessonTruth, random: Random): string {
  const { capture } = recordSwing(story.swing(lesson.repaired ?? 0), {
    rateHz: 240,
    noiseShare: 0.01,
    backswingS: 0.78 + 0.1 * random.uniform(),
    ball: true,
    withAngles: true,
    handedness: story.student.handedness,
    random,
  });
  return writeMotionCsv(capture);
}

/** The ground of one swing as ground.csv, made by the simulated plates. */
export function groundFile(story: Story, lesson: LessonTruth, random: Random): string {
  const truth = { ...SOUND_GROUND, massKg: story.student.massKg ?? 75, ...lesson.ground };
  return writeGroundCsv(recordGround(truth, 500, random));
}

/** The random stream of one story's lesson: the same on every machine. */
export const lessonRandom = (story: Story, index: number): Random => seededRandom(`${story.student.name} ${index}`);
