import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { settingsSchema } from '../../api/settings-schemas.ts';
import { queryClient } from '../base/api.ts';
import { fakeServer, type Request } from '../test-dom.ts';
import { App } from './App.tsx';

const NOBODY = { status: 401, body: { status: 401, code: 'not-signed-in', detail: 'Sign in first.', where: '' } };
const SOMEBODY = {
  body: {
    account: 'a',
    role: 'owner',
    name: 'Ann Vale',
    practiceName: 'Test range',
    settings: settingsSchema.cast({}),
  },
};
let practice: boolean;
let session: boolean;
let away: boolean;
let asked: Request[];
/** Answers wait for it. */
let gate: Promise<void>;

beforeEach(() => {
  queryClient.clear();
  window.history.replaceState(null, '', '/');
  practice = true;
  session = false;
  away = false;
  gate = Promise.resolve();
  asked = fakeServer(({ method, path }) => {
    if (away) return null;
    if (path === '/api/session' && method === 'POST') session = true;
    if (path === '/api/session') return session ? SOMEBODY : NOBODY;
    if (path === '/api/setup') return { body: { needsAccount: !practice, needsCode: false } };
    return { status: 404, body: { status: 404, code: 'not-found', detail: 'Not of this test.', where: '' } };
  });
  const answer = globalThis.fetch;
  globalThis.fetch = (...request) => gate.then(() => answer(...request));
});
afterEach(cleanup);

const field = async (label: string): Promise<HTMLInputElement> =>
  (await screen.findByLabelText(label, { exact: false })) as HTMLInputElement;
const type = async (label: string, value: string): Promise<void> => {
  fireEvent.change(await field(label), { target: { value } });
};
/** What a look at another window and back does, and every other reason to ask again; `meanwhile`, before the answer. */
async function askAgain(meanwhile: () => void = () => undefined): Promise<void> {
  let answer = (): void => undefined;
  gate = new Promise((resolve) => (answer = resolve));
  let again: Promise<void> | undefined;
  // What asks tells the page in the next turn.
  await act(() => {
    again = queryClient.refetchQueries();
    return new Promise((resolve) => setTimeout(resolve));
  });
  meanwhile();
  answer();
  await act(() => again!);
}

test('what is typed at the sign-in stays while the session is asked for again', async () => {
  render(<App />);
  await type('Sign-in name', 'ann');
  await askAgain(() =>
    expect(screen.getByRole<HTMLInputElement>('textbox', { name: /Sign-in name/ }).value).toBe('ann'),
  );
  await type('Password', 'a long password');
  await askAgain();
  expect((await field('Sign-in name')).value).toBe('ann');
  fireEvent.click(screen.getByRole('button', { name: 'Sign in' }));
  await screen.findByRole('navigation', { name: 'Places' });
  expect(asked.find((a) => a.method === 'POST')?.body).toMatchObject({
    signIn: 'ann',
    password: 'a long password',
  });
});

test('once a practice is there, no form of the first start is shown meanwhile', async () => {
  practice = false;
  render(<App />);
  await screen.findByRole('heading', { name: 'Set up your practice' });
  practice = true;
  const shown: string[] = [];
  const watch = new MutationObserver(() => {
    shown.push(
      screen
        .queryAllByRole('heading', { level: 2 })
        .map((h) => h.textContent)
        .join(),
    );
  });
  watch.observe(document.body, { childList: true, subtree: true });
  await askAgain();
  await screen.findByRole('heading', { name: 'Sign in' });
  watch.disconnect();
  expect([...new Set(shown)]).toEqual(['Sign in']);
});

test('a server that is away is said at the start, and leaves a page that is open as it is', async () => {
  away = true;
  queryClient.setDefaultOptions({ queries: { ...queryClient.getDefaultOptions().queries, retryDelay: 1 } });
  render(<App />);
  expect((await screen.findByRole('alert')).textContent).toContain('The server does not answer');
  away = false;
  session = true;
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
  const places = await screen.findByRole('navigation', { name: 'Places' });
  away = true;
  await askAgain();
  expect(screen.getByRole('navigation', { name: 'Places' })).toBe(places);
});
