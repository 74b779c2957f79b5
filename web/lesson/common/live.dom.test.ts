import { renderHook } from '@testing-library/react';
import { afterAll, expect, jest, test } from '@jest/globals';
import { queryClient } from '../../base/api.ts';
import { FakeEvents } from '../../test-dom.ts';
import { refreshLesson } from './data.ts';
import { useLessonEvents } from './live.ts';

jest.useFakeTimers();
Object.assign(globalThis, { EventSource: FakeEvents });
afterAll(() => void jest.useRealTimers());

test('what is told of a write of this page asks for no second load, what another page wrote does', async () => {
  const loads = jest.spyOn(queryClient, 'invalidateQueries').mockResolvedValue();
  const { unmount } = renderHook(() => useLessonEvents('l'));
  await jest.advanceTimersByTimeAsync(1);
  const [stream] = FakeEvents.all;
  const changed = (): void => stream!.say('changed', { kind: 'changed', lessonId: 'l' });
  // Told first, then fetched by the write itself: one load.
  changed();
  await jest.advanceTimersByTimeAsync(20);
  void refreshLesson('l');
  await jest.advanceTimersByTimeAsync(5000);
  expect(loads).toHaveBeenCalledTimes(1);
  // Written elsewhere, or told after this page had begun to fetch: fetched anew.
  changed();
  await jest.advanceTimersByTimeAsync(5000);
  expect(loads).toHaveBeenCalledTimes(2);
  void refreshLesson('l');
  await jest.advanceTimersByTimeAsync(20);
  changed();
  await jest.advanceTimersByTimeAsync(5000);
  expect(loads).toHaveBeenCalledTimes(4);
  // Another lesson's are not this one's.
  stream!.say('changed', { kind: 'changed', lessonId: 'm' });
  await jest.advanceTimersByTimeAsync(5000);
  expect(loads).toHaveBeenCalledTimes(4);
  unmount();
});
