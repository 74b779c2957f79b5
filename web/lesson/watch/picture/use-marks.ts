import { useCallback, useEffect, useRef, useState } from 'react';
import type { PictureMarks, View } from '../../../../core/picture/marks.ts';
import { useLatest } from '../../../kit/use-latest.ts';

export interface Marked {
  readonly view: View;
  readonly marks: PictureMarks;
}
export type SaveState = 'saved' | 'saving' | 'waiting';

const SAVE_AFTER_MS = 500;
const MOST_STEPS = 100;

/**
 * What is marked in a video, with undo; saved a moment after each change, and tried again while the server is away.
 * @param save resolves when the server has it
 */
export function useMarks(first: Marked, save: (marked: Marked) => Promise<void>) {
  const [marked, setMarked] = useState(first);
  const past = useRef<Marked[]>([]);
  const [steps, setSteps] = useState(0);
  const [state, setState] = useState<SaveState>('saved');
  const [problem, setProblem] = useState<unknown>(null);
  const latest = useRef(first);
  const saved = useRef(first);
  const timer = useRef(0);
  const busy = useRef(false);
  const keep = useLatest(save);
  const again = useRef<() => void>(() => undefined);

  const flush = useCallback(async (): Promise<void> => {
    window.clearTimeout(timer.current);
    // One at a time: two on their way could arrive in the wrong order.
    if (busy.current) return;
    const now = latest.current;
    if (now === saved.current) return setState('saved');
    busy.current = true;
    setState('saving');
    try {
      await keep.current(now);
      saved.current = now;
      setProblem(null);
      setState('saved');
    } catch (error) {
      setProblem(error);
      setState('waiting');
      // Nothing is lost: the marks stay here and are sent again.
      timer.current = window.setTimeout(() => again.current(), 4000);
    }
    busy.current = false;
    if (latest.current !== now) again.current();
  }, [keep]);
  useEffect(() => {
    again.current = () => void flush();
  }, [flush]);

  const put = useCallback(
    (next: Marked): void => {
      latest.current = next;
      setMarked(next);
      setState('waiting');
      window.clearTimeout(timer.current);
      timer.current = window.setTimeout(() => void flush(), SAVE_AFTER_MS);
    },
    [flush],
  );
  /** @param quiet no step of its own for undo: the middle of a drag */
  const change = useCallback(
    (how: (now: Marked) => Marked, quiet = false): void => {
      const before = latest.current;
      const next = how(before);
      if (next === before) return;
      if (!quiet) {
        past.current = [...past.current.slice(-MOST_STEPS + 1), before];
        setSteps(past.current.length);
      }
      put(next);
    },
    [put],
  );
  const undo = useCallback((): void => {
    const last = past.current.pop();
    if (last) put(last);
    setSteps(past.current.length);
  }, [put]);
  // Leaving the picture sends what is still here.
  useEffect(() => () => void flush(), [flush]);
  return { marked, change, undo, canUndo: steps > 0, state, problem };
}
