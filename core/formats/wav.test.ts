import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readWav, writeWav } from './wav.ts';

const tone = Float32Array.from({ length: 800 }, (_, i) => 0.5 * Math.sin(i / 9));
const file = writeWav({ rateHz: 16_000, samples: tone });

/** A WAV of any format, made by hand. */
function wav(
  code: number,
  channels: number,
  bits: number,
  put: (view: DataView, at: number) => void,
  frames = 4,
): ArrayBuffer {
  const size = (bits / 8) * channels;
  const view = new DataView(new ArrayBuffer(44 + size * frames));
  const text = (at: number, word: string): void => [...word].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, view.byteLength - 8, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, code, true);
  view.setUint16(22, channels, true);
  view.setUint32(24, 44_100, true);
  view.setUint32(28, 44_100 * size, true);
  view.setUint16(32, size, true);
  view.setUint16(34, bits, true);
  text(36, 'data');
  view.setUint32(40, size * frames, true);
  for (let i = 0; i < frames * channels; i++) put(view, 44 + (i * bits) / 8);
  return view.buffer;
}

describe('WAV', () => {
  test('what is written is read back', () => {
    const back = readWav(file.buffer);
    expect(back.rateHz).toBe(16_000);
    expect(back.samples).toHaveLength(tone.length);
    tone.forEach((v, i) => expect(back.samples[i]).toBeCloseTo(v, 4));
  });
  test.each([
    ['8 bit', 1, 8, (v: DataView, at: number) => v.setUint8(at, 192), 0.5],
    ['24 bit', 1, 24, (v: DataView, at: number) => v.setUint8(at + 2, 0x40), 0.5],
    ['24 bit below zero', 1, 24, (v: DataView, at: number) => v.setUint8(at + 2, 0xc0), -0.5],
    ['32 bit', 1, 32, (v: DataView, at: number) => v.setInt32(at, 2 ** 30, true), 0.5],
    ['float', 3, 32, (v: DataView, at: number) => v.setFloat32(at, 0.5, true), 0.5],
  ] as const)('%s, mono and stereo', (_, code, bits, put, value) => {
    for (const channels of [1, 2]) {
      const sound = readWav(wav(code, channels, bits, put));
      expect([...sound.samples]).toEqual([value, value, value, value]);
    }
  });
  test.each([
    ['5.1 channels', wav(1, 6, 16, () => undefined), /6 channels; mono or stereo/],
    ['a packed format', wav(85, 1, 16, () => undefined), /format 85/],
    ['12 bits', wav(1, 1, 12, () => undefined, 2), /12 bits/],
    ['half a file', file.buffer.slice(0, 900), /only 856 are there/],
    ['a text', new TextEncoder().encode('x'.repeat(80)).buffer, /no WAV/],
    ['nothing', new ArrayBuffer(0), /0 bytes/],
    ['no samples', wav(1, 1, 16, () => undefined, 0), /no samples/],
    ['not a number', wav(3, 1, 32, (v, at) => v.setFloat32(at, NaN, true)), /not a number/],
  ] as const)('%s is refused with the reason', (_, bytes, reason) => {
    expect(() => readWav(bytes as ArrayBuffer, 'a.wav')).toThrow(reason);
  });
  test('any bytes behind a WAV’s head are read or refused in words, never by a crash', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 0, maxLength: 200 }), fc.nat(60), (noise, at) => {
        const bytes = file.slice(0, 400);
        bytes.set(noise.slice(0, 400 - at), at);
        try {
          readWav(bytes.buffer);
        } catch (error) {
          expect((error as Error).name).toBe('InputError');
        }
      }),
      { numRuns: 300 },
    );
  });
});
