import { fakeServer, type Request } from '../test-dom.ts';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { StudentInput } from '../../api/schemas.ts';
import type { StudentWire } from '../../api/types.ts';
import { showPage } from '../test-page.tsx';
import { StudentForm } from './StudentForm.tsx';

const ON_FILE = {
  id: 's',
  name: 'Ada Birch',
  handedness: 'left',
  birthYear: 1990,
  sex: 'female',
  heightM: 1.7853,
  massKg: 64.24,
  level: 'club',
  goalKind: 'gain',
  goalSpeedMps: 44.7777,
  goalDate: '2027-03-20',
  kit: ['driver'],
  places: ['range'],
  sessionsPerWeek: 3,
  lens: 'measured',
  flags: [],
  painfulParts: [],
  groups: ['juniors', 'Tuesday'],
} as unknown as StudentWire;
let asked: Request[];
let saved: number;

beforeEach(() => {
  localStorage.clear();
  saved = 0;
  asked = fakeServer(() => ({ body: {} }));
});
const show = (student?: StudentWire, settings = {}): void => {
  showPage(<StudentForm id="s" student={student} onSaved={() => (saved += 1)} />, { settings });
};
const field = (label: string | RegExp): HTMLInputElement => screen.getByLabelText<HTMLInputElement>(label);
const type = (label: string | RegExp, value: string): void => {
  fireEvent.change(field(label), { target: { value } });
};
const press = (name: string): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const tick = (name: string): void => {
  fireEvent.click(screen.getByRole('checkbox', { name }));
};
const put = (): StudentInput | undefined => asked.find((a) => a.method === 'PUT')?.body as StudentInput | undefined;
/** Saves, and waits until it is on file. */
async function save(): Promise<StudentInput> {
  press('Save the student');
  await waitFor(() => expect(saved).toBe(1));
  return put()!;
}
/** Saves, and waits for what is said against it; nothing is sent. */
async function refused(words: string | RegExp): Promise<void> {
  press('Save the student');
  await screen.findByText(words);
  expect(put()).toBeUndefined();
}

describe('a new student', () => {
  test('a name and a birth year are enough', async () => {
    show();
    type('Name', 'Bo Fen');
    type('Birth year', '1988');
    expect(await save()).toMatchObject({
      name: 'Bo Fen',
      birthYear: 1988,
      heightM: null,
      massKg: null,
      goalSpeedMps: null,
      groups: [],
      sessionsPerWeek: 3,
    });
  });
  test('what is typed goes in SI, with a comma as well as with a point', async () => {
    show(undefined, { speedUnit: 'mph' });
    type('Name', 'Bo Fen');
    type('Birth year', '1988');
    type('Height, cm', '178,5');
    type('Mass, kg', '78.5');
    type('Driver speed aimed at, mph', '100');
    type('Groups, with commas between', ' juniors ,, Tuesday ');
    const sent = await save();
    expect(sent).toMatchObject({ massKg: 78.5, groups: ['juniors', 'Tuesday'] });
    expect(sent.heightM).toBeCloseTo(1.785, 6);
    expect(sent.goalSpeedMps).toBeCloseTo(44.704, 3);
  });
  test.each([
    ['Name', '  ', 'Name: is needed'],
    ['Birth year', '', 'Birth year: is needed'],
    ['Birth year', '1880', 'Birth year: must be 1900 or later'],
    ['Birth year', '19.5', /^Birth year: must be/],
    ['Height, cm', '1.78', 'Height, cm: must be 60 to 250 cm'],
    ['Height, cm', 'tall', 'Height, cm: must be 60 to 250 cm'],
    ['Mass, kg', '7', 'Mass, kg: must be at least 10 kg'],
    ['Driver speed aimed at, mph', '300', 'Driver speed aimed at, mph: must be 11 to 179 mph'],
    ['Practice sessions a week', '15', 'Practice sessions a week: must be at most 14'],
    ['Practice sessions a week', '2,5', 'Practice sessions a week: must be a whole number'],
    ['Practice sessions a week', '-1', 'Practice sessions a week: must be at least 0'],
    ['E-mail', 'bo at home', 'E-mail: must be an e-mail address'],
    ['Groups, with commas between', `juniors, ${'x'.repeat(41)}`, /^Groups.*: must have at most 40 characters$/],
    ['Groups, with commas between', 'a,'.repeat(21), /^Groups.*: holds at most 20 groups$/],
  ])('%s “%s” is refused at its field, in the words and units of the screen', async (label, value, words) => {
    show(undefined, { speedUnit: 'mph' });
    type('Name', 'Bo Fen');
    type('Birth year', '1988');
    type(label, value);
    await refused(words);
    expect(field(label).value).toBe(value);
  });
  test('what was typed is there when the form is opened again, and can be thrown away', () => {
    show();
    type('Name', 'Bo Fen');
    show();
    expect(field('Name').value).toBe('Bo Fen');
    expect(screen.getByText(/did not save stands in the fields/)).toBeTruthy();
    press('Start anew');
    expect(field('Name').value).toBe('');
    show();
    expect(screen.queryByText(/did not save/)).toBeNull();
  });
});

