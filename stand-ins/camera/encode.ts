import { createRequire } from 'node:module';
import type * as Encoder from 'h264-mp4-encoder';
import {
  BufferSource,
  BufferTarget,
  EncodedPacketSink,
  EncodedVideoPacketSource,
  Input,
  MP4,
  Mp4OutputFormat,
  Output,
} from 'mediabunny';
import { must } from '../../core/errors/must.ts';

// The encoder is a CommonJS package around WebAssembly.
const { createH264MP4Encoder } = createRequire(import.meta.url)('h264-mp4-encoder') as typeof Encoder;

export interface VideoContainer {
  /** Time of each frame in the file, s, from 0. */
  readonly timesS: readonly number[];
  /** Clockwise turn that a player has to apply, °. */
  readonly rotation: 0 | 90 | 180 | 270;
}

/** Frames a second that the encoder is told; the container's own times are written afterwards. */
const NOMINAL_FPS = 60;
const QUANTIZER = 26;
const KEY_FRAME_EVERY = 12;

/** H.264 in MP4 from frames of RGBA, each at its own time. */
export async function encodeVideo(
  size: { readonly widthPx: number; readonly heightPx: number },
  frames: Iterable<Uint8ClampedArray>,
  container: VideoContainer,
): Promise<Uint8Array> {
  const encoder = await createH264MP4Encoder();
  encoder.width = size.widthPx;
  encoder.height = size.heightPx;
  encoder.frameRate = NOMINAL_FPS;
  encoder.quantizationParameter = QUANTIZER;
  encoder.groupOfPictures = KEY_FRAME_EVERY;
  encoder.speed = 10;
  encoder.initialize();
  // A copy: the encoder takes arrays of its own realm only, which the canvas does not give under a test runner.
  for (const rgba of frames) encoder.addFrameRgba(new Uint8ClampedArray(rgba));
  encoder.finalize();
  const raw = encoder.FS.readFile(encoder.outputFilename);
  encoder.delete();
  return withTimes(raw, container);
}

/** The same packets with other times and rotation. */
async function withTimes(raw: Uint8Array, { timesS, rotation }: VideoContainer): Promise<Uint8Array> {
  const input = new Input({ formats: [MP4], source: new BufferSource(raw) });
  const track = must(await input.getPrimaryVideoTrack());
  const config = must(await track.getDecoderConfig());
  const output = new Output({ format: new Mp4OutputFormat({ fastStart: 'in-memory' }), target: new BufferTarget() });
  const source = new EncodedVideoPacketSource('avc');
  output.addVideoTrack(source, { rotation });
  await output.start();
  let i = 0;
  for await (const packet of new EncodedPacketSink(track).packets()) {
    const timestamp = timesS[i]!;
    const duration = (timesS[i + 1] ?? 2 * timesS[i]! - (timesS[i - 1] ?? 0)) - timestamp;
    const type = i % KEY_FRAME_EVERY === 0 ? 'key' : 'delta';
    await source.add(packet.clone({ timestamp, duration, type }), i === 0 ? { decoderConfig: config } : undefined);
    i++;
  }
  await output.finalize();
  return new Uint8Array(must(output.target.buffer));
}
