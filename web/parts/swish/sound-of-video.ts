/** Rate at which a video's sound is read: enough to hear the ball. */
const RATE_HZ = 48_000;

/**
 * The sound of a video as one channel, read by the browser.
 * @throws Error where the file holds no sound that can be read
 */
export async function soundOf(bytes: ArrayBuffer): Promise<{ samples: Float32Array; rateHz: number }> {
  const context = new OfflineAudioContext(1, 1, RATE_HZ);
  let sound: AudioBuffer;
  try {
    sound = await context.decodeAudioData(bytes);
  } catch {
    throw new Error('This video has no sound that can be read.');
  }
  const samples = new Float32Array(sound.length);
  for (let c = 0; c < sound.numberOfChannels; c++) {
    const channel = sound.getChannelData(c);
    for (let i = 0; i < samples.length; i++) samples[i]! += channel[i]! / sound.numberOfChannels;
  }
  return { samples, rateHz: sound.sampleRate };
}
