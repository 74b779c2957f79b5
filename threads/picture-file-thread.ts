import { open, type FileHandle } from 'node:fs/promises';
import { parentPort, workerData } from 'node:worker_threads';
import { checkFileSize } from '../core/formats/delimited.ts';
import { isStill, readStillFacts, readVideoFacts, type VideoFacts } from '../core/formats/video-facts.ts';
import { ended } from './ended.ts';

const STILL_BYTES = 40 * 1024 * 1024;

async function facts(file: FileHandle, fileName: string): Promise<VideoFacts> {
  const { size } = await file.stat();
  const read = async (from: number, to: number): Promise<Uint8Array> => {
    const bytes = new Uint8Array(to - from);
    const { bytesRead } = await file.read(bytes, 0, bytes.length, from);
    return bytes.subarray(0, bytesRead);
  };
  if (isStill(await read(0, 8))) {
    checkFileSize(size, fileName, STILL_BYTES);
    return readStillFacts(await read(0, size), fileName);
  }
  return readVideoFacts({ size, read }, fileName);
}

const { file, fileName } = workerData as { file: string; fileName: string };
const opened = await open(file, 'r');
try {
  parentPort?.postMessage(await ended(() => facts(opened, fileName)));
} finally {
  await opened.close();
}
