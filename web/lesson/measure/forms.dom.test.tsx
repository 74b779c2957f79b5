import { fakeServer, type Request } from '../../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { useState } from 'react';
import type { Circumstances } from '../../../api/measure-schemas.ts';
import type { TrialsAnswer, TrialSuggestionWire } from '../../../api/trial-types.ts';
import type { LessonAnswer, SetupWire } from '../../../api/types.ts';
import { outbox } from '../../base/outbox.ts';
import { showPage } from '../../test-page.tsx';
import { StartCalled } from './called/StartCalled.tsx';
import { CircumstancesForm, circumstancesFrom, typedCircumstances } from './CircumstancesForm.tsx';
import SetupView from './SetupView.tsx';
import { StartTrial } from './trial/StartTrial.tsx';

const lesson = (change: Partial<LessonAnswer> = {}): LessonAnswer =>
  ({
    lesson: { id: 'l' },
    student: { id: 's', handedness: 'right', heightM: 1.8 },
    blocks: [],
    setups: [],
    earlierSetups: [],
    ...change,
  }) as unknown as LessonAnswer;

let asked: Request[];
let answer: 'taken' | 'away' | 'refused';
beforeEach(async () => {
  localStorage.clear();
  for (const kept of outbox.get()) await outbox.drop(kept.key);
  answer = 'taken';
  asked = fakeServer(({ method }) => {
    if (method === 'GET' || answer === 'taken') return { body: {} };
    if (answer === 'away') return null;
    return {
      status: 422,
      body: { status: 422, code: 'bad-field', detail: 'Stance width must be a number.', where: '' },
    };
  });
});
const type = (label: string | RegExp, value: string): void => {
  fireEvent.change(screen.getByRole('textbox', { name: label }), { target: { value } });
};
const valueOf = (label: string | RegExp): string =>
  screen.getByRole<HTMLInputElement>('textbox', { name: label }).value;
const press = (name: string | RegExp): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const isClosed = (name: string | RegExp): boolean => screen.getByRole<HTMLButtonElement>('button', { name }).disabled;
const choose = (group: string, name: string): void => {
  fireEvent.click(within(screen.getByRole('radiogroup', { name: group })).getByRole('radio', { name }));
};
const written = (): Record<string, unknown>[] =>
  asked.filter((a) => a.method !== 'GET').map((a) => a.body as Record<string, unknown>);

describe('the set-up', () => {
  const BEFORE = {
    id: 'e',
    club: 'driver',
    stanceWidthMm: 520,
    takenAt: '2026-11-20T10:00:00Z',
    note: '',
  } as SetupWire;
  test('is recorded with what was typed, an empty field as nothing known', async () => {
    showPage(<SetupView lesson={lesson()} />);
    type('Stance width, mm', '540');
    type('Aim of the face, °', '−2,5');
    choose('Lead elbow', 'locked');
    press('Record the set-up');
    await screen.findByText('Recorded; findings are in the ledger.');
    expect(written()[0]).toMatchObject({
      club: 'driver',
      stanceWidthMm: 540,
      aimFaceOutDeg: -2.5,
      knuckles: null,
      elbow: 'locked',
      gripHold: null,
    });
  });
  test('a figure that is no number is not taken for an empty one: it goes as it was typed, and is refused by name', async () => {
    answer = 'refused';
    showPage(<SetupView lesson={lesson()} />);
    type('Stance width, mm', '54o');
    press('Record the set-up');
    await screen.findByText('Stance width must be a number.');
    expect(written()[0]!.stanceWidthMm).toBe('54o');
    expect(valueOf('Stance width, mm')).toBe('54o');
    expect(screen.queryByText(/^Recorded/)).toBeNull();
  });
  test('pressed twice it is one record; without the server it is kept', async () => {
    showPage(<SetupView lesson={lesson()} />);
    type('Stance width, mm', '540');
    press('Record the set-up');
    await waitFor(() => expect(written()).toHaveLength(1));
    await waitFor(() => expect(isClosed('Record the set-up')).toBe(false));
    answer = 'away';
    type('Stance width, mm', '545');
    press('Record the set-up');
    await screen.findByText('Kept here; it is sent when the server answers.');
    const [first, second] = written();
    expect(second!.id).toBe(first!.id);
    expect(outbox.get()).toHaveLength(1);
  });
  test('last time and what is typical stand beside it, with the sign in words; another club has its own', () => {
    showPage(<SetupView lesson={lesson({ earlierSetups: [{ ...BEFORE, aimFaceOutDeg: -4 } as SetupWire] })} />);
    const row = (name: RegExp): string[] =>
      within(screen.getByRole('row', { name }))
        .getAllByRole('cell')
        .map((c) => c.textContent);
    expect(row(/^Stance width/).slice(1)).toEqual(['520 mm', expect.stringMatching(/^432 to 648 mm/)]);
    expect(row(/^Aim of the face/)[1]).toBe('4° in');
    type('Stance width, mm', '540');
    choose('Club', 'iron');
    expect(valueOf('Stance width, mm')).toBe('');
    expect(row(/^Stance width/).slice(1)).toEqual(['–', expect.stringMatching(/^306 to 486 mm/)]);
    choose('Club', 'driver');
    expect(valueOf('Stance width, mm')).toBe('540');
  });
});

