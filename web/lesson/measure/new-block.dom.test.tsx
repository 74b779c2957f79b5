import { fakeServer, type Request } from '../../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { BlockWire, LessonAnswer, ShotWire } from '../../../api/types.ts';
import { outbox } from '../../base/outbox.ts';
import { showPage } from '../../test-page.tsx';
import { Glance } from './Glance.tsx';
import { NewBlock } from './NewBlock.tsx';

let asked: Request[];
let answer: 'made' | 'away' | 'refused';
let closed: number;
beforeEach(async () => {
  localStorage.clear();
  for (const kept of outbox.get()) await outbox.drop(kept.key);
  answer = 'made';
  closed = 0;
  asked = fakeServer(({ method }) => {
    if (method === 'GET' || answer === 'made') return { status: 201, body: {} };
    return answer === 'away'
      ? null
      : { status: 422, body: { status: 422, code: 'bad-field', detail: 'temperature must be a number', where: '' } };
  });
});
const lessonOf = (...blocks: Partial<BlockWire>[]): LessonAnswer =>
  ({ lesson: { id: 'l' }, student: { name: 'Ada Birch', handedness: 'right' }, blocks }) as unknown as LessonAnswer;
const show = (lesson = lessonOf()): void => {
  showPage(<NewBlock lesson={lesson} onDone={() => (closed += 1)} onTry={() => undefined} />);
};
const choose = (group: string, name: string): void => {
  fireEvent.click(within(screen.getByRole('radiogroup', { name: group })).getByRole('radio', { name }));
};
const type = (label: string | RegExp, value: string): void => {
  fireEvent.change(screen.getByRole('textbox', { name: label }), { target: { value } });
};
const start = (): HTMLButtonElement => screen.getByRole<HTMLButtonElement>('button', { name: 'Start the block' });
const made = (): Record<string, unknown>[] =>
  asked.filter((a) => a.method === 'POST').map((a) => a.body as Record<string, unknown>);

describe('a new block', () => {
  test('the first needs one press', async () => {
    show();
    expect(document.activeElement).toBe(start());
    fireEvent.click(start());
    await waitFor(() => expect(closed).toBe(1));
    expect(made()[0]).toMatchObject({ club: 'driver', withBall: true, condition: 'normal', cue: '', effort: null });
  });
  test('the next is like the one before, but for effort and feel', async () => {
    show(
      lessonOf({
        club: '7-iron',
        withBall: false,
        condition: 'feet together',
        cue: 'brush the grass',
        effort: 7,
        feel: 'free',
        circumstances: { temperatureC: 18.5 } as BlockWire['circumstances'],
      }),
    );
    fireEvent.click(start());
    await waitFor(() => expect(closed).toBe(1));
    expect(made()[0]).toMatchObject({
      club: '7-iron',
      withBall: false,
      condition: 'feet together',
      cue: 'brush the grass',
      effort: null,
      feel: '',
    });
    expect((made()[0]!.circumstances as { temperatureC: number }).temperatureC).toBe(18.5);
  });
  test('another club or condition is named before it begins', async () => {
    show();
    choose('Club', 'another …');
    expect(start().disabled).toBe(true);
    type('Which club', 'hybrid');
    choose('Condition', 'in own words …');
    expect(start().disabled).toBe(true);
    type('Condition, in own words', 'eyes shut');
    choose('Ball', 'no ball');
    choose('Felt effort, 0–10', '8');
    fireEvent.click(start());
    await waitFor(() =>
      expect(made()[0]).toMatchObject({ club: 'hybrid', condition: 'eyes shut', withBall: false, effort: 8 }),
    );
  });
  test('what was chosen is there when it is opened again; once begun it is another block', async () => {
    show();
    choose('Club', 'wedge');
    show();
    expect(
      within(screen.getByRole('radiogroup', { name: 'Club' })).getByRole<HTMLInputElement>('radio', { name: 'wedge' })
        .checked,
    ).toBe(true);
    fireEvent.click(start());
    await waitFor(() => expect(closed).toBe(1));
    show();
    fireEvent.click(start());
    await waitFor(() => expect(made()).toHaveLength(2));
    expect(made()[1]!.id).not.toBe(made()[0]!.id);
    expect(made()[1]!.club).toBe('driver');
  });
  test('without the server it is kept, once, and says so', async () => {
    answer = 'away';
    show();
    fireEvent.click(start());
    await screen.findByText(/the block is kept here and made when it is back/);
    expect(start().disabled).toBe(true);
    expect(outbox.get().map((k) => k.what)).toEqual(['new block, driver']);
    expect(closed).toBe(0);
  });
  test('one that is refused says why, and goes again under its own id once it is put right', async () => {
    answer = 'refused';
    show();
    fireEvent.click(screen.getByRole('button', { name: 'Device, ball, place, air, club' }));
    type('Temperature, °C', 'warm');
    fireEvent.click(start());
    await screen.findByText('temperature must be a number');
    expect((made()[0]!.circumstances as { temperatureC: string }).temperatureC).toBe('warm');
    answer = 'made';
    type('Temperature, °C', '21,5');
    fireEvent.click(start());
    await waitFor(() => expect(closed).toBe(1));
    expect(made()[1]).toMatchObject({ id: made()[0]!.id, circumstances: { temperatureC: 21.5 } });
  });
});

describe('the glance from two metres', () => {
  const shot = (id: string, mps: number, change: Partial<ShotWire> = {}): ShotWire =>
    ({ id, values: { clubSpeedMps: mps }, setAsideReason: null, strikeByHand: false, ...change }) as ShotWire;
  const glance = (...shots: ShotWire[]): void => {
    const statistics = { swings: shots.length, clubSpeedMps: { median: 44.704, best: 46, sd: 0.5 } };
    const block = { club: 'driver', withBall: true, shots, statistics } as unknown as BlockWire;
    showPage(<Glance block={block} lesson={lessonOf()} onClose={() => (closed += 1)} />);
  };
  const speed = (): string => screen.getByTestId('glance-speed').textContent;
  test('shows the last swing that counts, and its ball where it was measured', () => {
    glance(shot('a', 44.704), shot('b', 45.6, { setAsideReason: 'mishit' }));
    expect(speed()).toBe('100.0 mph');
    glance(shot('a', 44.704, { values: { clubSpeedMps: 44.704, ballSpeedMps: 65 } }));
    expect(screen.getByText(/^ball 145\.4 · smash 1\.45$/)).toBeTruthy();
    glance();
    expect(speed()).toBe('– mph');
  });
  test('keeps the screen awake while it is open, and lets it sleep after', async () => {
    const released: string[] = [];
    const wakeLock = { request: async () => ({ release: async () => void released.push('let go') }) };
    Object.defineProperty(navigator, 'wakeLock', { value: wakeLock, configurable: true });
    glance(shot('a', 44.704));
    await waitFor(() => expect(document.querySelector('[data-awake="true"]')).toBeTruthy());
    showPage(<p>something else</p>);
    await waitFor(() => expect(released).toEqual(['let go']));
    Object.defineProperty(navigator, 'wakeLock', {
      value: { request: () => Promise.reject(new Error('no')) },
      configurable: true,
    });
    glance(shot('a', 44.704));
    await waitFor(() => expect(document.querySelector('[data-awake="false"]')).toBeTruthy());
    expect(speed()).toBe('100.0 mph');
  });
  test('is left by Escape', () => {
    glance(shot('a', 44.704));
    fireEvent.keyDown(document.body, { key: 'Escape' });
    expect(closed).toBe(1);
  });
});
