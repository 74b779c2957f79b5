import { fakeServer, type Request } from '../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { ShelfAnswer } from '../../api/drill-types.ts';
import { DRILLS } from '../../core/catalogue/drills.ts';
import { copyOf } from '../../core/catalogue/own-drill.ts';
import { showPage } from '../test-page.tsx';
import DrillShelf from './DrillShelf.tsx';

const [FIRST, SECOND] = DRILLS as readonly [(typeof DRILLS)[number], (typeof DRILLS)[number]];
const OWN_ID = '3f0e8a52-6c1d-4a53-9d2f-0a3b5c7d9e11';
const own = (version: number, name: string | null): ShelfAnswer['own'][number] => ({
  id: OWN_ID,
  version,
  said: name === null ? null : { ...copyOf(FIRST), name },
  madeAt: '2026-11-20T10:00:00Z',
  madeBy: 'Ann Vale',
});
let shelf: ShelfAnswer;
let asked: Request[];
beforeEach(() => {
  localStorage.clear();
  shelf = { own: [], favourites: [] };
  asked = fakeServer(({ method, path }) => ({ body: method === 'GET' && path.endsWith('/drills') ? shelf : [] }));
});
const show = async (at = '/drills'): Promise<void> => {
  showPage(<DrillShelf />, { at });
  await waitFor(() => expect(asked.some((a) => a.path.endsWith('/drills'))).toBe(true));
};
const listed = (): string[] =>
  within(screen.getByRole('list', { name: 'Drills' }))
    .queryAllByRole('button')
    .map((b) => b.textContent);
const count = (): string => screen.getByText(/ of \d+ drills$/).textContent;

describe('the shelf of drills', () => {
  test('holds every shipped drill; the first is open, with what to mind', async () => {
    await show();
    expect(listed()).toEqual(DRILLS.map((d) => d.name));
    expect(count()).toBe(`${DRILLS.length} of ${DRILLS.length} drills`);
    const open = within(screen.getByRole('region', { name: FIRST.name }));
    for (const caution of FIRST.cautions) expect(open.getByText(caution)).toBeTruthy();
  });
  test.each([
    ['fault', 'early-release', (d: (typeof DRILLS)[number]) => d.treats.includes('early-release')],
    ['place', 'garden', (d: (typeof DRILLS)[number]) => d.places.includes('garden')],
    ['kit', 'none', (d: (typeof DRILLS)[number]) => d.kit.length === 0],
    ['intensity', 'maximal', (d: (typeof DRILLS)[number]) => d.intensity === 'maximal'],
    [
      'spares',
      'wrist',
      (d: (typeof DRILLS)[number]) => !(d.demands as readonly string[]).includes('wrist') && d.intensity !== 'maximal',
    ],
  ])('narrowed by %s %s it holds those alone', async (key, value, keeps) => {
    await show(`/drills?${key}=${value}`);
    expect(listed()).toEqual(DRILLS.filter(keeps).map((d) => d.name));
    expect(listed().length).toBeLessThan(DRILLS.length);
  });
  test('is searched by the drill’s name and by what it is for; nothing found says so', async () => {
    await show(`/drills?search=${FIRST.name.toUpperCase()}`);
    expect(listed()).toContain(FIRST.name);
    await show('/drills?search=Throws the angle');
    expect(listed()).toEqual(DRILLS.filter((d) => d.treats.includes('early-release')).map((d) => d.name));
    await show('/drills?search=zzz');
    expect(screen.getByText('No drill matches “zzz”.')).toBeTruthy();
    await show('/drills?kept=own');
    expect(screen.getByText('No drill matches all of this.')).toBeTruthy();
  });
  test('one that is pressed is opened', async () => {
    await show();
    fireEvent.click(screen.getByRole('button', { name: SECOND.name }));
    expect(screen.getByRole('region', { name: SECOND.name })).toBeTruthy();
    expect(screen.getByRole('button', { name: SECOND.name }).getAttribute('aria-pressed')).toBe('true');
  });
  test('a favourite has a star, is found by it, and is one no longer by a press', async () => {
    shelf = { own: [], favourites: [SECOND.id] };
    await show('/drills?kept=favourites');
    await waitFor(() => expect(listed()).toEqual([`★ ${SECOND.name}`]));
    fireEvent.click(screen.getByRole('button', { name: 'A favourite' }));
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'PUT')?.body).toEqual({ drill: SECOND.id, favourite: false }),
    );
  });
  test('of an own drill the newest version stands there, under one favourite; one that was taken off does not', async () => {
    shelf = { own: [own(1, 'Rope, first'), own(2, 'Rope, second')], favourites: [OWN_ID] };
    await show('/drills?kept=own');
    await waitFor(() => expect(listed()).toEqual(['★ Rope, second']));
    expect(screen.getByText('Version 2 of 20 Nov 2026, by Ann Vale')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Take it off the shelf' }));
    await waitFor(() => expect(asked.some((a) => a.method === 'DELETE' && a.path.endsWith(OWN_ID))).toBe(true));
    shelf = { own: [own(1, 'Rope, first'), own(2, null)], favourites: [] };
    await show('/drills?kept=own');
    await waitFor(() => expect(listed()).toEqual([]));
  });
  test('a copy is written on as a drill of one’s own, and left without a trace', async () => {
    await show();
    fireEvent.click(screen.getByRole('button', { name: 'Copy it' }));
    const form = within(screen.getByRole('region', { name: 'Write a drill' }));
    expect(form.getByRole<HTMLInputElement>('textbox', { name: 'Name' }).value).toContain(FIRST.name);
    fireEvent.click(form.getByRole('button', { name: 'Leave it' }));
    expect(screen.queryByRole('region', { name: 'Write a drill' })).toBeNull();
    expect(asked.filter((a) => a.method !== 'GET')).toEqual([]);
  });
});
