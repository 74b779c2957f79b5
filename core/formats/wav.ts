import { InputError } from '../errors/input-error.ts';

/** A recording as one channel, −1 to 1. */
export interface Sound {
  readonly rateHz: number;
  readonly samples: Float32Array;
  readonly channels: number;
}

/** Largest sound file that is read: ten minutes of stereo at 48 kHz. */
export const LARGEST_WAV_BYTES = 120 * 1024 * 1024;
const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;
const RATES_HZ: readonly [number, number] = [8000, 192_000];

const bad = (fileName: string, message: string, where: string): InputError =>
  new InputError('unknown-value', `${fileName}: ${message}`, where);

interface Format {
  readonly code: number;
  readonly channels: number;
  readonly rateHz: number;
  readonly bits: number;
  readonly frameBytes: number;
}

function readFormat(view: DataView, at: number, size: number, fileName: string): Format {
  if (size < 16 || at + size > view.byteLength) throw bad(fileName, 'its format chunk is cut off.', `byte ${at}`);
  const given = view.getUint16(at, true);
  const code = given === EXTENSIBLE && size >= 26 ? view.getUint16(at + 24, true) : given;
  const format = {
    code,
    channels: view.getUint16(at + 2, true),
    rateHz: view.getUint32(at + 4, true),
    frameBytes: view.getUint16(at + 12, true),
    bits: view.getUint16(at + 14, true),
  };
  const { channels, rateHz, bits, frameBytes } = format;
  if (channels !== 1 && channels !== 2)
    throw bad(fileName, `it has ${channels} channels; mono or stereo is read. Save it as mono.`, `byte ${at + 2}`);
  const known = (code === PCM && [8, 16, 24, 32].includes(bits)) || (code === FLOAT && [32, 64].includes(bits));
  if (!known)
    throw bad(
      fileName,
      `its samples are of format ${code} with ${bits} bits; PCM of 8, 16, 24 or 32 bits or float is read.`,
      `byte ${at}`,
    );
  if (rateHz < RATES_HZ[0] || rateHz > RATES_HZ[1])
    throw bad(fileName, `it says ${rateHz} samples a second; ${RATES_HZ.join(' to ')} are read.`, `byte ${at + 4}`);
  if (frameBytes !== (channels * bits) / 8)
    throw bad(
      fileName,
      `its header says ${frameBytes} bytes a sample, but ${channels} channel${channels > 1 ? 's' : ''} of ${bits} bits are ${(channels * bits) / 8}.`,
      `byte ${at + 12}`,
    );
  return format;
}

/** One sample at a byte, −1 to 1. */
function sampleReader(view: DataView, { code, bits }: Format): (at: number) => number {
  if (code === FLOAT) return bits === 32 ? (at) => view.getFloat32(at, true) : (at) => view.getFloat64(at, true);
  if (bits === 8) return (at) => (view.getUint8(at) - 128) / 128;
  if (bits === 16) return (at) => view.getInt16(at, true) / 32768;
  if (bits === 24)
    return (at) => ((view.getInt8(at + 2) << 16) | (view.getUint8(at + 1) << 8) | view.getUint8(at)) / 8388608;
  return (at) => view.getInt32(at, true) / 2147483648;
}

/**
 * Reads a WAV (RIFF): PCM of 8, 16, 24 or 32 bits or float, mono or stereo (mixed to one channel).
 * @throws InputError where it is no WAV, is cut off, has other channels or formats, or its header lies
 */
export function readWav(bytes: ArrayBuffer, fileName = 'sound.wav'): Sound {
  const view = new DataView(bytes);
  const name = (at: number): string =>
    at + 4 > view.byteLength ? '' : String.fromCharCode(...new Uint8Array(bytes, at, 4));
  if (view.byteLength < 44) throw bad(fileName, `it has ${view.byteLength} bytes; a sound needs more.`, 'byte 0');
  if (name(0) !== 'RIFF' || name(8) !== 'WAVE') throw bad(fileName, 'it is no WAV file.', 'byte 0');
  let format: Format | undefined;
  for (let at = 12; at + 8 <= view.byteLength;) {
    const size = view.getUint32(at + 4, true);
    const body = at + 8;
    if (name(at) === 'fmt ') format = readFormat(view, body, size, fileName);
    if (name(at) === 'data') {
      if (!format) throw bad(fileName, 'its samples come before their format.', `byte ${at}`);
      // A recorder that was cut off leaves 0 or all ones for the length: what is there is the recording.
      const open = size === 0 || size === 0xffffffff;
      if (!open && body + size > view.byteLength)
        throw bad(
          fileName,
          `its header says ${size} bytes of sound, but only ${view.byteLength - body} are there: it is cut off or its header lies.`,
          `byte ${at + 4}`,
        );
      return decode(view, body, open ? view.byteLength - body : size, format, fileName);
    }
    at = body + size + (size % 2);
  }
  throw bad(fileName, format ? 'it has no samples.' : 'it has no format chunk.', `byte ${view.byteLength}`);
}

function decode(view: DataView, from: number, size: number, format: Format, fileName: string): Sound {
  const { channels, frameBytes, rateHz } = format;
  const frames = Math.floor(size / frameBytes);
  if (frames === 0) throw bad(fileName, 'it has no samples.', `byte ${from}`);
  const read = sampleReader(view, format);
  const step = frameBytes / channels;
  const samples = new Float32Array(frames);
  for (let i = 0; i < frames; i++) {
    const at = from + i * frameBytes;
    const value = channels === 1 ? read(at) : (read(at) + read(at + step)) / 2;
    if (!Number.isFinite(value)) throw bad(fileName, 'a sample is not a number.', `byte ${at}`);
    samples[i] = value;
  }
  return { rateHz, samples, channels };
}

/** Writes one channel as 16-bit PCM; louder than ±1 is cut. */
export function writeWav(sound: Pick<Sound, 'rateHz' | 'samples'>): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(44 + 2 * sound.samples.length);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string): void => [...word].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, bytes.length - 8, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, PCM, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, sound.rateHz, true);
  view.setUint32(28, 2 * sound.rateHz, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, 2 * sound.samples.length, true);
  sound.samples.forEach((v, i) => view.setInt16(44 + 2 * i, Math.round(32767 * Math.min(1, Math.max(-1, v))), true));
  return bytes;
}