describe('circumstances', () => {
  const FULL: Partial<Circumstances> = {
    device: 'radar',
    temperatureC: 21.5,
    windTowardTargetMps: -3,
    carryNormalised: false,
  };
  test('what is on record comes back as it was; what is not known stays unknown', () => {
    expect(circumstancesFrom(typedCircumstances(FULL))).toMatchObject({ ...FULL, altitudeM: null, place: '' });
    expect(circumstancesFrom(typedCircumstances(undefined))).toMatchObject({
      carryNormalised: null,
      temperatureC: null,
    });
  });
  test('a number that is none goes as it was typed', () => {
    expect(circumstancesFrom({ ...typedCircumstances(FULL), altitudeM: '12oo', temperatureC: '−4,5' })).toMatchObject({
      altitudeM: '12oo',
      temperatureC: -4.5,
    });
  });
  test('whether the carry is normalised can be said and taken back', () => {
    function Form() {
      const [typed, setTyped] = useState(typedCircumstances({}));
      return (
        <>
          <CircumstancesForm value={typed} onChange={setTyped} />
          <output>{String(circumstancesFrom(typed).carryNormalised)}</output>
        </>
      );
    }
    showPage(<Form />);
    for (const [name, is] of [
      ['normalised', 'true'],
      ['as flown', 'false'],
      ['not known', 'null'],
    ] as const) {
      choose('Carry as the device gives it', name);
      expect(screen.getByRole('status').textContent).toBe(is);
    }
  });
});

describe('a trial to begin', () => {
  const suggestion = (label: string, kind: TrialSuggestionWire['kind'] = 'cue'): TrialSuggestionWire =>
    ({ label, kind, drillId: '', because: 'of the fault' }) as TrialSuggestionWire;
  const ANSWER = {
    trials: [],
    kept: [],
    faultId: '',
    alike: { trials: 0, moved: {} },
    suggestions: [
      suggestion('As usual', 'as usual'),
      suggestion('brush the grass'),
      suggestion('throw it away'),
      suggestion('light stick', 'implement'),
    ],
    setUps: [suggestion('Ball 40 mm back', 'set-up')],
  } as unknown as TrialsAnswer;
  const show = (stack = false): void => {
    showPage(<StartTrial lesson={lesson()} answer={ANSWER} stack={stack} />);
  };
  const labels = (): string[] => (written()[0]!.conditions as { label: string }[]).map((c) => c.label);
  const chip = (name: string): void => {
    fireEvent.click(screen.getByRole('checkbox', { name }));
  };

  test('what is suggested needs one press', async () => {
    show();
    press('Begin: 18 swings');
    await waitFor(() => expect(written()).toHaveLength(1));
    expect(labels()).toEqual(['As usual', 'brush the grass', 'throw it away']);
    expect(written()[0]).toMatchObject({ club: 'driver', withBall: true, stack: false, swings: 18 });
  });
  test('one thing is no trial, and seven are too many', () => {
    show();
    chip('brush the grass');
    chip('throw it away');
    expect(isClosed(/^Begin/)).toBe(true);
    for (const own of ['a', 'b', 'c', 'd', 'e']) {
      type('One more, in your words', own);
      press('Add it');
    }
    expect(isClosed(/^Begin/)).toBe(false);
    chip('brush the grass');
    expect(isClosed(/^Begin/)).toBe(true);
    expect(screen.getByText(/^Choose two to six\./)).toBeTruthy();
  });
  test('one’s own words are added once; words that are there already choose those', async () => {
    show();
    chip('throw it away');
    for (const words of [' Throw It Away ', 'hum a tune', 'HUM A TUNE', '   ']) {
      type('One more, in your words', words);
      if (words.trim()) press('Add it');
    }
    expect(isClosed('Add it')).toBe(true);
    expect(screen.getAllByRole('checkbox', { name: /hum a tune/i })).toHaveLength(1);
    press(/^Begin/);
    await waitFor(() => expect(written()).toHaveLength(1));
    expect(labels()).toEqual(['As usual', 'brush the grass', 'throw it away', 'hum a tune']);
  });
  test('an implement is its own club, the rest is swung with the trial’s', async () => {
    show();
    chip('light stick');
    press(/^Begin/);
    await waitFor(() => expect(written()).toHaveLength(1));
    expect((written()[0]!.conditions as { club: string }[]).map((c) => c.club)).toEqual(['', '', '', 'light stick']);
  });
  test('steps stand on the swing as usual, in the order chosen, and keep no implement', async () => {
    show(true);
    expect(screen.queryByRole('checkbox', { name: 'light stick' })).toBeNull();
    for (const name of ['Ball 40 mm back', 'brush the grass']) chip(name);
    chip('Ball 40 mm back');
    press(/^Begin/);
    await waitFor(() => expect(written()).toHaveLength(1));
    expect(labels()[0]).toBe('As usual');
    expect(labels()).toHaveLength(new Set(labels()).size);
    expect(written()[0]!.stack).toBe(true);
  });
});

describe('called and done to begin', () => {
  const show = (): void => {
    showPage(<StartCalled lesson={lesson()} lead={null} />);
  };
  test('a step and what is aimed at are taken with comma and minus', async () => {
    show();
    type(/^One step is taken as/, '2,5');
    type(/^Aimed at/, '−3');
    press('Begin to call');
    await waitFor(() => expect(written()).toHaveLength(1));
    expect(written()[0]).toMatchObject({ thing: 'path', step: 2.5, wanted: -3, byWords: true });
  });
  test('what is no number holds it back, and says so where it stands', () => {
    show();
    type(/^Aimed at/, 'left');
    expect(isClosed('Begin to call')).toBe(true);
    expect(screen.getByText('A number like 92.5.')).toBeTruthy();
    type(/^Aimed at/, '');
    expect(isClosed('Begin to call')).toBe(false);
  });
});
