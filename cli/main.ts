import { readFileSync, statSync } from 'node:fs';
import { basename } from 'node:path';
import { CannotSayError, InputError } from '../core/errors/input-error.ts';
import { LARGEST_WAV_BYTES } from '../core/formats/wav.ts';
import { checkFileSize, LARGEST_FILE_BYTES } from '../core/formats/delimited.ts';
import { COMMANDS } from './commands.ts';
import { parseLine } from './flags.ts';

const BAD_INPUT = 2;
const CANNOT_SAY = 3;

interface Problem {
  readonly code: string;
  readonly message: string;
  readonly where: string;
}

function problemOf(error: unknown): { problem: Problem; exit: number } {
  if (error instanceof InputError) {
    return { problem: { code: error.code, message: error.message, where: error.where }, exit: BAD_INPUT };
  }
  if (error instanceof CannotSayError) {
    return {
      problem: { code: error.code, message: `${error.message} Missing: ${error.missing}.`, where: '' },
      exit: CANNOT_SAY,
    };
  }
  throw error;
}

function read(file: string | undefined, most: number): { bytes: Buffer; name: string } {
  if (file === undefined || file === '-') return { bytes: readFileSync(0), name: 'standard input' };
  try {
    checkFileSize(statSync(file).size, basename(file), most);
    return { bytes: readFileSync(file), name: basename(file) };
  } catch (error) {
    if (error instanceof InputError) throw error;
    throw new InputError('usage', `Cannot read ${file}: ${(error as Error).message}`, file);
  }
}

function parseJson(text: string, name: string): unknown {
  if (text.trim() === '') throw new InputError('empty-file', `${name} is empty; expected one JSON value.`, name);
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw new InputError('not-json', `${name} is not JSON: ${(error as Error).message}`, name);
  }
}

/** One answer for each element of an array; an element that fails gives its error in its place. */
async function answerEach(run: (input: unknown) => unknown, input: unknown): Promise<unknown> {
  if (!Array.isArray(input)) return run(input);
  const answers: unknown[] = [];
  for (const element of input) {
    try {
      answers.push(await run(element));
    } catch (error) {
      answers.push({ error: problemOf(error).problem });
    }
  }
  return answers;
}

/** Runs one command; prints one JSON value, or one line of error. @returns the exit code: 0, 2 bad input, 3 cannot say */
export async function main(args: readonly string[]): Promise<number> {
  try {
    const { command: name, files, flags } = parseLine(args);
    const command = name === undefined ? undefined : COMMANDS[name];
    if (!command) {
      throw new InputError(
        'usage',
        `Usage: maple ${Object.keys(COMMANDS).join('|')} [FILE]; found "${name ?? ''}".`,
        'command',
      );
    }
    const answerFile = (file: string | undefined): unknown => {
      if (command.kind === 'none') return command.run();
      if (command.kind === 'file') {
        if (file === undefined || !statSync(file, { throwIfNoEntry: false })?.isFile())
          throw new InputError(
            'usage',
            `Cannot read ${file ?? 'standard input'}: expected a file by its name.`,
            'FILE',
          );
        return command.run(file, basename(file));
      }
      const { bytes, name: fileName } = read(file, command.kind === 'bytes' ? LARGEST_WAV_BYTES : LARGEST_FILE_BYTES);
      return command.kind === 'bytes'
        ? command.run(new Uint8Array(bytes).buffer, fileName, flags)
        : answerEach(command.run, parseJson(bytes.toString('utf8'), fileName));
    };
    const answer = await (files.length > 1
      ? answerEach((file) => answerFile(file as string), files)
      : answerFile(files[0]));
    const done = process.stdout.write(`${JSON.stringify(answer)}\n`);
    if (!done) await new Promise((resolve) => process.stdout.once('drain', resolve));
    return 0;
  } catch (error) {
    const { problem, exit } = problemOf(error);
    process.stderr.write(
      `${problem.code}: ${problem.message.replace(/\s+/g, ' ')}${problem.where ? ` (${problem.where})` : ''}\n`,
    );
    return exit;
  }
}
