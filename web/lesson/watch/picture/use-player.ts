import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { frameAt, insideFrameS } from '../../../../core/picture/frame-times.ts';

export const RATES = [1, 0.5, 0.25, 0.125] as const;
export type Rate = (typeof RATES)[number];

/** A picture to draw, ready when it has pixels. */
export type Film = HTMLVideoElement | HTMLImageElement;

export interface Player {
  readonly film: Film | null;
  readonly frame: number;
  readonly playing: boolean;
  readonly rate: Rate;
  /** Why it cannot be played, or empty. */
  readonly problem: string;
  /** Called after each new frame is on the element. */
  onFrame(listener: () => void): () => void;
  show(frame: number): void;
  step(by: number): void;
  toggle(): void;
  setRate(rate: Rate): void;
}

interface Source {
  readonly url: string;
  readonly kind: 'video' | 'still';
  readonly frameTimesS: readonly number[];
  /** Frame to begin with. */
  readonly startFrame?: number;
}

/**
 * Plays a video and steps through its frames by their true times: a frame is sought at its middle, and the frame that is told is
 * the one that the browser says it has put on the screen.
 */
export function usePlayer({ url, kind, frameTimesS, startFrame = 0 }: Source): Player {
  const [film, setFilm] = useState<Film | null>(null);
  const [frame, setFrame] = useState(0);
  const [playing, setPlaying] = useState(false);
  const [rate, setRateState] = useState<Rate>(1);
  const [problem, setProblem] = useState('');
  const listeners = useRef(new Set<() => void>());
  const video = useRef<HTMLVideoElement | null>(null);
  /** The frame that is wanted while a seek is under way: only the newest counts. */
  const wanted = useRef<number | null>(null);
  const shown = useRef(startFrame);
  const tell = useCallback((now: number): void => {
    shown.current = now;
    setFrame(now);
    for (const listener of listeners.current) listener();
  }, []);

  useEffect(() => {
    if (kind === 'still') {
      const image = new Image();
      image.onload = () => {
        setProblem('');
        setFilm(image);
        tell(0);
      };
      image.onerror = () => setProblem('The picture cannot be shown.');
      image.src = url;
      return () => setFilm(null);
    }
    const element = document.createElement('video');
    let live = true;
    element.muted = true;
    element.playsInline = true;
    element.preload = 'auto';
    const presented = (_now: number, meta: VideoFrameCallbackMetadata): void => {
      if (!live) return;
      tell(frameAt(frameTimesS, meta.mediaTime + 1e-4));
      element.requestVideoFrameCallback(presented);
    };
    element.requestVideoFrameCallback(presented);
    element.onloadeddata = () => {
      setProblem('');
      setFilm(element);
      element.currentTime = insideFrameS(frameTimesS, Math.min(shown.current, frameTimesS.length - 1));
    };
    element.onseeked = () => {
      const next = wanted.current;
      wanted.current = null;
      const target = next === null ? null : insideFrameS(frameTimesS, next);
      if (target !== null && Math.abs(target - element.currentTime) > 1e-4) {
        wanted.current = next;
        element.currentTime = target;
      } else tell(frameAt(frameTimesS, element.currentTime));
    };
    element.onplay = () => setPlaying(true);
    element.onpause = () => setPlaying(false);
    element.onerror = () => setProblem('This browser cannot play the video. Save it as H.264 MP4 or WebM.');
    element.src = url;
    video.current = element;
    return () => {
      live = false;
      element.pause();
      element.removeAttribute('src');
      element.load();
      video.current = null;
      setFilm(null);
      setPlaying(false);
    };
  }, [url, kind, frameTimesS, tell]);

  const show = useCallback(
    (to: number): void => {
      const element = video.current;
      const next = Math.max(0, Math.min(frameTimesS.length - 1, Math.round(to)));
      if (!element) return;
      element.pause();
      if (element.seeking) {
        wanted.current = next;
        return;
      }
      element.currentTime = insideFrameS(frameTimesS, next);
      wanted.current = next;
    },
    [frameTimesS],
  );

  return useMemo(
    () => ({
      film,
      frame,
      playing,
      rate,
      problem,
      onFrame: (listener: () => void) => {
        listeners.current.add(listener);
        return () => listeners.current.delete(listener);
      },
      show,
      step: (by: number) => show((wanted.current ?? shown.current) + by),
      toggle: () => {
        const element = video.current;
        if (!element) return;
        if (element.paused) {
          if (shown.current >= frameTimesS.length - 1) element.currentTime = frameTimesS[0]!;
          void element.play().catch(() => setProblem('The browser did not let the video play.'));
        } else element.pause();
      },
      setRate: (next: Rate) => {
        setRateState(next);
        if (video.current) video.current.playbackRate = next;
      },
    }),
    [film, frame, playing, rate, problem, show, frameTimesS],
  );
}
