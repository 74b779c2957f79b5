import { mkdtempSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { BufferTarget, EncodedPacket, EncodedVideoPacketSource, Output, WebMOutputFormat } from 'mediabunny';
import { InputError } from '../core/errors/input-error.ts';
import { readPictureFile } from './picture-file.ts';

const BROKEN = join(import.meta.dirname, '..', 'core', 'formats', 'fixtures', 'broken');
const put = (name: string, bytes: Uint8Array): string => {
  const file = join(mkdtempSync(join(tmpdir(), 'maple-picture-')), name);
  writeFileSync(file, bytes);
  return file;
};

/** A WebM as a camera in a browser leaves it: pictures of 30 a second, a key picture each second. */
async function webm(frames: number): Promise<Uint8Array> {
  const target = new BufferTarget();
  const output = new Output({ format: new WebMOutputFormat(), target });
  const source = new EncodedVideoPacketSource('vp8');
  output.addVideoTrack(source, { frameRate: 30 });
  await output.start();
  for (let i = 0; i < frames; i++) {
    const data = new Uint8Array(300 + (i % 7) * 13).fill(i);
    const packet = new EncodedPacket(data, i % 30 === 0 ? 'key' : 'delta', i / 30, 1 / 30);
    await source.add(packet, { decoderConfig: { codec: 'vp8', codedWidth: 320, codedHeight: 240 } });
  }
  await output.finalize();
  return new Uint8Array(target.buffer as ArrayBuffer);
}

describe('a picture file read in a thread of its own', () => {
  test.each(readdirSync(BROKEN))(
    '%s, which may lead its reader round in a circle, is refused in words',
    async (name) => {
      const read = readPictureFile(join(BROKEN, name), name, { timeS: 4, memoryMb: 256 });
      await expect(read).rejects.toBeInstanceOf(InputError);
      await expect(read).rejects.toThrow(
        /could not be read within 4 s; it seems to be damaged|no frame that can be read/,
      );
    },
  );
  test('a WebM that is cut anywhere is kept up to its last whole picture', async () => {
    const whole = await webm(90);
    expect((await readPictureFile(put('a.webm', whole), 'a.webm')).warnings).toEqual([]);
    let last = 0;
    for (const share of [0.2, 0.5, 0.7, 0.93]) {
      const facts = await readPictureFile(put('a.webm', whole.subarray(0, Math.floor(share * whole.length))), 'a.webm');
      const read = facts.frameTimesS.length;
      expect(Math.abs(read - share * 90)).toBeLessThan(5);
      expect(read).toBeGreaterThan(last);
      expect(facts.warnings).toEqual([`The end of the file is missing: ${read} frames can be read.`]);
      last = read;
    }
  });
  test('bad input keeps its kind on the way between the threads', async () => {
    await expect(readPictureFile(put('x.mp4', new Uint8Array(40)), 'x.mp4')).rejects.toMatchObject({
      code: 'wrong-header',
    });
    await expect(readPictureFile('/no/such/file.mp4', 'file.mp4')).rejects.toThrow('ENOENT');
  });
});
