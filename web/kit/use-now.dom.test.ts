import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import { useNow } from './use-now.ts';

beforeEach(() => void jest.useFakeTimers({ now: new Date(2026, 10, 29, 23, 59, 30) }));
afterEach(() => void jest.useRealTimers());

test('a view that stays open past midnight is told of the new day', () => {
  const { result } = renderHook(() => useNow());
  expect(result.current.getDate()).toBe(29);
  act(() => void jest.advanceTimersByTime(60_000));
  expect([result.current.getMonth(), result.current.getDate()]).toEqual([10, 30]);
});

test('once it is closed nothing goes on counting', () => {
  const { unmount } = renderHook(() => useNow());
  expect(jest.getTimerCount()).toBe(1);
  unmount();
  expect(jest.getTimerCount()).toBe(0);
});
