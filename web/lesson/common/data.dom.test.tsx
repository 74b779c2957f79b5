import { QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { beforeEach, expect, test } from '@jest/globals';
import type { LedgerAnswer, LessonAnswer } from '../../../api/types.ts';
import { ask, queryClient } from '../../base/api.ts';
import { useIntent } from '../../base/intent.ts';
import { fakeServer } from '../../test-dom.ts';
import { useLessonWrite, useMotion } from './data.ts';
import { putShots } from './live.ts';
import { useModelStart } from './prices.ts';

const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queryClient}>{children}</QueryClientProvider>
);
beforeEach(() => queryClient.clear());

test('a write whose answer is lost goes again under the same id; a new one has another', async () => {
  let lost = true;
  const asked = fakeServer(({ method }) => (method === 'POST' && lost ? null : { body: {} }));
  const { result } = renderHook(
    () => {
      const intent = useIntent();
      return useLessonWrite(
        'l',
        (note: string) => ask('POST /lessons/:id/sets', { id: 'l', body: { id: intent.idFor(note), note } }),
        () => intent.done(),
      );
    },
    { wrapper },
  );
  const press = (): Promise<unknown> => act(() => result.current.mutateAsync('same').catch(() => undefined));
  await press();
  lost = false;
  await press();
  await press();
  const ids = asked.filter((a) => a.method === 'POST').map((a) => (a.body as { id: string }).id);
  expect(ids).toHaveLength(3);
  expect(ids[1]).toBe(ids[0]);
  expect(ids[2]).not.toBe(ids[0]);
});

test('nothing is asked of a swing that is not chosen', async () => {
  const asked = fakeServer(() => ({ body: { id: 'm' } }));
  const { result, rerender } = renderHook(({ id }: { id: string | undefined }) => useMotion(id), {
    wrapper,
    initialProps: { id: undefined as string | undefined },
  });
  expect(asked).toEqual([]);
  rerender({ id: 'm' });
  await waitFor(() => expect(result.current.data).toEqual({ id: 'm' }));
});

const shot = (id: string, minute: number) => ({
  id,
  source: 'live',
  struckAt: `2026-11-28T10:0${minute}:00Z`,
  values: { clubSpeedMps: 41 },
  setAsideReason: null,
  feltEffort: null,
  strikeByHand: false,
});
const statistics = { swings: 2, setAside: 0 };
const event = {
  kind: 'shots',
  lessonId: 'l',
  blockId: 'b',
  shots: [shot('2', 2)],
  shotsTotal: 2,
  statistics,
  trend: null,
} as unknown as Parameters<typeof putShots>[0];

test('a live shot is put into its block and the plain table; other tables are asked for anew', async () => {
  const plain = { sort: 'struckAt', direction: 'up', show: 'all', page: 0, least: undefined, most: undefined };
  const sorted = { ...plain, sort: 'clubSpeedMps' };
  const table = { total: 1, pages: 1, shots: [{ ...shot('1', 1), number: 1 }] };
  const keyOf = (query: object) => ['lesson', 'l', 'shots', 'b', query];
  queryClient.setQueryData(['lesson', 'l'], {
    blocks: [
      { id: 'a', shots: [] },
      { id: 'b', shots: [shot('1', 1)] },
    ],
  });
  queryClient.setQueryData(keyOf(plain), table);
  queryClient.setQueryData(keyOf(sorted), table);
  putShots(event);
  const lesson = queryClient.getQueryData<LessonAnswer>(['lesson', 'l']);
  expect(lesson?.blocks.map((b) => b.shots.map((s) => s.id))).toEqual([[], ['1', '2']]);
  expect(lesson?.blocks[1]!.statistics).toEqual(statistics);
  const shown = queryClient.getQueryData<typeof table>(keyOf(plain));
  expect(shown?.shots.map((s) => [s.id, s.number])).toEqual([
    ['1', 1],
    ['2', 2],
  ]);
  expect(queryClient.getQueryState(keyOf(plain))?.isInvalidated).toBe(false);
  expect(queryClient.getQueryState(keyOf(sorted))?.isInvalidated).toBe(true);
});

test('without a speed or a finding there is no model to play with', () => {
  const lesson = { student: { heightM: 1.8, sex: 'male' }, ageYears: 40 } as unknown as LessonAnswer;
  const ledger = { ownSpeedMps: null, findings: [], diagnosis: { faults: [] } } as unknown as LedgerAnswer;
  const { result } = renderHook(() => useModelStart(lesson, ledger), { wrapper });
  expect(result.current).toEqual({ start: undefined, player: { heightM: 1.8, sex: 'male', ageYears: 40 } });
});
