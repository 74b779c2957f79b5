import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readVideoFacts } from '../core/formats/video-facts.ts';
import { bytesOf } from '../core/formats/video-source.ts';
import { readWav } from '../core/formats/wav.ts';
import { analyseSwish } from '../core/swish/analyse.ts';
import { filmScene, type VideoTruth } from '../stand-ins/camera/record-video.ts';
import { SAMPLES } from './film.ts';
import { demoScene } from './make-samples.ts';
import { DEMO_VIDEOS } from './videos.ts';

const file = (name: string): Uint8Array => new Uint8Array(readFileSync(join(SAMPLES, name)));

describe.each(DEMO_VIDEOS)('$file', (video) => {
  const truth = JSON.parse(readFileSync(join(SAMPLES, `${video.file}.json`), 'utf8')) as VideoTruth;
  test('is what the stand-in films today', () => {
    const { swing, body, options } = demoScene(video);
    expect(JSON.parse(JSON.stringify(filmScene(swing, body, options).truth))).toEqual(truth);
  });
  test('holds the frames that its truth tells of', async () => {
    const facts = await readVideoFacts(bytesOf(file(video.file)), video.file);
    expect(facts.frameTimesS).toHaveLength(truth.frameTimesS.length);
    expect(facts).toMatchObject({ widthPx: truth.widthPx, heightPx: truth.heightPx, warnings: [] });
  });
});

test('the shipped sound holds its swings, past the ball', () => {
  const truth = JSON.parse(readFileSync(join(SAMPLES, 'swish.wav.json'), 'utf8')) as {
    swings: { ballHeardS: number; pastBallCm: number }[];
  };
  const heard = analyseSwish(readWav(file('swish.wav').buffer as ArrayBuffer, 'swish.wav'), {
    diameterM: 0.0095,
    ball: 'click',
    microphone: 'opposite',
  });
  expect(heard.swings).toHaveLength(truth.swings.length);
  heard.swings.forEach((s, i) => {
    expect(Math.abs((s.ballTimeS ?? 0) - truth.swings[i]!.ballHeardS)).toBeLessThan(0.002);
    expect(Math.abs(100 * (s.pastBallM ?? 9) - truth.swings[i]!.pastBallCm)).toBeLessThan(40);
  });
});
