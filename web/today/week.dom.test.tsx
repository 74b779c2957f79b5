import { fakeServer, type Request } from '../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { endOfISOWeek, format } from 'date-fns';
import type { AppointmentWire, BegunLessonWire } from '../../api/day-types.ts';
import { placeNow, showPage } from '../test-page.tsx';
import Week from './Week.tsx';

/** A moment of the week of 26 October 2026, in which the clocks of many places go back, by this machine's calendar. */
const at = (day: number, hour: number, minute = 0): string => new Date(2026, 9, day, hour, minute).toISOString();
const booked = (id: string, startsAt: string, change: Partial<AppointmentWire> = {}): AppointmentWire => ({
  id,
  seriesId: id,
  seriesLeft: 1,
  studentId: `s-${id}`,
  studentName: `Student ${id}`,
  startsAt,
  minutes: 60,
  note: '',
  lessonId: null,
  overlaps: [],
  ...change,
});
let appointments: AppointmentWire[];
let begun: BegunLessonWire[];
let asked: Request[];
let refuses: string;
beforeEach(() => {
  localStorage.clear();
  refuses = '';
  appointments = [
    booked('a', at(27, 14)),
    booked('b', at(27, 9, 30), { overlaps: ['Student c'] }),
    booked('c', at(31, 10), { lessonId: 'l' }),
  ];
  begun = [{ id: 'x', studentId: 's', studentName: 'Walked in', startsAt: at(27, 11) }];
  asked = fakeServer(({ method, path }) => {
    if (method !== 'GET' && refuses)
      return { status: 409, body: { status: 409, code: 'conflict', detail: refuses, where: '' } };
    if (path.startsWith('/api/appointments/none')) return { body: begun };
    if (path.startsWith('/api/appointments')) return { body: appointments };
    return { body: [] };
  });
});
const show = async (where = '/week?day=2026-10-29'): Promise<void> => {
  showPage(<Week />, { at: where });
  await waitFor(() => expect(screen.queryByText(/Fetching/)).toBeNull());
};
const day = (name: string) => within(screen.getByRole('listitem', { name }));
const press = (name: string | RegExp): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const slot = (name: string): HTMLElement => screen.getByRole('button', { name: new RegExp(name) });
const patches = (): Record<string, unknown>[] =>
  asked.filter((a) => a.method === 'PATCH').map((a) => a.body as Record<string, unknown>);

describe('the week', () => {
  test('has seven days from Monday; lessons stand in their day by the clock, booked and not', async () => {
    await show();
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Week of 26 Oct to 1 Nov 2026');
    expect(screen.getAllByRole('listitem')).toHaveLength(7);
    const tuesday = day('Tuesday 27 October');
    const times = [...tuesday.getAllByRole('button'), ...tuesday.getAllByRole('link')]
      .map((b) => b.textContent)
      .filter((t) => /\d\d:\d\d/.test(t));
    expect(times.toSorted()).toEqual([
      '09:30 60 minStudent btwo at once',
      '11:00 no appointmentWalked in',
      '14:00 60 minStudent a',
    ]);
    expect(tuesday.getByRole('link').getAttribute('href')).toBe('/lessons/x');
    expect(day('Saturday 31 October').getByText('opened')).toBeTruthy();
    const { searchParams } = new URL(asked.find((a) => a.path.startsWith('/api/appointments?'))!.path, 'http://x');
    expect(searchParams.get('from')).toBe(new Date(2026, 9, 26).toISOString());
    expect(searchParams.get('to')).toBe(new Date(2026, 10, 2).toISOString());
  });
  test('goes a week back and on, and to this one', async () => {
    await show();
    press('After');
    expect(placeNow()).toBe('/week?day=2026-11-02');
    press('Before');
    press('Before');
    expect(placeNow()).toBe('/week?day=2026-10-19');
    press('This week');
    expect(placeNow()).toBe('/week');
    const sunday = format(endOfISOWeek(new Date()), 'd MMM yyyy');
    expect(screen.getByRole('heading', { level: 1 }).textContent).toContain(`to ${sunday}`);
  });
  test.each(['soon', '2026-13-45', ''])('an address whose day is “%s” shows this week', async (text) => {
    await show(`/week?day=${text}`);
    expect(screen.getByRole('heading', { level: 1 }).textContent).toMatch(/^Week of \d/);
    expect(screen.getAllByRole('listitem')).toHaveLength(7);
  });
  test('a lesson is moved by a press; by a day the clock time stays', async () => {
    await show();
    fireEvent.click(slot('Student b'));
    expect(screen.getByText('At the same time: Student c.')).toBeTruthy();
    for (const [name, to] of [
      ['a day earlier', at(26, 9, 30)],
      ['a day later', at(28, 9, 30)],
      ['15 min earlier', at(27, 9, 15)],
      ['15 min later', at(27, 9, 45)],
    ] as const) {
      const before = patches().length;
      await waitFor(() => expect(screen.getByRole<HTMLButtonElement>('button', { name }).disabled).toBe(false));
      press(name);
      await waitFor(() => expect(patches()).toHaveLength(before + 1));
      expect(patches().at(-1)).toEqual({ startsAt: to });
    }
  });
  test('one that is refused stays where it was, and says why', async () => {
    refuses = 'There is a lesson at that time.';
    await show();
    fireEvent.click(slot('Student a'));
    press('a day later');
    await screen.findByText('There is a lesson at that time.');
    expect(
      day('Tuesday 27 October')
        .getByRole('button', { name: /Student a/ })
        .getAttribute('aria-pressed'),
    ).toBe('true');
  });
  test('one that was opened keeps its time', async () => {
    await show();
    fireEvent.click(slot('Student c'));
    expect(screen.getByText('The lesson was opened: its time stands.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'a day later' })).toBeNull();
    expect(screen.getByRole('link', { name: 'Open the lesson' }).getAttribute('href')).toBe('/lessons/l');
  });
  test('of a series the later ones go with it where that is ticked; a length that is none is not kept', async () => {
    appointments = [booked('a', at(27, 14), { seriesLeft: 4 })];
    await show();
    fireEvent.click(slot('Student a'));
    fireEvent.change(screen.getByLabelText('Minutes'), { target: { value: 'long' } });
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Keep the change' }).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText('Minutes'), { target: { value: '45' } });
    fireEvent.change(screen.getByLabelText('Time'), { target: { value: '15:15' } });
    fireEvent.click(screen.getByRole('checkbox', { name: /3 later ones/ }));
    press('Keep the change');
    await waitFor(() =>
      expect(patches()).toEqual([{ startsAt: at(27, 15, 15), minutes: 45, note: '', andLater: true }]),
    );
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Keep the change' })).toBeNull());
  });
  test('it is cancelled alone where nothing else is ticked', async () => {
    await show();
    fireEvent.click(slot('Student a'));
    press('Cancel the lesson');
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'DELETE')?.path).toBe('/api/appointments/a?andLater=false'),
    );
  });
  test('a new one is made on the day whose + was pressed', async () => {
    await show();
    press('New appointment on Friday 30 October');
    expect((screen.getByLabelText('Day') as HTMLInputElement).value).toBe('2026-10-30');
    press('New appointment on Saturday 31 October');
    expect((screen.getByLabelText('Day') as HTMLInputElement).value).toBe('2026-10-31');
  });
});
