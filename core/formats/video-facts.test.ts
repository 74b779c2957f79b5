import { beforeAll, describe, expect, test } from '@jest/globals';
import { SOUND_BODY } from '../../stand-ins/camera/body.ts';
import { PLAIN_CAMERA, recordVideo, type CameraOptions, type VideoTruth } from '../../stand-ins/camera/record-video.ts';
import { playerSwing } from '../swing/player.ts';
import { frameRate } from '../picture/frame-times.ts';
import { readStillFacts, readVideoFacts, type VideoFacts } from './video-facts.ts';
import { bytesOf } from './video-source.ts';

const player = playerSwing({ sex: 'male', heightM: 1.78, massKg: 78, strength: 0.65 });
const small = { ...PLAIN_CAMERA, widthPx: 160, heightPx: 120, fps: 30 };
const record = (change: Partial<CameraOptions>): Promise<{ mp4: Uint8Array; truth: VideoTruth }> =>
  recordVideo(player, SOUND_BODY, { ...small, ...change });
const read = (bytes: Uint8Array, name = 'a.mp4'): Promise<VideoFacts> => readVideoFacts(bytesOf(bytes), name);

let plain: { mp4: Uint8Array; truth: VideoTruth };
beforeAll(async () => {
  plain = await record({});
});

describe('facts of a video', () => {
  test('every frame has its own time, to a millisecond', async () => {
    const facts = await read(plain.mp4);
    expect(facts.frameTimesS).toHaveLength(plain.truth.frameTimesS.length);
    facts.frameTimesS.forEach((t, i) => expect(Math.abs(t - plain.truth.frameTimesS[i]!)).toBeLessThan(0.001));
    expect(facts).toMatchObject({
      kind: 'video',
      codec: 'avc',
      widthPx: 160,
      heightPx: 120,
      hasSound: false,
      warnings: [],
    });
  });
  test('a variable frame rate keeps its gaps', async () => {
    const { mp4, truth } = await record({ dropFrames: 0.25 });
    const facts = await read(mp4);
    expect(facts.frameTimesS).toHaveLength(truth.frameTimesS.length);
    facts.frameTimesS.forEach((t, i) => expect(Math.abs(t - truth.frameTimesS[i]!)).toBeLessThan(0.001));
    expect(frameRate(facts.frameTimesS).variable).toBe(true);
  });
  test('a file that asks to be turned is measured as it is shown', async () => {
    const { mp4 } = await record({ rotation: 90 });
    expect(await read(mp4)).toMatchObject({ widthPx: 160, heightPx: 120, rotationDeg: 90 });
  });
  test('a broken end: what can be read is kept and the rest is named', async () => {
    const facts = await read(plain.mp4.subarray(0, Math.floor(plain.mp4.length * 0.6)));
    expect(facts.frameTimesS.length).toBeGreaterThan(10);
    expect(facts.frameTimesS.length).toBeLessThan(plain.truth.frameTimesS.length);
    expect(facts.warnings[0]).toMatch(/end of the file is missing: \d+ of \d+ frames/);
  });
  test.each([
    ['no video at all', new TextEncoder().encode('this is text, not a video, however long it may be')],
    ['nothing', new Uint8Array(0)],
    ['a video cut before its index', new Uint8Array([0, 0, 0, 24, 102, 116, 121, 112, 105, 115, 111, 109])],
  ])('%s is refused with a word', async (_name, bytes) => {
    await expect(read(bytes, 'holiday.mp4')).rejects.toThrow(/holiday\.mp4 (cannot be read as a video|has no picture)/);
  });
  test('a picture track without a single frame is refused with a word', async () => {
    const bytes = Uint8Array.from(plain.mp4);
    const view = new DataView(bytes.buffer);
    const text = new TextDecoder('latin1').decode(bytes);
    // The tables of samples are emptied: sizes, times, pieces, places.
    view.setUint32(text.indexOf('stsz') + 12, 0);
    for (const table of ['stts', 'stsc', 'stco', 'stss']) {
      const at = text.indexOf(table);
      if (at > 0) view.setUint32(at + 8, 0);
    }
    await expect(read(bytes, 'empty.mp4')).rejects.toThrow('empty.mp4 has a picture track with no frame');
  });
  test('a sound file has no picture', async () => {
    const wav = new Uint8Array(44 + 3200);
    const v = new DataView(wav.buffer);
    new TextEncoder().encodeInto('RIFF', wav);
    v.setUint32(4, 36 + 3200, true);
    new TextEncoder().encodeInto('WAVEfmt ', wav.subarray(8));
    v.setUint32(16, 16, true);
    v.setUint16(20, 1, true);
    v.setUint16(22, 1, true);
    v.setUint32(24, 16000, true);
    v.setUint32(28, 32000, true);
    v.setUint16(32, 2, true);
    v.setUint16(34, 16, true);
    new TextEncoder().encodeInto('data', wav.subarray(36));
    v.setUint32(40, 3200, true);
    await expect(read(wav, 'swish.wav')).rejects.toThrow('no picture');
  });
  test('a picture that is none is refused', () => {
    expect(() => readStillFacts(new Uint8Array([0x89, 0x50, 0x4e, 0x47, 1, 2]), 'x.png')).toThrow('x.png');
  });
});
