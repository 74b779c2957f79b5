import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeC3d } from '../core/formats/c3d-write.ts';
import { motionToC3d } from '../core/formats/motion-c3d.ts';
import { readMotionCsv } from '../core/formats/motion-csv.ts';
import { recordSoundFile } from '../stand-ins/record-files.ts';
import { SOUND_BODY } from '../stand-ins/camera/body.ts';
import { PLAIN_CAMERA, recordVideo } from '../stand-ins/camera/record-video.ts';
import { SAMPLES } from './film.ts';
import { lessonRandom, motionFile } from './files.ts';
import { STORIES } from './stories.ts';
import { DEMO_VIDEOS, type DemoVideo } from './videos.ts';

const SIDE_PX = 480;

/** The scene of one demo video. */
export function demoScene(video: DemoVideo) {
  const story = STORIES.find((s) => s.student.name === video.student);
  if (!story) throw new Error(`No story of ${video.student}.`);
  return {
    swing: story.swing(video.repaired),
    body: { ...SOUND_BODY, ...video.body },
    options: {
      ...PLAIN_CAMERA,
      view: video.view,
      fps: video.fps,
      handedness: story.student.handedness,
      widthPx: SIDE_PX,
      heightPx: SIDE_PX,
      seed: video.file,
    },
  };
}

/** Writes the demo's videos, sound and C3D anew, each with its truth where it has one. */
export async function makeSamples(say: (line: string) => void): Promise<void> {
  mkdirSync(SAMPLES, { recursive: true });
  const at = (name: string): string => join(SAMPLES, name);
  for (const video of DEMO_VIDEOS) {
    const { swing, body, options } = demoScene(video);
    const { mp4, truth } = await recordVideo(swing, body, options);
    writeFileSync(at(video.file), mp4);
    writeFileSync(at(`${video.file}.json`), `${JSON.stringify(truth)}\n`);
    say(`${video.file}: ${(mp4.length / 1024).toFixed(0)} kB`);
  }
  recordSoundFile(['--out', at('swish.wav'), '--swings', '3', '--past', '12']);
  const story = STORIES[0]!;
  const motion = motionFile(story, story.lessons[0]!, lessonRandom(story, 0));
  writeFileSync(at('swing.c3d'), new Uint8Array(writeC3d(motionToC3d(readMotionCsv(motion, 'motion.csv')))));
}
