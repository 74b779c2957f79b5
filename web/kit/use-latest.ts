import { useLayoutEffect, useRef, type RefObject } from 'react';

/** The newest of a value that changes with each render, for what runs later: a timer, a recorder, an answer. */
export function useLatest<T>(value: T): RefObject<T> {
  const latest = useRef(value);
  useLayoutEffect(() => {
    latest.current = value;
  }, [value]);
  return latest;
}
