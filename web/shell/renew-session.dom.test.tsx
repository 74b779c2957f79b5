import { fakeServer, type Request } from '../test-dom.ts';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { ask } from '../base/api.ts';
import { OWNER, showPage } from '../test-page.tsx';
import { RenewSession } from './RenewSession.tsx';

let signedIn: boolean;
let asked: Request[];

beforeEach(() => {
  signedIn = false;
  asked = fakeServer(({ method, path, body }) => {
    if (path === '/api/session' && method === 'POST') {
      signedIn = (body as { password: string }).password === 'the right password';
      return signedIn
        ? { body: {} }
        : {
            status: 401,
            body: { status: 401, code: 'wrong-sign-in', detail: 'Name or password is not right.', where: '' },
          };
    }
    if (!signedIn)
      return { status: 401, body: { status: 401, code: 'not-signed-in', detail: 'Sign in first.', where: '' } };
    return { body: path === '/api/session' ? OWNER : { path } };
  });
  showPage(
    <>
      <input aria-label="A note" defaultValue="half a sen" />
      <RenewSession />
    </>,
  );
});
const signIn = async (password: string): Promise<void> => {
  fireEvent.change(await screen.findByLabelText(/Sign-in name/), { target: { value: 'ann' } });
  fireEvent.change(screen.getByLabelText(/Password/), { target: { value: password } });
  fireEvent.click(screen.getByRole('button', { name: 'Sign in' }));
};

describe('a session that ends over an open page', () => {
  test('is renewed once for all that was asked meanwhile; each goes through after it, and the page stays', async () => {
    const answers = Promise.all([
      ask('GET /today'),
      ask('GET /devices'),
      ask('PATCH /lessons/:id', { id: 'l', body: { note: 'n' } }),
    ]);
    expect(await screen.findAllByRole('dialog', { name: 'Sign in again' })).toHaveLength(1);
    await signIn('the right password');
    expect(await act(() => answers)).toEqual([
      { path: '/api/today' },
      { path: '/api/devices' },
      { path: '/api/lessons/l' },
    ]);
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(screen.getByLabelText<HTMLInputElement>('A note').value).toBe('half a sen');
    expect(asked.filter((a) => a.path === '/api/lessons/l').map((a) => a.body)).toEqual([{ note: 'n' }, { note: 'n' }]);
  });
  test('a wrong password is said in the dialog, and nothing goes through before the right one', async () => {
    let through = false;
    const answer = ask('GET /today').then(() => (through = true));
    await signIn('a wrong password');
    await screen.findByText('Name or password is not right.');
    expect([through, screen.getAllByRole('dialog').length]).toEqual([false, 1]);
    await signIn('the right password');
    await act(() => answer);
    expect(through).toBe(true);
  });
  test('that ends again is asked for again', async () => {
    for (let time = 0; time < 2; time++) {
      signedIn = false;
      const answer = ask('GET /today');
      await signIn('the right password');
      expect(await act(() => answer)).toEqual({ path: '/api/today' });
      await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    }
  });
});
