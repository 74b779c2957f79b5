import { readFile } from 'node:fs/promises';
import { sequenceToWire } from '../../api/sequence-wire.ts';
import { analyseGround } from '../../core/capture/ground-analysis.ts';
import { groundTraces } from '../../core/capture/ground-traces.ts';
import { analyseSequence } from '../../core/capture/sequence.ts';
import { measureGround } from '../../core/diagnosis/evidence-of-ground.ts';
import { measureMotion } from '../../core/diagnosis/evidence-of-motion.ts';
import { priceInputs } from '../../core/diagnosis/learned-price.ts';
import { priceToKeep } from '../../core/diagnosis/priced-swing.ts';
import {
  captureSource,
  readGroundFile,
  readMotionFile,
  type CaptureFileOptions,
} from '../../core/formats/capture-file.ts';
import { sourceLabels } from '../../core/formats/capture-source.ts';
import { writeC3d } from '../../core/formats/c3d-write.ts';
import { writeGroundCsv } from '../../core/formats/ground-csv.ts';
import { motionToC3d } from '../../core/formats/motion-c3d.ts';
import { readMotionCsv, writeMotionCsv } from '../../core/formats/motion-csv.ts';
import { limitReading } from '../../core/battery/limit.ts';
import type { ShotValues } from '../../core/formats/shot-fields.ts';
import { compareRuns } from '../../core/review/compare-blocks.ts';
import type { TrialSwing } from '../../core/trial/fit-quantity.ts';
import { stepLedger, type StepLedger } from '../../core/trial/steps.ts';
import { analyseTrial, type TrialAnswer } from '../../core/trial/trial.ts';
import { trialValues } from '../../core/trial/values.ts';
import { readForeignShots, readShots } from './read-shots.ts';
import { handSpeeds } from '../../core/capture/hand-speed.ts';
import { curvesToWire } from './curves.ts';
import { weighLesson } from './weigh-lesson.ts';
import { reviewSessions } from './review-sessions.ts';

/** A capture's file in the content store and how it is to be read. */
export interface CaptureFile {
  readonly file: string;
  readonly name: string;
  /** Id that the record gets. */
  readonly id: string;
  readonly options: CaptureFileOptions;
  /** Read as it is: our own columns and units, so the file itself is kept. */
  readonly own: boolean;
}

const bytesOf = async (file: string): Promise<ArrayBuffer> => new Uint8Array(await readFile(file)).buffer;

/** A captured swing with all that is stored of it. @throws InputError */
async function readMotion({ file, name, id, options, own }: CaptureFile) {
  const capture = readMotionFile(await bytesOf(file), name, options);
  const sequence = analyseSequence(capture);
  return {
    rows: capture.timeS.length,
    content: own ? null : writeMotionCsv(capture),
    sequence: sequenceToWire(sequence),
    curves: curvesToWire(sequence, handSpeeds(capture)),
    measurements: measureMotion(capture, sequence, { kind: 'motion', id, label: name }),
    priceInputs: priceInputs(sequence) ?? null,
  };
}

/** A swing's ground with all that is stored of it. @throws InputError */
async function readGround({ file, name, id, options, own, club }: CaptureFile & { readonly club: string }) {
  const capture = readGroundFile(await bytesOf(file), name, options);
  const figures = analyseGround(capture);
  return {
    rows: capture.timeS.length,
    content: own ? null : writeGroundCsv(capture),
    figures,
    traces: groundTraces(capture, figures.bodyWeightN),
    measurements: measureGround(figures, club, { kind: 'ground', id, label: name }),
  };
}

/** A swing of a trial as it stands in its block. */
export interface TrialShot extends Omit<TrialSwing, 'values'> {
  readonly club: string;
  readonly shot: ShotValues;
}
const trialSwings = (swings: readonly (TrialShot | TrialSwing)[]): TrialSwing[] =>
  swings.map((s) => ('shot' in s ? { ...s, values: trialValues(s.shot, s.club) } : s));
const analyseTrialShots = (swings: readonly (TrialShot | TrialSwing)[], conditions: number): TrialAnswer =>
  analyseTrial(trialSwings(swings), conditions);
const ledgerOfShots = (swings: readonly (TrialShot | TrialSwing)[], states: number): StepLedger =>
  stepLedger(trialSwings(swings), states);

/** What may run in a thread of the pool: data in, data out, nothing kept between two calls but what speeds up. */
export const TASKS = {
  readMotion,
  readGround,
  captureLabels: async (file: string, name: string, kind: 'motion' | 'ground') =>
    sourceLabels(captureSource(await bytesOf(file), name), kind),
  motionAsC3d: (csv: string) => writeC3d(motionToC3d(readMotionCsv(csv, 'swing.csv'))),
  readShots,
  readForeignShots,
  weighLesson,
  priceSwing: priceToKeep,
  reviewSessions,
  compareRuns,
  analyseTrialShots,
  ledgerOfShots,
  limitReading,
} as const;
