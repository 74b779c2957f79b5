import { readFileSync } from 'node:fs';
import { readPointsFile } from '../api/points-file.ts';
import { testRatio } from '../core/battery/ratios.ts';
import { analyseGround } from '../core/capture/ground-analysis.ts';
import { analyseSequence } from '../core/capture/sequence.ts';
import type { Measurement } from '../core/diagnosis/findings.ts';
import { measureGround } from '../core/diagnosis/evidence-of-ground.ts';
import { measureMotion } from '../core/diagnosis/evidence-of-motion.ts';
import { measurePictureSigns } from '../core/diagnosis/evidence-of-picture.ts';
import { measureRatios } from '../core/diagnosis/evidence-of-tests.ts';
import { measureShots } from '../core/diagnosis/evidence-of-lesson.ts';
import { InputError } from '../core/errors/input-error.ts';
import { isC3d, readGroundFile, readMotionFile } from '../core/formats/capture-file.ts';
import { readDelimited } from '../core/formats/delimited.ts';
import { isMotionHeader } from '../core/formats/motion-csv.ts';
import { readShotsCsv } from '../core/formats/shots-csv.ts';
import { measurePicture } from '../core/picture/picture-measures.ts';
import type { Handedness } from '../core/units/units.ts';
import { captureOptions, type Flags } from './flags.ts';
import { checked } from './input.ts';
import { batterySchema, playerSchema } from './schemas.ts';

interface FilePlayer {
  readonly heightM?: number;
  readonly handedness?: Handedness;
}

/** The player of `--player FILE`; empty without one. @throws InputError where the file is none */
export function playerOfFlag(flags: Flags): FilePlayer {
  const { player } = flags;
  if (typeof player !== 'string') return {};
  try {
    return checked(playerSchema, JSON.parse(readFileSync(player, 'utf8'))) as FilePlayer;
  } catch (error) {
    if (error instanceof InputError) throw error;
    throw new InputError('not-json', `--player ${player}: ${(error as Error).message}`, '--player');
  }
}

function ofShots(text: string, fileName: string, hand: Handedness, source: Measurement['source']): Measurement[] {
  const { shots } = readShotsCsv(text, hand, fileName);
  const clubs = [...new Set(shots.map((s) => s.club))];
  return clubs.flatMap((club) =>
    measureShots({
      id: `${fileName} ${club}`,
      label: source.label,
      club,
      withBall: true,
      condition: 'normal',
      shots: shots.filter((s) => s.club === club).map((s) => s.values),
    }),
  );
}

function ofJson(text: string, fileName: string, player: FilePlayer): Measurement[] {
  const value = JSON.parse(text) as Record<string, unknown>;
  if ('full' in value || 'tests' in value) {
    const { full, tests } = checked(batterySchema, value);
    return measureRatios(
      Object.entries(tests).map(([name, speeds]) => ({
        ratio: testRatio(name, full, speeds as number[]),
        source: { kind: 'block', id: `${fileName} ${name}`, label: `isolation test: ${name}` },
      })),
    );
  }
  const marked = readPointsFile(value, fileName);
  const heightM = marked.heightM ?? player.heightM;
  return measurePictureSigns(measurePicture(marked), {
    id: fileName,
    label: `${marked.view} video`,
    view: marked.view,
    heightM,
  });
}

/** `findings`: what one file says on the signs of the catalogue, the same that a lesson stores. */
export function findings(bytes: ArrayBuffer, fileName: string, flags: Flags): unknown {
  const player = playerOfFlag(flags);
  const options = { handedness: player.handedness, ...captureOptions(flags) };
  const hand = options.handedness ?? 'right';
  const source = (kind: Measurement['source']['kind']) => ({ kind, id: fileName, label: fileName });
  const motion = (): Measurement[] => {
    const capture = readMotionFile(bytes, fileName, options);
    return measureMotion(capture, analyseSequence(capture), source('motion'));
  };
  const ground = (): Measurement[] => {
    const capture = readGroundFile(bytes, fileName, options);
    return measureGround(analyseGround(capture), capture.notes.club ?? 'driver', source('ground'));
  };
  const list = ((): Measurement[] => {
    if (isC3d(bytes, fileName)) {
      try {
        return motion();
      } catch (error) {
        if (!(error instanceof InputError) || error.code !== 'missing') throw error;
        return ground();
      }
    }
    const text = new TextDecoder().decode(bytes);
    if (text.trim() === '') throw new InputError('empty-file', `${fileName} is empty.`, fileName);
    if (/^\uFEFF?\s*\{/.test(text)) {
      try {
        return ofJson(text.replace(/^\uFEFF/, ''), fileName, player);
      } catch (error) {
        if (error instanceof SyntaxError)
          throw new InputError('not-json', `${fileName} is not JSON: ${error.message}`, fileName);
        throw error;
      }
    }
    const { header } = readDelimited(text, fileName);
    if (isMotionHeader(header)) return motion();
    if (header.includes('lead_fz_n') || header.includes('lead_share_pct')) return ground();
    if (header.includes('club')) return ofShots(text, fileName, hand, source('block'));
    throw new InputError(
      'wrong-header',
      `${fileName} is none of shots.csv, motion.csv, ground.csv, C3D, a battery or picture points; found the header "${header.join(', ')}".`,
      'header',
    );
  })();
  return list.map((m) => ({ sign: m.sign, value: m.value, uncertainty: m.uncertainty, source: m.source.label }));
}
