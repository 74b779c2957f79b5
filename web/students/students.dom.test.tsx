import { fakeServer, type Request } from '../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { StudentCard } from '../../api/types.ts';
import { placeNow, showPage } from '../test-page.tsx';
import Students from './Students.tsx';

const card = (id: string, name: string, change: Partial<StudentCard> = {}): StudentCard =>
  ({
    id,
    name,
    handedness: 'right',
    level: 'club',
    lessons: 3,
    lastLessonAt: '2026-11-20T10:00:00Z',
    nextLessonAt: null,
    goalDate: null,
    target: null,
    hasPain: false,
    groups: [],
    gain: null,
    loggedDays: 0,
    plannedDays: 0,
    stick: { latestMps: 42, spreadMps: 0.5, goalMps: null, notches: [] },
    ...change,
  }) as StudentCard;
let students: StudentCard[];
let asked: Request[];

beforeEach(() => {
  students = [card('1', 'Zoë Ash'), card('2', 'Bo Zander')];
  asked = fakeServer(({ path }) => {
    const { searchParams } = new URL(path, 'http://x');
    const search = (searchParams.get('search') ?? '').toLowerCase();
    const found = students.filter((s) => s.name.toLowerCase().includes(search));
    const offset = Number(searchParams.get('offset'));
    return {
      body: {
        students: found.slice(offset, offset + 30),
        groups: ['juniors'],
        nextOffset: found.length > offset + 30 ? offset + 30 : null,
      },
    };
  });
});
const lastQuery = (): Record<string, string> =>
  Object.fromEntries(new URL(asked.at(-1)!.path, 'http://x').searchParams);
const search = (): HTMLElement => screen.getByRole('textbox', { name: 'Search by name' });
const show = async (at = '/students', settings = {}): Promise<void> => {
  showPage(<Students />, { at, settings });
  await waitFor(() => expect(screen.queryByText(/Fetching/)).toBeNull());
};

describe('the list of students', () => {
  test('Enter opens the only one that is found; with several, or with none, it opens nobody', async () => {
    await show();
    fireEvent.keyDown(search(), { key: 'Enter' });
    expect(placeNow()).toBe('/students');
    fireEvent.change(search(), { target: { value: 'zander' } });
    await waitFor(() => expect(screen.queryByRole('link', { name: 'Zoë Ash' })).toBeNull());
    await screen.findByRole('link', { name: 'Bo Zander' });
    fireEvent.keyDown(search(), { key: 'Enter' });
    await waitFor(() => expect(placeNow()).toBe('/students/2'));
  });
  test('what is chosen stands in the address and is asked for; a list of nobody says why', async () => {
    await show('/students?state=archived&sort=goal&group=juniors');
    expect(lastQuery()).toMatchObject({ state: 'archived', sort: 'goal', group: 'juniors', offset: '0' });
    students = [];
    await show('/students?group=juniors');
    expect(screen.getByText('Nobody is left by what you chose above.')).toBeTruthy();
    await show('/students?search=Qu');
    expect(screen.getByText('Nobody is called “Qu”.')).toBeTruthy();
    await show();
    expect(screen.getByText('No students yet. Add the first one to start.')).toBeTruthy();
    expect(screen.queryByRole('link', { name: /CSV/ })).toBeNull();
  });
  test('what is saved as CSV is what is shown', async () => {
    await show('/students?search=zo&sort=level');
    const link = screen.getByRole('link', { name: 'Save the table as CSV' });
    expect(Object.fromEntries(new URL(link.getAttribute('href')!, 'http://x').searchParams)).toEqual({
      search: 'zo',
      sort: 'level',
    });
  });
  test('comes by pages, each after the other, none twice', async () => {
    students = Array.from({ length: 65 }, (_, i) => card(String(i), `Student ${i}`));
    await show();
    for (const more of [60, 65]) {
      fireEvent.click(screen.getByRole('button', { name: 'Show more' }));
      await waitFor(() => expect(screen.getAllByRole('link', { name: /^Student/ })).toHaveLength(more));
    }
    expect(screen.queryByRole('button', { name: 'Show more' })).toBeNull();
    expect(new Set(screen.getAllByRole('link', { name: /^Student/ }).map((l) => l.textContent)).size).toBe(65);
  });
  test('as a table it has speed, gain with its interval and practice in the units that are set, and dashes for what is not known', async () => {
    students = [
      card('1', 'Zoë Ash', {
        gain: { gainMps: 0.8, interval90Mps: [-0.2, 1.8] } as StudentCard['gain'],
        loggedDays: 1,
        plannedDays: 3,
        hasPain: true,
        target: 'early-release',
        goalDate: '2027-03-20',
      }),
      card('2', 'Bo Zander', {
        stick: { latestMps: null, spreadMps: 0, goalMps: null, notches: [] },
        lastLessonAt: null,
      }),
    ];
    await show('/students?as=table', { speedUnit: 'm/s' });
    const [zoe, bo] = screen
      .getAllByRole('row')
      .slice(1)
      .map((r) =>
        within(r)
          .getAllByRole('cell')
          .map((c) => c.textContent),
      );
    expect(zoe).toEqual([
      'club',
      '42.0',
      '+0.8 (−0.2 to +1.8)',
      '1 day, 3 planned',
      expect.any(String),
      '20 Nov',
      '–',
      '20 Mar 2027',
    ]);
    expect(bo).toEqual(['club', '–', '–', '–', '–', '–', '–', '–']);
    expect(screen.getByRole('rowheader', { name: /Zoë Ash · pain/ })).toBeTruthy();
  });
});
