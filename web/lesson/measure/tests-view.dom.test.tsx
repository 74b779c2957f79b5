import { fakeServer, type Request } from '../../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { BatteryAnswer, LessonAnswer } from '../../../api/types.ts';
import { ISOLATION_TESTS } from '../../../core/catalogue/isolation-tests.ts';
import { placeNow, showPage } from '../../test-page.tsx';
import TestsView from './TestsView.tsx';

const OPEN = ISOLATION_TESTS.find((t) => t.id === 'feet-together')!;
const CLOSED = ISOLATION_TESTS.find((t) => t.id === 'hands-apart')!;
let battery: BatteryAnswer;
let asked: Request[];
let lost: boolean;
beforeEach(() => {
  localStorage.clear();
  lost = false;
  battery = {
    club: 'driver',
    fullSwings: 4,
    fullMps: 44.704,
    tests: [
      { id: OPEN.id, closedBecause: [], ratio: null, blockIds: [], history: [] },
      { id: CLOSED.id, closedBecause: ['The wrist hurts.'], ratio: null, blockIds: [], history: [] },
    ],
    limit: null,
    loadVelocity: null,
  };
  asked = fakeServer(({ method }) => (method === 'GET' ? { body: battery } : lost ? null : { status: 201, body: {} }));
});
const lesson = { lesson: { id: 'l' }, blocks: [], student: { id: 's' } } as unknown as LessonAnswer;
const show = async (): Promise<void> => {
  showPage(<TestsView lesson={lesson} />);
  await screen.findByRole('heading', { name: 'Isolation tests' });
};
const item = (name: string) => within(screen.getByRole('listitem', { name }));
const posts = (): Record<string, unknown>[] =>
  asked.filter((a) => a.method === 'POST').map((a) => a.body as Record<string, unknown>);
async function start(name: string): Promise<void> {
  const before = posts().length;
  fireEvent.click(item(name).getByRole('button', { name: /^Start|^Go on/ }));
  await waitFor(() => expect(posts()).toHaveLength(before + 1));
  if (lost) await screen.findByText(/The server does not answer/);
  else
    await waitFor(() =>
      expect(item(name).getByRole<HTMLButtonElement>('button', { name: /^Start|^Go on/ }).disabled).toBe(false),
    );
}

describe('the isolation tests', () => {
  test('one that is open begins its own block; begun again after that block was deleted it is another', async () => {
    await show();
    await start(OPEN.name);
    await start(OPEN.name);
    const [first, second] = posts();
    expect(first).toMatchObject({ condition: OPEN.condition, club: 'driver' });
    expect(second!.id).not.toBe(first!.id);
  });
  test('pressed again after a lost answer it is the same block', async () => {
    await show();
    lost = true;
    await start(OPEN.name);
    lost = false;
    await start(OPEN.name);
    expect(posts()[1]).toEqual(posts()[0]);
  });
  test('one that has a block goes on in it', async () => {
    battery.tests[0]!.blockIds = ['b1', 'b2'];
    await show();
    fireEvent.click(item(OPEN.name).getByRole('button', { name: /^Start|^Go on/ }));
    await waitFor(() => expect(asked.some((a) => a.method === 'PATCH')).toBe(true));
    expect(asked.find((a) => a.method === 'PATCH')).toMatchObject({
      path: '/api/blocks/b2',
      body: { listening: true },
    });
    expect(posts()).toEqual([]);
  });
  test('a closed one says why and cannot begin; it stands after the open ones', async () => {
    await show();
    expect(item(CLOSED.name).getByText(/The wrist hurts/)).toBeTruthy();
    expect(item(CLOSED.name).queryByRole('button', { name: /^Start/ })).toBeNull();
    expect(
      screen
        .getAllByRole('listitem')
        .map((i) => i.getAttribute('aria-label'))
        .filter(Boolean),
    ).toEqual([OPEN.name, CLOSED.name]);
  });
  test('before the full swing was made enough it is asked for, and nothing is said', async () => {
    battery = { ...battery, fullSwings: 0, fullMps: null };
    await show();
    expect(screen.getByTestId('limit').textContent).toMatch(/^Not enough to say/);
    fireEvent.click(screen.getByRole('button', { name: 'Start the full swing' }));
    await waitFor(() => expect(posts()).toHaveLength(1));
    expect(posts()[0]).toMatchObject({ club: 'driver', withBall: true, condition: 'normal' });
    expect(placeNow()).toBe('/');
  });
});
