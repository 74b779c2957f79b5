import { fakeServer } from './test-dom.ts';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { ApiError, queryClient, takesPlace } from './base/api.ts';
import { showPage } from './test-page.tsx';
import { PeoplePart } from './settings/people/PeoplePart.tsx';
import Today from './today/Today.tsx';

/** What the server does with whatever is asked. */
let server: 'answers' | 'is away' | 'refuses';
const usual = queryClient.getDefaultOptions();

beforeEach(() => {
  localStorage.clear();
  server = 'answers';
  queryClient.setDefaultOptions({ ...usual, queries: { ...usual.queries, retryDelay: 1 } });
  fakeServer(({ path }) => {
    if (server === 'is away') return null;
    if (server === 'refuses')
      return { status: 404, body: { status: 404, code: 'not-found', detail: 'It was not found.', where: '' } };
    return {
      body: path.endsWith('/today')
        ? { lessons: [], inbox: [], cameIn: [], backupOverdueDays: null }
        : path.endsWith('/accounts')
          ? { accounts: [], invitations: [] }
          : [],
    };
  });
});
afterEach(() => queryClient.setDefaultOptions(usual));
/** As when the window is looked at again. */
const askAgain = (): Promise<void> => act(() => queryClient.refetchQueries());

describe('a page that is open while the server goes away', () => {
  test('stays, with what is typed in it, and goes on when the server is back', async () => {
    showPage(<PeoplePart />);
    const name = await screen.findByRole<HTMLInputElement>('textbox', { name: 'Name' });
    fireEvent.change(name, { target: { value: 'Bo Fen' } });
    server = 'is away';
    await askAgain();
    expect(queryClient.getQueryState(['accounts'])?.status).toBe('error');
    expect(screen.getByRole('textbox', { name: 'Name' })).toBe(name);
    expect(name.value).toBe('Bo Fen');
    server = 'answers';
    await askAgain();
    expect(queryClient.getQueryState(['accounts'])?.status).toBe('success');
    expect(name.value).toBe('Bo Fen');
  });
  test('the day stays to be read', async () => {
    showPage(<Today />);
    const heading = await screen.findByRole('heading', { level: 1 });
    server = 'is away';
    await askAgain();
    expect(screen.getByRole('heading', { level: 1 })).toBe(heading);
    expect(screen.queryByText(/does not answer/)).toBeNull();
  });
  test('one that was never fetched says so, and comes when it is asked again', async () => {
    server = 'is away';
    showPage(<Today />);
    await screen.findByText(/The server does not answer/);
    server = 'answers';
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    await screen.findByRole('heading', { level: 1 });
  });
  test('a refusal takes the place of what was shown: it is gone, or no longer one’s own to see', async () => {
    showPage(<Today />);
    await screen.findByRole('heading', { level: 1 });
    server = 'refuses';
    await askAgain();
    await waitFor(() => expect(screen.queryByRole('heading', { level: 1 })).toBeNull());
    expect(screen.getByText('It was not found.')).toBeTruthy();
  });
});

test('an error takes the place of nothing, and of what was fetched unless the server is away', () => {
  const error = (status: number): ApiError => new ApiError({ status, code: 'away', detail: '', where: '' });
  expect([takesPlace(null, undefined), takesPlace(null, {}), takesPlace(undefined, {})]).toEqual([false, false, false]);
  expect([takesPlace(error(0), undefined), takesPlace(error(0), {})]).toEqual([true, false]);
  expect([takesPlace(error(404), {}), takesPlace(error(500), {}), takesPlace(new Error('x'), {})]).toEqual([
    true,
    true,
    true,
  ]);
});
