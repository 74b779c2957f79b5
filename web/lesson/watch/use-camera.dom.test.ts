import { act, renderHook } from '@testing-library/react';
import { beforeEach, expect, test } from '@jest/globals';
import { fakeMedia, fakeStream, FakeTrack } from '../../test-dom.ts';
import { useCamera } from './use-camera.ts';

class Recorder {
  static isTypeSupported = (type: string): boolean => type.startsWith('video/webm');
  static newest: Recorder | undefined;
  state = 'inactive';
  ondataavailable: ((e: { data: Blob }) => void) | null = null;
  onstop: (() => void) | null = null;
  constructor() {
    Recorder.newest = this;
  }
  start(): void {
    this.state = 'recording';
  }
  film(bytes: string): void {
    this.ondataavailable?.({ data: new Blob([bytes]) });
  }
  stop(): void {
    this.state = 'inactive';
    this.onstop?.();
  }
}
beforeEach(() => {
  Object.assign(globalThis, { MediaRecorder: Recorder });
});
const refusal = (name: string) => () => Promise.reject(new DOMException('no', name));

test('films, and gives the file when it is stopped', async () => {
  const picture = new FakeTrack('video');
  fakeMedia(async () => fakeStream(picture, new FakeTrack('audio')));
  const files: File[] = [];
  const { result } = renderHook(() => useCamera((f) => files.push(f)));
  await act(() => result.current.open());
  expect(result.current.state).toBe('ready');
  act(() => result.current.film());
  act(() => Recorder.newest?.film('frames'));
  expect(result.current.filmedBytes).toBe(6);
  act(() => result.current.stop());
  expect(files.map((f) => [f.type, f.size, f.name.endsWith('.webm')])).toEqual([['video/webm', 6, true]]);
  act(() => result.current.close());
  expect(picture.stopped).toBe(true);
});

test('one that is unplugged keeps what it filmed and says so', async () => {
  const picture = new FakeTrack('video');
  fakeMedia(async () => fakeStream(picture));
  const files: File[] = [];
  const { result } = renderHook(() => useCamera((f) => files.push(f)));
  await act(() => result.current.open());
  act(() => result.current.film());
  act(() => Recorder.newest?.film('half'));
  act(() => picture.onended?.());
  expect(result.current.state).toBe('lost');
  expect(files).toHaveLength(1);
});

test('a film that ended before the camera gave a picture is no film, and is said to be none', async () => {
  fakeMedia(async () => fakeStream(new FakeTrack('video')));
  const files: File[] = [];
  const { result } = renderHook(() => useCamera((f) => files.push(f)));
  await act(() => result.current.open());
  act(() => result.current.film());
  act(() => result.current.stop());
  expect(files).toEqual([]);
  expect(result.current.filmedBytes).toBeNull();
});

test.each([
  ['NotAllowedError', 'refused'],
  ['SecurityError', 'refused'],
  ['NotReadableError', 'missing'],
])('%s is said as %s', async (name, said) => {
  fakeMedia(refusal(name));
  const { result } = renderHook(() => useCamera(() => undefined));
  await act(() => result.current.open());
  expect(result.current.state).toBe(said);
});

test('without a microphone the picture alone will do', async () => {
  fakeMedia((wanted) =>
    wanted.audio ? refusal('NotFoundError')() : Promise.resolve(fakeStream(new FakeTrack('video'))),
  );
  const { result } = renderHook(() => useCamera(() => undefined));
  await act(() => result.current.open());
  expect(result.current.state).toBe('ready');
});

test('a camera that is granted after the view was left is let go at once', async () => {
  const picture = new FakeTrack('video');
  let grant: (stream: unknown) => void = () => undefined;
  fakeMedia(() => new Promise((resolve) => (grant = resolve)));
  const { result, unmount } = renderHook(() => useCamera(() => undefined));
  let opened: Promise<void> = Promise.resolve();
  act(() => {
    opened = result.current.open();
  });
  unmount();
  grant(fakeStream(picture));
  await opened;
  expect(picture.stopped).toBe(true);
});
