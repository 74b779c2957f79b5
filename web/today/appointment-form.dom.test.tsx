import { fakeServer, type Request } from '../test-dom.ts';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { differenceInCalendarDays } from 'date-fns';
import { showPage } from '../test-page.tsx';
import { AppointmentForm, minutesWrong, momentOf } from './AppointmentForm.tsx';

const STUDENT = { id: 's', name: 'Ada Birch' };
let asked: Request[];
let refuses: boolean;
let isDone: boolean;

beforeEach(() => {
  localStorage.clear();
  refuses = false;
  isDone = false;
  asked = fakeServer(({ method }) =>
    method === 'GET'
      ? { body: { students: [STUDENT], groups: [], nextOffset: null } }
      : refuses
        ? { status: 409, body: { status: 409, code: 'conflict', detail: 'There is a lesson at that time.', where: '' } }
        : { status: 201, body: {} },
  );
});
const show = (of: 'student' | 'nobody' = 'student'): void => {
  showPage(
    <AppointmentForm
      day="2026-10-20"
      student={of === 'student' ? STUDENT : undefined}
      onDone={() => (isDone = true)}
    />,
  );
};
const type = (label: string, value: string): void => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
};
const choose = (name: string): void => {
  fireEvent.click(screen.getByRole('radio', { name }));
};
const press = (name: string): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
interface Made {
  id: string;
  studentId: string;
  times: string[];
  minutes: number;
}
const made = (): Made | undefined => asked.find((a) => a.method === 'POST')?.body as Made | undefined;

describe('a new appointment', () => {
  test('one lesson stands where it was typed, by this machine’s calendar', async () => {
    show();
    type('Time', '09:30');
    type('Minutes', '45');
    press('Make it');
    await waitFor(() => expect(isDone).toBe(true));
    expect(made()).toMatchObject({ studentId: 's', minutes: 45, times: [new Date(2026, 9, 20, 9, 30).toISOString()] });
  });
  test.each([
    ['every week', [0, 7, 14, 21]],
    ['every other week', [0, 14, 28, 42]],
    ['some days running', [0, 1, 2, 3]],
  ])('%s: the clock time stays over the night the clocks change', async (name, days) => {
    show();
    choose(name);
    press('Make it');
    await waitFor(() => expect(isDone).toBe(true));
    const times = made()!.times.map((t) => new Date(t));
    expect(times.map((t) => differenceInCalendarDays(t, times[0]!))).toEqual(days);
    for (const t of times) expect([t.getHours(), t.getMinutes()]).toEqual([10, 0]);
  });
  test('a series says its last day, and holds 1 to 60 lessons', async () => {
    show();
    choose('every week');
    expect(screen.getByText('the last on 10 Nov 2026')).toBeTruthy();
    for (const count of ['0', '61', '2.5', 'many']) {
      type('Lessons', count);
      press('Make it');
      expect(screen.getByRole('alert').textContent).toBe('A series holds 1 to 60 lessons.');
    }
    expect(made()).toBeUndefined();
    type('Lessons', '60');
    press('Make it');
    await waitFor(() => expect(made()?.times).toHaveLength(60));
  });
  test('without a student, a day or whole minutes nothing is made, and what is missing is said', async () => {
    show('nobody');
    press('Make it');
    expect(screen.getByRole('alert').textContent).toBe('Choose the student first.');
    fireEvent.click(await screen.findByRole('button', { name: 'Ada Birch' }));
    type('Day', '');
    press('Make it');
    expect(screen.getByRole('alert').textContent).toBe('Day and time are needed.');
    type('Day', '2026-10-21');
    type('Minutes', '7.5');
    press('Make it');
    expect(screen.getByText(/whole minutes\.$/)).toBeTruthy();
    expect(made()).toBeUndefined();
  });
  test('Enter takes the only student that is found', async () => {
    show('nobody');
    await screen.findByRole('button', { name: 'Ada Birch' });
    fireEvent.keyDown(screen.getByLabelText('Student'), { key: 'Enter' });
    expect(screen.getByText('Ada Birch').tagName).toBe('STRONG');
    press('Somebody else');
    expect(screen.getByLabelText('Student')).toBeTruthy();
  });
  test('one that is refused stays as it was typed and goes again under its own id', async () => {
    refuses = true;
    show();
    type('Time', '11:15');
    press('Make it');
    await screen.findByText('There is a lesson at that time.');
    expect(isDone).toBe(false);
    show();
    expect((screen.getByLabelText('Time') as HTMLInputElement).value).toBe('11:15');
    refuses = false;
    press('Make it');
    await waitFor(() => expect(isDone).toBe(true));
    const ids = asked.filter((a) => a.method === 'POST').map((a) => (a.body as Made).id);
    expect(ids[1]).toBe(ids[0]);
    show();
    expect((screen.getByLabelText('Time') as HTMLInputElement).value).toBe('10:00');
  });
});

test('times and lengths that are none', () => {
  expect(momentOf({ day: '', time: '10:00', minutes: '60' })).toBeUndefined();
  expect(momentOf({ day: '2026-10-20', time: '', minutes: '60' })).toBeUndefined();
  for (const text of ['', '0', '-30', 'an hour', '10000']) expect(minutesWrong(text)).toMatch(/whole minutes/);
  expect(minutesWrong('60')).toBeUndefined();
});
