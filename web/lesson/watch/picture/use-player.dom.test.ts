import { act, renderHook } from '@testing-library/react';
import { beforeAll, expect, test } from '@jest/globals';
import { usePlayer } from './use-player.ts';

const TIMES = [0, 0.1, 0.2, 0.3, 0.4];

/** A video element as the player sees it: a seek takes until `arrive`. */
class Video {
  static newest: Video;
  seeking = false;
  paused = true;
  playbackRate = 1;
  muted = false;
  src = '';
  private timeS = 0;
  onloadeddata: (() => void) | null = null;
  onseeked: (() => void) | null = null;
  onplay: (() => void) | null = null;
  onpause: (() => void) | null = null;
  onerror: (() => void) | null = null;
  constructor() {
    Video.newest = this;
  }
  get currentTime(): number {
    return this.timeS;
  }
  set currentTime(s: number) {
    this.timeS = s;
    this.seeking = true;
  }
  arrive(): void {
    this.seeking = false;
    this.onseeked?.();
  }
  requestVideoFrameCallback(): void {}
  pause(): void {
    this.paused = true;
    this.onpause?.();
  }
  async play(): Promise<void> {
    this.paused = false;
    this.onplay?.();
  }
  removeAttribute(): void {}
  load(): void {}
}

const make = document.createElement.bind(document);
beforeAll(() => {
  document.createElement = ((name: string) => (name === 'video' ? new Video() : make(name))) as typeof make;
});

function open() {
  const opened = renderHook(() => usePlayer({ url: '/film', kind: 'video', frameTimesS: TIMES, startFrame: 1 }));
  act(() => {
    Video.newest.onloadeddata?.();
    Video.newest.arrive();
  });
  return opened;
}

test('begins at its frame, and steps to the middle of the next', () => {
  const { result } = open();
  expect(result.current.frame).toBe(1);
  act(() => result.current.step(1));
  expect(Video.newest.currentTime).toBeCloseTo(0.25, 6);
  act(() => Video.newest.arrive());
  expect(result.current.frame).toBe(2);
});

test('while a seek is under way only the newest wish counts', () => {
  const { result } = open();
  act(() => result.current.show(2));
  act(() => result.current.show(3));
  act(() => result.current.show(4));
  // Still on its way to the first.
  expect(Video.newest.currentTime).toBeCloseTo(0.25, 6);
  act(() => Video.newest.arrive());
  expect(Video.newest.currentTime).toBeGreaterThan(0.4);
  act(() => Video.newest.arrive());
  expect(result.current.frame).toBe(4);
});

test('steps pressed quickly add up, and stop at the ends', () => {
  const { result } = open();
  act(() => {
    result.current.step(1);
    result.current.step(1);
  });
  act(() => Video.newest.arrive());
  act(() => Video.newest.arrive());
  expect(result.current.frame).toBe(3);
  act(() => result.current.show(99));
  act(() => Video.newest.arrive());
  expect(result.current.frame).toBe(4);
});

test('plays from the start again at its end, at its rate; what cannot be played is said', async () => {
  const { result } = open();
  act(() => result.current.show(4));
  act(() => Video.newest.arrive());
  act(() => result.current.setRate(0.25));
  await act(async () => result.current.toggle());
  expect(result.current).toMatchObject({ playing: true, rate: 0.25 });
  expect([Video.newest.currentTime, Video.newest.playbackRate]).toEqual([0, 0.25]);
  act(() => Video.newest.onerror?.());
  expect(result.current.problem).toMatch(/cannot play/);
});
