import {
  AudioSample,
  AudioSampleSource,
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

/** A film with a sound track laid under it, as samples of 16 bits: frames and their times stay as they are. */
export async function withSound(film: Uint8Array, samples: Float32Array, rateHz: number): Promise<Uint8Array> {
  const input = new Input({ formats: [MP4], source: new BufferSource(film) });
  const track = must(await input.getPrimaryVideoTrack());
  const config = must(await track.getDecoderConfig());
  const output = new Output({ format: new Mp4OutputFormat({ fastStart: 'in-memory' }), target: new BufferTarget() });
  const picture = new EncodedVideoPacketSource('avc');
  const sound = new AudioSampleSource({ codec: 'pcm-s16' });
  output.addVideoTrack(picture, { rotation: track.rotation });
  output.addAudioTrack(sound);
  await output.start();
  const heard = new AudioSample({
    data: samples,
    format: 'f32',
    numberOfChannels: 1,
    sampleRate: rateHz,
    timestamp: 0,
  });
  await sound.add(heard);
  heard.close();
  let first = true;
  for await (const packet of new EncodedPacketSink(track).packets()) {
    await picture.add(packet, first ? { decoderConfig: config } : undefined);
    first = false;
  }
  await output.finalize();
  return new Uint8Array(must(output.target.buffer));
}
