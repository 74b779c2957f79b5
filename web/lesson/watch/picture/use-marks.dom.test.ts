import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { useMarks, type Marked } from './use-marks.ts';

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});
const at = (n: number): Marked => ({ view: 'face-on', marks: { n } }) as unknown as Marked;
const numberOf = (m: Marked): number => (m.marks as unknown as { n: number }).n;

function open(save: (m: Marked) => Promise<void>) {
  return renderHook(() => useMarks(at(0), save));
}

test('changes are saved a moment after the last one, and undone step by step', async () => {
  const saved: number[] = [];
  const { result } = open(async (m) => void saved.push(numberOf(m)));
  act(() => result.current.change(() => at(1)));
  act(() => result.current.change(() => at(2)));
  expect(result.current.state).toBe('waiting');
  await act(() => jest.advanceTimersByTimeAsync(600));
  expect(saved).toEqual([2]);
  expect(result.current.state).toBe('saved');
  act(() => result.current.undo());
  expect(numberOf(result.current.marked)).toBe(1);
  await act(() => jest.advanceTimersByTimeAsync(600));
  expect(saved).toEqual([2, 1]);
});

test('the middle of a drag is no step of its own', () => {
  const { result } = open(async () => undefined);
  act(() => result.current.change(() => at(1)));
  act(() => result.current.change(() => at(2), true));
  act(() => result.current.change(() => at(3), true));
  act(() => result.current.undo());
  expect(numberOf(result.current.marked)).toBe(0);
  expect(result.current.canUndo).toBe(false);
});

test('while the server is away the marks stay, are said to wait, and go again', async () => {
  let away = true;
  const saved: number[] = [];
  const { result } = open(async (m) => {
    if (away) throw new Error('away');
    saved.push(numberOf(m));
  });
  act(() => result.current.change(() => at(1)));
  await act(() => jest.advanceTimersByTimeAsync(600));
  expect(result.current.state).toBe('waiting');
  expect(result.current.problem).toBeInstanceOf(Error);
  away = false;
  await act(() => jest.advanceTimersByTimeAsync(4100));
  expect(saved).toEqual([1]);
  expect(result.current.problem).toBeNull();
});

test('two saves never overtake each other, and the newest is the last', async () => {
  const answers: (() => void)[] = [];
  const sent: number[] = [];
  const { result } = open((m) => {
    sent.push(numberOf(m));
    return new Promise((resolve) => answers.push(resolve));
  });
  act(() => result.current.change(() => at(1)));
  await act(() => jest.advanceTimersByTimeAsync(600));
  act(() => result.current.change(() => at(2)));
  await act(() => jest.advanceTimersByTimeAsync(600));
  expect(sent).toEqual([1]);
  await act(async () => {
    answers[0]!();
    await jest.advanceTimersByTimeAsync(0);
  });
  expect(sent).toEqual([1, 2]);
});

test('leaving the picture sends what is still here', () => {
  const sent: number[] = [];
  const { result, unmount } = open(async (m) => void sent.push(numberOf(m)));
  act(() => result.current.change(() => at(5)));
  unmount();
  expect(sent).toEqual([5]);
});
