import '../../test-dom.ts';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { useRef, useState } from 'react';
import { settingsSchema } from '../../../api/settings-schemas.ts';
import { SettingsProvider } from '../../base/session.tsx';
import { ENTRY_FIELDS, type TypedFigures } from './entry-fields.ts';
import { useFigures } from './use-figures.ts';

const FIELDS = ['clubSpeedMps', 'ballSpeedMps', 'carryM'].map((id) => ENTRY_FIELDS.find((f) => f.id === id)!);
let taken: { values: Record<string, number | null>; sure: boolean }[];
let backs: number;

/** Three figures of a shot, typed as in the entry of a block. */
function Entry() {
  const holder = useRef<HTMLDivElement>(null);
  const [typed, setTyped] = useState<TypedFigures>({});
  const { doubts, asked, wrong, onKeyDown } = useFigures({
    holder,
    fields: FIELDS,
    typed,
    club: 'driver',
    onTake: (values, sure) => {
      taken.push({ values, sure });
      setTyped({});
    },
    onBack: () => (backs += 1),
    keys: { '+': () => setTyped((t) => ({ ...t, carryM: '200' })) },
  });
  return (
    <div ref={holder} onKeyDown={onKeyDown}>
      {FIELDS.map((f) => (
        <label key={f.id}>
          {f.name}
          <input
            name={f.id}
            value={typed[f.id] ?? ''}
            onChange={(e) => setTyped({ ...typed, [f.id]: e.target.value })}
          />
          <span>{wrong(f)}</span>
        </label>
      ))}
      <p role="status">{asked ? doubts.map((d) => d.text).join(' ') : ''}</p>
    </div>
  );
}

beforeEach(() => {
  taken = [];
  backs = 0;
  render(
    <SettingsProvider settings={settingsSchema.cast({ speedUnit: 'mph', distanceUnit: 'yd' })}>
      <Entry />
    </SettingsProvider>,
  );
  input('Club speed').focus();
});
afterEach(cleanup);

const input = (label: string): HTMLInputElement => screen.getByRole('textbox', { name: new RegExp(`^${label}`) });
const focused = (): string => (document.activeElement as HTMLInputElement).name;
/** Types into the field that has the focus, and a key after it. */
function type(text: string, key = 'Enter'): void {
  const at = document.activeElement as HTMLInputElement;
  fireEvent.change(at, { target: { value: text } });
  fireEvent.keyDown(at, { key });
}

describe('figures that are typed', () => {
  test('Enter goes on, takes them at the last and begins again at the first; nothing else is pressed', () => {
    for (const [club, ball, carry] of [
      ['100', '145', '240'],
      ['101,5', '147', ''],
    ] as const) {
      type(club);
      expect(focused()).toBe('ballSpeedMps');
      type(ball);
      expect(focused()).toBe('carryM');
      type(carry);
      expect(focused()).toBe('clubSpeedMps');
    }
    expect(taken).toHaveLength(2);
    expect(taken[0]!.values.clubSpeedMps).toBeCloseTo(44.704, 3);
    expect(taken[0]!.values.carryM).toBeCloseTo(219.456, 2);
    expect(taken[1]!.values.carryM).toBeNull();
    expect(taken.map((t) => t.sure)).toEqual([false, false]);
    expect(input('Club speed').value).toBe('');
  });
  test('two that cannot both be right are asked about once, and taken by one more Enter as they are', () => {
    type('80');
    type('160');
    type('');
    expect(taken).toEqual([]);
    expect(screen.getByRole('status').textContent).toMatch(/Ball speed is 2\.00 × club speed/);
    fireEvent.keyDown(document.activeElement!, { key: 'Enter' });
    expect(taken).toMatchObject([{ sure: true }]);
  });
  test('one that was asked about and then put right is asked about no more; another doubt is asked about again', () => {
    type('80');
    type('160');
    type('');
    input('Ball speed').focus();
    type('170');
    input('Carry').focus();
    type('');
    expect(taken).toEqual([]);
    expect(screen.getByRole('status').textContent).toMatch(/2\.13 × club speed/);
    input('Ball speed').focus();
    type('112');
    type('');
    expect(taken).toMatchObject([{ sure: false }]);
  });
  test('a figure that cannot be holds the focus where it is, with the limits said', () => {
    type('1000');
    expect(focused()).toBe('clubSpeedMps');
    expect(screen.getByText(/^Between [\d.]+ and [\d.]+\.$/)).toBeTruthy();
    input('Carry').focus();
    type('200');
    expect([focused(), taken.length]).toEqual(['clubSpeedMps', 0]);
  });
  test('without any speed nothing is taken, and the first field waits', () => {
    input('Carry').focus();
    type('200');
    expect([focused(), taken.length]).toEqual(['clubSpeedMps', 0]);
  });
  test('Escape leaves; a key of the place does what it does there and is not typed', () => {
    fireEvent.keyDown(document.activeElement!, { key: 'Escape' });
    expect(backs).toBe(1);
    fireEvent.keyDown(document.activeElement!, { key: '+' });
    expect(input('Carry').value).toBe('200');
  });
});
