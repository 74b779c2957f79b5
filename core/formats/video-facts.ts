import { imageSize } from 'image-size';
import { ALL_FORMATS, EncodedPacketSink, Input, UnsupportedInputFormatError } from 'mediabunny';
import { InputError } from '../errors/input-error.ts';
import { frameRate } from '../picture/frame-times.ts';
import { videoSource, type Bytes } from './video-source.ts';

/** Most frames that are handled: ten minutes of 60 a second. */
const MOST_FRAMES = 36_000;
/** Video codecs that every browser of today plays. */
const PLAYABLE = ['avc', 'vp8', 'vp9', 'av1'] as const;

/** Sides of a picture that can be looked at, px. */
const SIDE_PX = [8, 12_000] as const;

function checkSize(widthPx: number, heightPx: number, fileName: string): void {
  if ([widthPx, heightPx].every((px) => px >= SIDE_PX[0] && px <= SIDE_PX[1])) return;
  throw new InputError(
    'out-of-range',
    `${fileName} says that its picture is ${widthPx} × ${heightPx} px; each side must be ${SIDE_PX[0]} to ${SIDE_PX[1]} px.`,
    fileName,
  );
}

/** What a video file or a still says of itself. */
export interface VideoFacts {
  readonly kind: 'video' | 'still';
  readonly codec: string;
  /** Of the file as its bytes say; absent in what was read by earlier versions. */
  readonly mimeType?: string;
  /** As shown: the turn that the file asks for is applied. */
  readonly widthPx: number;
  readonly heightPx: number;
  readonly rotationDeg: number;
  /** True time of every frame in the file, s, in order. */
  readonly frameTimesS: readonly number[];
  readonly hasSound: boolean;
  /** How many times slower than life the file says it plays; undefined where it says nothing. */
  readonly saysSlowFactor?: number;
  readonly warnings: readonly string[];
}

/** Frames a second at which a phone says it filmed, where it left the note. */
const CAPTURE_RATE_NOTE = 'com.android.capture.fps';

async function saidSlowFactor(input: Input, fps: number): Promise<number | undefined> {
  const raw = (await input.getMetadataTags()).raw?.[CAPTURE_RATE_NOTE];
  const filmed = typeof raw === 'string' ? Number(raw) : NaN;
  const factor = Math.round(filmed / fps);
  return Number.isFinite(factor) && factor > 1 ? factor : undefined;
}

/**
 * Reads what a video file holds: frames with their own times (never from the header's rate), size as shown, sound. A file whose
 * end is broken is read as far as it goes.
 * @throws InputError not-a-video, no picture track, no frames, a codec that browsers do not play
 */
export async function readVideoFacts(file: Bytes, fileName: string): Promise<VideoFacts> {
  const { source, isCut } = await videoSource(file);
  const input = new Input({ formats: ALL_FORMATS, source });
  try {
    const track = await input.getPrimaryVideoTrack();
    if (!track) {
      throw new InputError('no-picture', `${fileName} has no picture in it, only sound or data.`, fileName);
    }
    const { codec } = track;
    if (!PLAYABLE.some((c) => c === codec)) {
      const name = codec === 'hevc' ? 'HEVC (H.265)' : (codec ?? 'a codec that is not known here');
      throw new InputError(
        'codec',
        `${fileName} is ${name}, which browsers do not play. Save it as H.264 MP4 or WebM (on a phone: “most compatible”).`,
        fileName,
      );
    }
    checkSize(track.displayWidth, track.displayHeight, fileName);
    const sink = new EncodedPacketSink(track);
    let promised = 0;
    for await (const packet of sink.packets(undefined, undefined, { metadataOnly: true })) {
      if (packet.timestamp !== undefined) promised++;
      if (promised > MOST_FRAMES) {
        throw new InputError(
          'too-large',
          `${fileName} has more than ${MOST_FRAMES} frames; cut it to one swing.`,
          fileName,
        );
      }
    }
    const times: number[] = [];
    try {
      for await (const packet of sink.packets()) times.push(packet.timestamp);
    } catch {
      // The end of the file is missing: what was read so far stands.
    }
    if (times.length === 0) {
      throw new InputError('no-frames', `${fileName} has a picture track with no frame that can be read.`, fileName);
    }
    const frameTimesS = [...new Set(times)].sort((a, b) => a - b);
    const read = promised > times.length ? `${times.length} of ${promised}` : `${times.length}`;
    return {
      kind: 'video',
      codec: codec ?? '',
      mimeType: (await input.getFormat()).mimeType,
      widthPx: track.displayWidth,
      heightPx: track.displayHeight,
      rotationDeg: track.rotation,
      frameTimesS,
      hasSound: (await input.getPrimaryAudioTrack()) !== null,
      saysSlowFactor: await saidSlowFactor(input, frameRate(frameTimesS).fps),
      warnings: isCut || promised > times.length ? [`The end of the file is missing: ${read} frames can be read.`] : [],
    };
  } catch (error) {
    if (error instanceof InputError) throw error;
    if (error instanceof UnsupportedInputFormatError || error instanceof Error) {
      throw new InputError(
        'wrong-header',
        `${fileName} cannot be read as a video; expected MP4 or WebM that is whole up to its index.`,
        fileName,
      );
    }
    throw error;
  } finally {
    input.dispose();
  }
}

const PNG = [0x89, 0x50, 0x4e, 0x47];
const JPEG = [0xff, 0xd8, 0xff];

/** Whether bytes begin as a PNG or JPEG picture does. */
export const isStill = (head: Uint8Array): boolean =>
  [PNG, JPEG].some((magic) => magic.every((byte, i) => head[i] === byte));

/** Turned by 90° as its note of orientation says. */
const TURNED_FROM = 5;

/** Facts of a still: one frame. @throws InputError where its size cannot be read */
export function readStillFacts(bytes: Uint8Array, fileName: string): VideoFacts {
  try {
    const { width, height, orientation, type } = imageSize(bytes);
    checkSize(width, height, fileName);
    const turned = (orientation ?? 1) >= TURNED_FROM;
    return {
      kind: 'still',
      codec: type ?? '',
      mimeType: type === 'png' ? 'image/png' : 'image/jpeg',
      widthPx: turned ? height : width,
      heightPx: turned ? width : height,
      rotationDeg: 0,
      frameTimesS: [0],
      hasSound: false,
      warnings: [],
    };
  } catch (error) {
    if (error instanceof InputError) throw error;
    throw new InputError('wrong-header', `${fileName} cannot be read as a PNG or JPEG picture.`, fileName);
  }
}
