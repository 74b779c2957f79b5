import { fakeServer, type Request } from '../../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { BlockWire, ShotPage } from '../../../api/types.ts';
import { showPage } from '../../test-page.tsx';
import { ShotTable } from './ShotTable.tsx';

const BLOCK = { id: 'b', club: 'driver' } as BlockWire;
const shot = (n: number, change: object = {}): ShotPage['shots'][number] =>
  ({
    id: `s${n}`,
    number: n,
    source: 'typed',
    struckAt: '2026-11-28T10:00:00Z',
    values: { clubSpeedMps: 40 + n, ballSpeedMps: 58 + n, carryM: 200 + n },
    setAsideReason: null,
    feltEffort: null,
    strikeByHand: false,
    doubt: '',
    was: {},
    ...change,
  }) as unknown as ShotPage['shots'][number];
let shots: ShotPage['shots'];
let asked: Request[];

beforeEach(() => {
  localStorage.clear();
  shots = [shot(1), shot(2, { setAsideReason: 'mishit' }), shot(3, { was: { clubSpeedMps: 99 }, doubt: 'smash' })];
  asked = fakeServer(({ method, path }) =>
    method === 'GET' && path.startsWith('/api/blocks/b/shots')
      ? { body: { shots, total: 250, pages: 3 } }
      : { body: { removals: [] } },
  );
});

const show = (settings = {}): Promise<HTMLElement> => {
  showPage(<ShotTable block={BLOCK} lessonId="l" />, { settings });
  return screen.findByRole('button', { name: 'Set swing 1 aside' });
};
/** What the server was asked for last. */
const lastQuery = (): Record<string, string> =>
  Object.fromEntries(new URL(asked.filter((a) => a.method === 'GET').at(-1)!.path, 'http://x').searchParams);
const press = async (name: string | RegExp): Promise<void> => {
  fireEvent.click(await screen.findByRole('button', { name }));
};
const type = (label: RegExp, value: string): void => {
  fireEvent.change(screen.getByRole('textbox', { name: label }), { target: { value } });
};

describe('the table of a block’s shots', () => {
  test('sorts by a column, turns it round by a second press, and says so to who cannot see the arrow', async () => {
    await show();
    expect(lastQuery()).toMatchObject({ sort: 'struckAt', direction: 'up', page: '0' });
    await press(/^club, mph/);
    await waitFor(() => expect(lastQuery()).toMatchObject({ sort: 'clubSpeedMps', direction: 'up' }));
    await press(/^club, mph/);
    await waitFor(() => expect(lastQuery()).toMatchObject({ sort: 'clubSpeedMps', direction: 'down' }));
    const head = screen.getByRole('columnheader', { name: /^club/ });
    expect(head.getAttribute('aria-sort')).toBe('descending');
  });
  test('a limit is typed in the screen’s unit and asked for at the wire’s', async () => {
    await show({ speedUnit: 'km/h' });
    await press('Sort, filter, columns');
    expect(screen.getByText('Sort by a column first to filter by its value.')).toBeTruthy();
    await press(/^club, km\/h/);
    type(/at least/, 'fast');
    type(/at most/, '150,5');
    await waitFor(() => expect(Number(lastQuery().most)).toBeCloseTo(150.5 / 3.6, 6));
    expect(lastQuery().least).toBeUndefined();
  });
  test('a limit begins at the first page again: what it leaves is seen', async () => {
    await show();
    await press(/^club, mph/);
    await press('Sort, filter, columns');
    await press('After');
    await press('After');
    await waitFor(() => expect(lastQuery().page).toBe('2'));
    type(/at least/, '95');
    await waitFor(() => expect(lastQuery()).toMatchObject({ page: '0', least: expect.any(String) }));
  });
  test('a limit on one column is not taken for one on another', async () => {
    await show();
    await press(/^carry, yd/);
    await press('Sort, filter, columns');
    type(/at least/, '220');
    await waitFor(() => expect(lastQuery()).toMatchObject({ sort: 'carryM', least: expect.any(String) }));
    await press(/^club, mph/);
    await waitFor(() => expect(lastQuery().sort).toBe('clubSpeedMps'));
    expect(lastQuery().least).toBeUndefined();
  });
  test('a figure that was put right shows what stood there; one in doubt is marked for eye and ear', async () => {
    await show();
    expect(screen.getByText('was 221.5', { exact: false })).toBeTruthy();
    expect(screen.getByLabelText('In doubt: smash')).toBeTruthy();
  });
  test('a swing is set aside with a reason, and brought back', async () => {
    await show();
    await press('Set swing 1 aside');
    fireEvent.click(screen.getByRole('radio', { name: 'device misread' }));
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'PATCH')?.body).toMatchObject({ reason: 'device misread' }),
    );
    const aside = screen.getAllByRole('row').find((r) => within(r).queryByText('mishit'))!;
    fireEvent.click(within(aside).getByRole('button', { name: 'Bring back' }));
    await waitFor(() =>
      expect(asked.filter((a) => a.method === 'PATCH').at(-1)).toMatchObject({
        path: '/api/shots/s2',
        body: { reason: null },
      }),
    );
  });
  test('only the figure that was touched is sent when one is put right', async () => {
    await show();
    await press('Put swing 1 right');
    const ball = screen.getByRole<HTMLInputElement>('textbox', { name: /^Ball speed, mph, swing 1/ });
    fireEvent.change(ball, { target: { value: '140' } });
    await press('Keep the correction');
    await waitFor(() => expect(asked.some((a) => a.method === 'PATCH')).toBe(true));
    const { body, path } = asked.find((a) => a.method === 'PATCH')!;
    expect(path).toBe('/api/shots/s1');
    expect(Object.keys((body as { values: object }).values)).toEqual(['ballSpeedMps']);
    expect((body as { values: { ballSpeedMps: number } }).values.ballSpeedMps).toBeCloseTo(140 * 0.44704, 3);
  });
  test('one that is opened and left sends nothing', async () => {
    await show();
    await press('Put swing 1 right');
    await press('Keep the correction');
    await press('Put swing 1 right');
    fireEvent.keyDown(screen.getByRole('textbox', { name: /^Ball speed/ }), { key: 'Escape' });
    await screen.findByRole('button', { name: 'Put swing 1 right' });
    expect(asked.some((a) => a.method === 'PATCH')).toBe(false);
  });
});