describe('a student on file', () => {
  test('figures that are not touched keep their own digits', async () => {
    show(ON_FILE);
    expect(['Height, cm', 'Mass, kg'].map((l) => field(l).value)).toEqual(['178.5', '64.2']);
    type('Pinned for next time', 'brought her own driver');
    expect(await save()).toMatchObject({
      heightM: 1.7853,
      massKg: 64.24,
      goalSpeedMps: 44.7777,
      pinnedNote: 'brought her own driver',
      handedness: 'left',
      groups: ['juniors', 'Tuesday'],
    });
  });
  test('a draft from before another unit was chosen changes no goal that was not touched, and turns one that was', async () => {
    show(ON_FILE, { speedUnit: 'mph' });
    type('Mass, kg', '66');
    show(ON_FILE, { speedUnit: 'km/h' });
    expect(field('Mass, kg').value).toBe('66');
    expect(field('Driver speed aimed at, km/h').value).toBe('161.2');
    expect(await save()).toMatchObject({ massKg: 66, goalSpeedMps: 44.7777 });
    show(ON_FILE, { speedUnit: 'mph' });
    type('Driver speed aimed at, mph', '105');
    show(ON_FILE, { speedUnit: 'm/s' });
    expect(field(/^Driver speed aimed at/).value).toBe('46.94');
  });
  test('one that is emptied is taken away', async () => {
    show(ON_FILE);
    type('Mass, kg', '');
    type('Driver speed aimed at, mph', ' ');
    expect(await save()).toMatchObject({ massKg: null, goalSpeedMps: null, heightM: 1.7853 });
  });
  test('one that the server does not take stays as it was typed', async () => {
    asked = fakeServer(() => ({
      status: 403,
      body: { status: 403, code: 'not-allowed', detail: 'Your role does not change students.', where: '' },
    }));
    show(ON_FILE);
    type('Mass, kg', '70');
    press('Save the student');
    await screen.findByText('Your role does not change students.');
    expect([field('Mass, kg').value, saved]).toEqual(['70', 0]);
  });
});

describe('body and safety', () => {
  test('a flag closes the plan until the clearance stands there, with who gave it', async () => {
    show(ON_FILE);
    fireEvent.click(screen.getByRole('group', { name: /clearance/ }).querySelector('input')!);
    expect(screen.getByText('The plan stays closed until you record the clearance.')).toBeTruthy();
    type('Cleared on', '2026-11-20');
    expect(screen.queryByText(/plan stays closed/)).toBeNull();
    await refused('Cleared on: needs the name of who gave it');
    type('Cleared by', 'Dr Reed');
    expect(await save()).toMatchObject({ clearedOn: '2026-11-20', clearedBy: 'Dr Reed', flags: [expect.any(String)] });
  });
  test('a clearance or a consent cannot lie in the future', async () => {
    show(ON_FILE);
    type('Cleared on', '2199-01-01');
    type('Cleared by', 'Dr Reed');
    await refused('Cleared on: must not lie in the future');
  });
  test('a new student whose flag was taken back is told what still stands against saving', async () => {
    show();
    type('Name', 'Bo Fen');
    type('Birth year', '1988');
    const flag = screen.getByRole('group', { name: /clearance/ }).querySelector('input')!;
    fireEvent.click(flag);
    type('Cleared on', '2026-11-20');
    fireEvent.click(flag);
    await refused('Cleared on: needs the name of who gave it');
  });
  test('under 18, and in the year of turning 18, the guardian is asked for', () => {
    const year = new Date().getFullYear();
    show();
    for (const [born, words] of [
      [year - 17, /^Under 18/],
      [year - 18, /^Turns 18 this year/],
    ] as const) {
      type('Birth year', String(born));
      expect(screen.getByText(words)).toBeTruthy();
      expect(field('Guardian')).toBeTruthy();
    }
    type('Birth year', String(year - 19));
    expect(screen.queryByText(/18/)).toBeNull();
    expect(screen.queryByLabelText('Guardian')).toBeNull();
  });
  test('a birth year that is put right says which birth date is against it, though the student is an adult then', async () => {
    show({ ...ON_FILE, birthYear: 2012, birthDate: '2012-05-04' } as StudentWire);
    type('Birth year', '1992');
    await refused('Birth date: must lie in the birth year');
    type('Birth date', '1992-05-04');
    expect(await save()).toMatchObject({ birthYear: 1992, birthDate: '1992-05-04' });
  });
  test('what hurts is ticked and taken back', async () => {
    show(ON_FILE);
    const parts = screen.getByRole('group', { name: /^Hurts at present/ });
    const [first] = [...parts.querySelectorAll('label')].map((l) => l.textContent);
    tick(first!);
    expect((await save()).painfulParts).toHaveLength(1);
  });
});
