import { fakeServer, type Request } from '../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { AccountAnswer, RetentionAnswer } from '../../api/account-types.ts';
import type { BeliefsAnswer } from '../../api/types.ts';
import { beliefsAfter } from '../../core/beliefs/changes.ts';
import { FAULTS } from '../../core/catalogue/faults.ts';
import { showPage } from '../test-page.tsx';
import { Editor } from './beliefs/Editor.tsx';
import { entriesOf } from './beliefs/entries.ts';
import { RetentionCard } from './kept/RetentionCard.tsx';

jest.unstable_mockModule('qrcode', () => ({ default: { toDataURL: async (uri: string) => `data:${uri}` } }));
const { AccountPart } = await import('./account/AccountPart.tsx');

let asked: Request[];
let account: AccountAnswer;
let retention: RetentionAnswer;
let refuses: string;
beforeEach(() => {
  localStorage.clear();
  refuses = '';
  account = {
    signIn: 'ann',
    hasSecondFactor: false,
    signIns: [
      { id: 'here', agent: '', madeAt: '2026-11-01T10:00:00Z', seenAt: '2026-11-29T10:00:00Z', isThis: true },
      {
        id: 'there',
        agent: 'Android Mobile',
        madeAt: '2026-11-02T10:00:00Z',
        seenAt: '2026-11-28T10:00:00Z',
        isThis: false,
      },
    ],
  };
  retention = { retention: { filmMonths: 12, studentMonths: null, auditMonths: 36 }, unseen: [], erasures: [] };
  asked = fakeServer(({ method, path }) => {
    if (method !== 'GET' && refuses)
      return { status: 422, body: { status: 422, code: 'bad-field', detail: refuses, where: '' } };
    if (path.endsWith('/account/second-factor') && method === 'POST')
      return { body: { secret: 'ABCD EFGH', uri: 'otp' } };
    if (path.endsWith('/account')) return { body: account };
    if (path.endsWith('/retention') && method === 'GET') return { body: retention };
    return { body: { endedSignIns: 1 } };
  });
});
const type = (label: string | RegExp, value: string): void => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
};
const press = (name: string): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const sent = (method: string): Request[] => asked.filter((a) => a.method === method);

describe('how long things are kept', () => {
  const show = async (): Promise<void> => {
    showPage(<RetentionCard />);
    await screen.findByRole('button', { name: 'Keep to this' });
  };
  test('an empty field keeps them; a number of months does not', async () => {
    await show();
    type(/^Erase films/, '');
    type(/^List students/, '24');
    press('Keep to this');
    await screen.findByText(/^Kept\./);
    expect(sent('PUT')[0]!.body).toEqual({ filmMonths: null, studentMonths: 24, auditMonths: 36 });
  });
  test('what is no number is not taken for an empty field: it is refused by name', async () => {
    refuses = 'film months must be a number';
    await show();
    type(/^Erase films/, '12 m');
    press('Keep to this');
    await screen.findByText('film months must be a number');
    expect(sent('PUT')[0]!.body).toMatchObject({ filmMonths: '12 m' });
    expect(screen.queryByText(/^Kept\./)).toBeNull();
  });
  test('who was not seen for long stands there with a way to the page; what was erased is counts alone', async () => {
    retention = {
      ...retention,
      unseen: [
        { id: 's', name: 'Ada Birch', lastSeenOn: '2024-03-01' },
        { id: 't', name: 'Bo Fen', lastSeenOn: null },
      ],
      erasures: [{ erasedAt: '2026-05-04T10:00:00Z', lessons: 3, swings: 120, films: 2, practiceSets: 9 }],
    } as RetentionAnswer;
    await show();
    expect(screen.getByRole('link', { name: 'Ada Birch' }).getAttribute('href')).toBe('/students/s');
    expect(screen.getByText(/^last lesson 1 Mar 2024/)).toBeTruthy();
    expect(screen.getByText(/^no lesson; can be exported/)).toBeTruthy();
    expect(
      screen.getByText(/^4 May 2026: one student with 3 lessons, 120 swings, 2 films, 9 practice sets/),
    ).toBeTruthy();
  });
});

