import { useCallback, useEffect, useRef, useState } from 'react';
import { useLatest } from '../../kit/use-latest.ts';

export type CameraState = 'off' | 'asking' | 'ready' | 'filming' | 'refused' | 'missing' | 'lost';

/** Frames a second that are asked for: as many as the camera has. */
const WANTED_FPS = 120;
const TYPES = ['video/mp4;codecs=avc1', 'video/webm;codecs=vp9,opus', 'video/webm;codecs=vp8,opus', 'video/webm'];

/** The machine's camera with its microphone; what was filmed before it was unplugged is kept. */
export function useCamera(onFilm: (file: File) => void) {
  const [state, setState] = useState<CameraState>('off');
  const [stream, setStream] = useState<MediaStream | null>(null);
  /** Bytes of the film so far; null where the last one came to an end with nothing in it. */
  const [filmedBytes, setFilmedBytes] = useState<number | null>(0);
  const live = useRef<MediaStream | null>(null);
  const recorder = useRef<MediaRecorder | null>(null);
  const done = useLatest(onFilm);

  /** Counts the openings: a camera that is granted after the view was left is let go at once. */
  const wanted = useRef(0);
  const release = useCallback((): void => {
    wanted.current += 1;
    for (const t of live.current?.getTracks() ?? []) {
      t.onended = null;
      t.stop();
    }
    live.current = null;
    setStream(null);
  }, []);
  const stop = useCallback((): void => {
    if (recorder.current?.state === 'recording') recorder.current.stop();
    setState((s) => (s === 'filming' ? 'ready' : s));
  }, []);
  const close = useCallback((): void => {
    stop();
    release();
    setState('off');
  }, [stop, release]);
  useEffect(
    () => () => {
      if (recorder.current?.state === 'recording') recorder.current.stop();
      release();
    },
    [release],
  );

  const open = useCallback(async (): Promise<void> => {
    setState('asking');
    const own = ++wanted.current;
    const picture = { width: { ideal: 1280 }, height: { ideal: 720 }, frameRate: { ideal: WANTED_FPS } };
    const sound = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
    try {
      const media = navigator.mediaDevices;
      // Without a microphone the picture alone will do.
      const opened = await media
        .getUserMedia({ video: picture, audio: sound })
        .catch((e: unknown) =>
          e instanceof DOMException && e.name === 'NotFoundError'
            ? media.getUserMedia({ video: picture })
            : Promise.reject(e),
        );
      if (own !== wanted.current) {
        for (const t of opened.getTracks()) t.stop();
        return;
      }
      live.current = opened;
      for (const t of opened.getVideoTracks()) {
        t.onended = () => {
          if (recorder.current?.state === 'recording') recorder.current.stop();
          release();
          setState('lost');
        };
      }
      setStream(opened);
      setState('ready');
    } catch (error) {
      if (own !== wanted.current) return;
      const name = error instanceof DOMException ? error.name : '';
      setState(name === 'NotAllowedError' || name === 'SecurityError' ? 'refused' : 'missing');
    }
  }, [release]);

  const film = useCallback((): void => {
    if (!live.current) return;
    const type = TYPES.find((t) => MediaRecorder.isTypeSupported(t)) ?? '';
    const own = new MediaRecorder(live.current, { mimeType: type, videoBitsPerSecond: 12_000_000 });
    const pieces: Blob[] = [];
    setFilmedBytes(0);
    own.ondataavailable = (e) => {
      if (e.data.size === 0) return;
      pieces.push(e.data);
      setFilmedBytes((n) => (n ?? 0) + e.data.size);
    };
    own.onstop = () => {
      if (pieces.length === 0) {
        setFilmedBytes(null);
        return;
      }
      const kind = type.split(';')[0] || 'video/webm';
      const stamp = new Date().toISOString().slice(0, 19).replace(/[:T]/g, '-');
      done.current(new File(pieces, `camera-${stamp}.${kind === 'video/mp4' ? 'mp4' : 'webm'}`, { type: kind }));
    };
    own.start(500);
    recorder.current = own;
    setState('filming');
  }, [done]);
  return { state, stream, filmedBytes, open, film, stop, close };
}
