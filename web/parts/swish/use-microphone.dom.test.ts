import { act, renderHook } from '@testing-library/react';
import { beforeEach, expect, test } from '@jest/globals';
import { fakeMedia, fakeStream, FakeTrack } from '../../test-dom.ts';
import { useMicrophone } from './use-microphone.ts';

class Tap {
  static newest: Tap | undefined;
  readonly port: { onmessage: ((e: { data: Float32Array }) => void) | null } = { onmessage: null };
  constructor() {
    Tap.newest = this;
  }
}
class Context {
  static closed = 0;
  readonly sampleRate = 1000;
  readonly audioWorklet = { addModule: async (): Promise<void> => undefined };
  createMediaStreamSource(): { connect: () => void } {
    return { connect: () => undefined };
  }
  async close(): Promise<void> {
    Context.closed += 1;
  }
}
beforeEach(() => {
  Context.closed = 0;
  Object.assign(globalThis, { AudioContext: Context, AudioWorkletNode: Tap });
});

test('hears, gives the newest stretch with its time, and is let go', async () => {
  const track = new FakeTrack('audio');
  fakeMedia(async () => fakeStream(track));
  const { result } = renderHook(() => useMicrophone());
  await act(() => result.current.start());
  expect(result.current.state).toBe('on');
  for (let i = 0; i < 5; i++) Tap.newest?.port.onmessage?.({ data: new Float32Array(1000).fill(i) });
  const { samples, rateHz, fromS } = result.current.newest(2);
  expect([samples.length, rateHz, fromS]).toEqual([2000, 1000, 3]);
  expect([samples[0], samples[1999]]).toEqual([3, 4]);
  act(() => result.current.stop());
  expect(result.current.state).toBe('off');
  expect([track.stopped, Context.closed]).toEqual([true, 1]);
});

test('refused, missing and unplugged are told apart', async () => {
  const { result } = renderHook(() => useMicrophone());
  fakeMedia(() => Promise.reject(new DOMException('no', 'NotAllowedError')));
  await act(() => result.current.start());
  expect(result.current.state).toBe('refused');
  fakeMedia(() => Promise.reject(new DOMException('no', 'NotFoundError')));
  await act(() => result.current.start());
  expect(result.current.state).toBe('missing');
  const track = new FakeTrack('audio');
  fakeMedia(async () => fakeStream(track));
  await act(() => result.current.start());
  act(() => track.onended?.());
  expect(result.current.state).toBe('lost');
});

test('a microphone that is granted after the view was left is let go at once', async () => {
  const track = new FakeTrack('audio');
  let grant: (stream: unknown) => void = () => undefined;
  fakeMedia(() => new Promise((resolve) => (grant = resolve)));
  const { result, unmount } = renderHook(() => useMicrophone());
  let started: Promise<void> = Promise.resolve();
  act(() => {
    started = result.current.start();
  });
  unmount();
  grant(fakeStream(track));
  await started;
  expect(track.stopped).toBe(true);
});