describe('one’s own account', () => {
  const show = async (): Promise<void> => {
    showPage(<AccountPart />);
    await screen.findByRole('heading', { name: 'Where you are signed in' });
  };
  test('another sign-in can be ended, this one cannot', async () => {
    await show();
    expect(screen.getByText('this one')).toBeTruthy();
    const ends = screen.getAllByRole('button', { name: /^End / });
    expect(ends).toHaveLength(1);
    fireEvent.click(ends[0]!);
    await waitFor(() => expect(sent('DELETE').map((a) => a.path)).toEqual(['/api/account/sign-ins/there']));
  });
  test('all others end at once, and how many is said; alone there are none to end', async () => {
    await show();
    press('Sign out everywhere else');
    await screen.findByText('1 other sign-in ended.');
    account = { ...account, signIns: account.signIns.slice(0, 1) };
    await show();
    expect(screen.queryByRole('button', { name: 'Sign out everywhere else' })).toBeNull();
  });
  test('a password is changed by the one before and a long enough new one, and is not left in the fields', async () => {
    await show();
    type('Password now', 'the old one');
    type('New password', 'short');
    press('Change the password');
    await screen.findByText('New password must have at least 10 characters');
    expect(sent('PUT')).toEqual([]);
    type('New password', 'long enough now');
    press('Change the password');
    await screen.findByText('The password is changed. 1 other sign-in ended.');
    expect(sent('PUT')[0]!.body).toEqual({ current: 'the old one', next: 'long enough now' });
    expect((screen.getByLabelText('Password now') as HTMLInputElement).value).toBe('');
  });
  test('one that is refused says why and stays to be put right', async () => {
    refuses = 'The password now is another.';
    await show();
    type('Password now', 'wrong');
    type('New password', 'long enough now');
    press('Change the password');
    await screen.findByText('The password now is another.');
    expect((screen.getByLabelText('New password') as HTMLInputElement).value).toBe('long enough now');
  });
  test('a second factor counts only once its code was tried; the code may be typed as the app shows it', async () => {
    await show();
    press('Set it up');
    await screen.findByText('ABCD EFGH');
    expect(screen.getByRole('img', { name: /secret/ }).getAttribute('src')).toBe('data:otp');
    type('Six digits', '12345');
    press('Turn it on');
    await screen.findByText('Six digits must be the six digits that the app shows');
    type('Six digits', '123 456');
    press('Turn it on');
    await waitFor(() =>
      expect(sent('POST').at(-1)).toMatchObject({
        path: '/api/account/second-factor/confirm',
        body: { code: '123456' },
      }),
    );
    await waitFor(() => expect(screen.queryByText('ABCD EFGH')).toBeNull());
  });
  test('it can be left as it is; taken off it needs the password', async () => {
    account = { ...account, hasSecondFactor: true };
    await show();
    press('Set up another phone');
    await screen.findByText('ABCD EFGH');
    press('Leave it as it is');
    await waitFor(() => expect(screen.queryByText('ABCD EFGH')).toBeNull());
    press('Take it off …');
    press('Take it off');
    await screen.findByText('Your password is needed');
    type('Your password', 'the old one');
    press('Take it off');
    await waitFor(() =>
      expect(sent('DELETE')[0]).toMatchObject({
        path: '/api/account/second-factor',
        body: { password: 'the old one' },
      }),
    );
  });
});

describe('a number of the diagnosis', () => {
  const [fault] = FAULTS;
  const show = (changes: { kind: 'leak'; about: string; value: number }[] = []): void => {
    const { beliefs } = beliefsAfter(changes);
    const answer = { beliefs, learnedSince: null, confirmed: [], changes: [] } as BeliefsAnswer;
    const entry = entriesOf('faults', beliefs).find((e) => e.kind === 'leak' && e.about === fault!.id)!;
    showPage(<Editor entry={entry} answer={answer} />);
  };
  const keep = (): HTMLButtonElement => screen.getByRole<HTMLButtonElement>('button', { name: 'Keep' });
  const own = (): HTMLInputElement => screen.getByLabelText<HTMLInputElement>('Own value, %');

  test('is kept as a share, with its reason, under the same id when it is sent again', async () => {
    refuses = 'Not now.';
    show();
    expect(keep().disabled).toBe(true);
    type('Own value, %', '33,5');
    type('Why (kept with it)', 'seen more often here');
    fireEvent.click(keep());
    await screen.findByText('Not now.');
    refuses = '';
    fireEvent.click(keep());
    await waitFor(() => expect(sent('POST')).toHaveLength(2));
    const [first, again] = sent('POST').map((a) => a.body as Record<string, unknown>);
    expect(again).toEqual(first);
    expect(first).toMatchObject({ kind: 'leak', about: fault!.id, note: 'seen more often here' });
    expect(first!.value).toBeCloseTo(0.335, 9);
  });
  test.each(['', 'often', '140', '-3'])('“%s” is none, and the reason stands beside it', (value) => {
    show();
    type('Own value, %', value);
    expect(keep().disabled).toBe(true);
    expect(screen.getByRole('alert').textContent).not.toBe('');
    fireEvent.submit(own().form!);
    expect(sent('POST')).toEqual([]);
  });
  test('the catalogue’s comes back, and is shown again', async () => {
    show([{ kind: 'leak', about: fault!.id, value: 0.4 }]);
    expect(own().value).toBe('40');
    press('Put the catalogue’s back');
    await waitFor(() => expect(sent('POST')[0]!.body).toMatchObject({ value: null }));
    expect(Number(own().value)).toBeCloseTo(100 * fault!.leak, 4);
    expect(within(screen.getByRole('region')).getByText(/^Catalogue:/)).toBeTruthy();
  });
});
