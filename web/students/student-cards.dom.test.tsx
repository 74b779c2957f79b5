import { fakeServer, type Request } from '../test-dom.ts';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { PracticeLinkWire } from '../../api/account-types.ts';
import { placeNow, showPage } from '../test-page.tsx';
import { RecordCard } from './RecordCard.tsx';

jest.unstable_mockModule('qrcode', () => ({ default: { toDataURL: async (text: string) => `data:${text}` } }));
const { PracticeLink } = await import('./PracticeLink.tsx');

let asked: Request[];
/** What the server does not answer. */
let silent: RegExp | null;
let addresses: string[];
let refuses: string;
beforeEach(() => {
  silent = null;
  refuses = '';
  addresses = ['http://192.0.2.7:4320'];
  asked = fakeServer(({ method, path }) => {
    if (silent?.test(path)) return null;
    if (path.endsWith('/reach')) return { body: { addresses } };
    if (path.endsWith('/erasure'))
      return {
        body: {
          studentName: 'Ada Birch',
          counts: { lessons: 1, shots: 24, videos: 0 },
          files: 3,
          hasLink: true,
          learnedFrom: 2,
          backups: [{ name: 'practice-1.zip', madeAt: '2026-11-20T10:00:00Z', goesOn: '2026-12-04T10:00:00Z' }],
        },
      };
    if (method === 'POST') return { body: { path: '/practice/t0k3n' } };
    if (refuses) return { status: 422, body: { status: 422, code: 'bad-field', detail: refuses, where: '' } };
    return { status: 204 };
  });
});
const press = (name: string): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const sent = (method: string): Request[] => asked.filter((a) => a.method === method);

describe('the link to the practice page', () => {
  const show = (open: PracticeLinkWire | null = null): void => {
    showPage(<PracticeLink studentId="s" open={open} />);
  };
  test('is shown once, by an address that a phone finds, as text and as a picture', async () => {
    show();
    press('Make the link');
    expect((await screen.findByTestId('practice-address')).textContent).toBe('http://192.0.2.7:4320/practice/t0k3n');
    expect(screen.getByRole('img').getAttribute('src')).toBe('data:http://192.0.2.7:4320/practice/t0k3n');
    expect(sent('POST')[0]!.body).toEqual({ days: 180 });
  });
  test('on a machine that no phone reaches it says so', async () => {
    addresses = [];
    show();
    fireEvent.click(screen.getByRole('radio', { name: 'never' }));
    press('Make the link');
    await screen.findByText(/works on this machine alone/);
    expect(sent('POST')[0]!.body).toEqual({ days: null });
  });
  test('none is made, and none ended, where its address cannot be told', async () => {
    silent = /reach$/;
    show({ id: 'k', studentId: 's', madeAt: '', expiresAt: null, usedAt: null } as unknown as PracticeLinkWire);
    press('Make a new link');
    await screen.findByText(/The server does not answer/);
    expect(sent('POST')).toEqual([]);
  });
  test('an open one says until when and whether it was used, and is withdrawn', async () => {
    show({ id: 'k', studentId: 's', expiresAt: '2027-05-01T10:00:00', usedAt: null } as unknown as PracticeLinkWire);
    expect(screen.getByText('Open until 1 May 2027; not used yet.')).toBeTruthy();
    press('Withdraw the link');
    await waitFor(() => expect(sent('DELETE').map((a) => a.path)).toEqual(['/api/students/s/practice-link']));
  });
});

describe('the end of a student’s record', () => {
  const ask = async (): Promise<void> => {
    showPage(<RecordCard id="s" />, { at: '/students/s' });
    press('Erase the student …');
    await screen.findByText(/^This erases Ada Birch for good/);
  };
  test('says what goes, what stays, and in which backup it still is', async () => {
    await ask();
    expect(screen.getByText(/^This erases/).textContent).toBe(
      'This erases Ada Birch for good: the student, 1 lesson, 24 swings; 3 original files, but for those that others’ lessons use; the practice page on the phone; what the practice has learned from 2 held gains.',
    );
    expect(screen.getByText(/^Still in a backup/).textContent).toContain('practice-1.zip (goes on 4 Dec)');
    expect(sent('DELETE')).toEqual([]);
  });
  test('needs the name; another one is refused and nothing is gone', async () => {
    refuses = 'The name is another.';
    await ask();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Erase for good' }).disabled).toBe(true);
    fireEvent.change(screen.getByRole('textbox'), { target: { value: 'Ada' } });
    press('Erase for good');
    await screen.findByText('The name is another.');
    expect(placeNow()).toBe('/students/s');
    refuses = '';
    fireEvent.change(screen.getByRole('textbox'), { target: { value: 'Ada Birch' } });
    press('Erase for good');
    await waitFor(() => expect(placeNow()).toBe('/students'));
    expect(sent('DELETE').at(-1)).toMatchObject({ path: '/api/students/s', body: { name: 'Ada Birch' } });
  });
  test('is given up by one press', async () => {
    await ask();
    press('Keep the student');
    expect(screen.queryByText(/^This erases/)).toBeNull();
    expect(screen.getByRole('link', { name: 'Save the record as a file' }).getAttribute('href')).toBe(
      '/api/students/s/export',
    );
  });
});
