import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import type { CaptureFileOptions } from '../core/formats/capture-file.ts';
import type { CaptureMapping } from '../core/formats/capture-mapping.ts';
import { InputError } from '../core/errors/input-error.ts';

const OPTIONS = {
  values: { type: 'boolean' },
  handedness: { type: 'string' },
  rates: { type: 'string' },
  map: { type: 'string' },
  'diameter-mm': { type: 'string' },
  ball: { type: 'string' },
  microphone: { type: 'string' },
  player: { type: 'string' },
} as const;

/** Flags of the command line by name. */
export type Flags = Readonly<Partial<Record<keyof typeof OPTIONS, string | boolean>>>;

/** Command, files and flags; a flag's value follows it after a space or `=`. @throws InputError usage */
export function parseLine(args: readonly string[]): { command?: string; files: readonly string[]; flags: Flags } {
  try {
    const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
    return { command: positionals[0], files: positionals.slice(1), flags: values };
  } catch (error) {
    throw new InputError('usage', (error as Error).message.split('.')[0] + '.', 'flags');
  }
}

/** One of the allowed values of a flag. @throws InputError */
export function oneOf<T extends string>(flags: Flags, name: keyof Flags, allowed: readonly T[]): T | undefined {
  const value = flags[name];
  if (value === undefined) return undefined;
  if (allowed.includes(value as T)) return value as T;
  throw new InputError('unknown-value', `--${name} is ${allowed.join(' or ')}; found "${String(value)}".`, `--${name}`);
}

/** How a capture file is to be read: `--handedness left`, `--rates rad_s`, `--map mapping.json`. */
export function captureOptions(flags: Flags): CaptureFileOptions {
  const { map } = flags;
  let mapping: CaptureMapping | undefined;
  if (typeof map === 'string') {
    try {
      mapping = JSON.parse(readFileSync(map, 'utf8')) as CaptureMapping;
    } catch (error) {
      throw new InputError('not-json', `--map ${map}: ${(error as Error).message}`, '--map');
    }
  }
  return {
    handedness: oneOf(flags, 'handedness', ['right', 'left']),
    ratesIn: oneOf(flags, 'rates', ['dps', 'rad_s']),
    mapping,
  };
}

/** A number in a range, or the stated default. @throws InputError */
export function numberFlag(flags: Flags, name: keyof Flags, [lo, hi]: readonly [number, number]): number | undefined {
  const given = flags[name];
  if (given === undefined) return undefined;
  const value = Number(given);
  if (typeof given === 'string' && given.trim() !== '' && value >= lo && value <= hi) return value;
  throw new InputError(
    'out-of-range',
    `--${name} is a number from ${lo} to ${hi}; found "${String(given)}".`,
    `--${name}`,
  );
}
