import { readWav, type Sound } from '../../core/formats/wav.ts';
import { analyseSwish, type Swish, type SwishOptions } from '../../core/swish/analyse.ts';

export interface HeardSwish extends Swish {
  readonly lengthS: number;
}

const heard = (sound: Sound, options: SwishOptions): HeardSwish => ({
  ...analyseSwish(sound, options),
  lengthS: sound.samples.length / sound.rateHz,
});

/** Everything of the swish that the worker does, by name. */
export const SWISH_TASKS = {
  /** A recording from a file. */
  swishFile: (input: { bytes: ArrayBuffer; fileName: string; options: SwishOptions }): HeardSwish =>
    heard(readWav(input.bytes, input.fileName), input.options),
  /** A stretch of what the microphone hears. */
  swishLive: (input: { samples: Float32Array; rateHz: number; options: SwishOptions }): HeardSwish =>
    heard({ samples: input.samples, rateHz: input.rateHz, channels: 1 }, input.options),
} as const;
