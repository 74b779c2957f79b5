import { fakeServer, type Request } from '../test-dom.ts';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { RemovalWire } from '../../api/types.ts';
import { queryClient } from '../base/api.ts';
import { OWNER, showPage } from '../test-page.tsx';
import { Removed } from './Removed.tsx';

const removal = (id: string, kind: RemovalWire['kind'], what: string): RemovalWire =>
  ({ id, kind, what, at: '2026-11-29T10:05:00Z', by: 'Ann Vale' }) as RemovalWire;
let removals: RemovalWire[];
let refuses: boolean;
let asked: Request[];

beforeEach(() => {
  refuses = false;
  removals = [
    removal('1', 'lesson', 'lesson of 29 Nov'),
    removal('2', 'screen', 'screen of 1 Nov'),
    removal('3', 'lesson', 'lesson of 2 Nov'),
  ];
  asked = fakeServer(({ method, path }) => {
    if (method === 'GET') return { body: removals };
    if (refuses) return { status: 409, body: { status: 409, code: 'gone', detail: 'Its lesson is gone.', where: '' } };
    removals = removals.filter((r) => !path.includes(`/${r.id}/`));
    return { body: {} };
  });
});

describe('what was removed', () => {
  test('the newest stands alone until more is asked for, and each comes back by one press', async () => {
    showPage(<Removed studentId="s" />);
    await screen.findByText(/Removed: lesson of 29 Nov/);
    expect(new URL(asked[0]!.path, 'http://x').searchParams.get('student')).toBe('s');
    expect(screen.getAllByText(/Removed:/)).toHaveLength(1);
    fireEvent.click(screen.getByRole('button', { name: '2 more' }));
    expect(screen.getAllByText(/Removed:/)).toHaveLength(3);
    fireEvent.click(screen.getByRole('button', { name: 'Bring back screen of 1 Nov' }));
    await waitFor(() => expect(screen.queryByText(/screen of 1 Nov/)).toBeNull());
    expect(asked.find((a) => a.method === 'POST')?.path).toBe('/api/removals/2/restore');
  });
  test('only the kinds that belong to the place are shown; where none is, nothing stands there', async () => {
    showPage(<Removed lessonId="l" kinds={['screen']} />);
    await screen.findByText(/Removed: screen of 1 Nov/);
    expect(screen.queryByText(/lesson of/)).toBeNull();
    expect(screen.queryByRole('button', { name: /more/ })).toBeNull();
    removals = [];
    await act(() => queryClient.invalidateQueries());
    await waitFor(() => expect(screen.queryByRole('status')).toBeNull());
  });
  test('one that cannot come back says why, and stays to be seen', async () => {
    refuses = true;
    showPage(<Removed />);
    fireEvent.click(await screen.findByRole('button', { name: 'Bring back lesson of 29 Nov' }));
    await screen.findByText('Its lesson is gone.');
    expect(screen.getByText(/Removed: lesson of 29 Nov/)).toBeTruthy();
  });
  test('who may not bring it back sees what was removed, and whose it is to do', async () => {
    showPage(<Removed />);
    await screen.findByText(/Removed: lesson of 29 Nov/);
    act(() => void queryClient.setQueryData(['session'], { ...OWNER, role: 'assistant' }));
    await waitFor(() => expect(screen.queryByRole('button', { name: /Bring back/ })).toBeNull());
    expect(screen.getByText(/this is for an instructor/)).toBeTruthy();
  });
});
