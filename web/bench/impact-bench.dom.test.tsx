import '../test-dom.ts';
import { fireEvent, screen } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { showPage } from '../test-page.tsx';
import ImpactBench from './ImpactBench.tsx';

beforeEach(() => {
  localStorage.clear();
  showPage(<ImpactBench />, { settings: { speedUnit: 'mph', distanceUnit: 'yd' } });
});
const spot = (): HTMLElement => screen.getByRole('slider', { name: /^Strike spot/ });
const fact = (name: string): string => screen.getByText(name, { selector: 'dt' }).nextElementSibling!.textContent;
const figure = (name: string): number => Number(/-?[\d.]+/.exec(fact(name))![0]);
const turn = (knob: string, to: number): void => {
  fireEvent.change(screen.getByRole('slider', { name: new RegExp(`^${knob}`) }), { target: { value: String(to) } });
};
const move = (key: string, times: number): void => {
  for (let i = 0; i < times; i++) fireEvent.keyDown(spot(), { key });
};

describe('the impact bench', () => {
  test('a strike in the centre loses nothing against itself; one off it loses ball speed, whichever way', () => {
    const lost = (): string => /: ([\d.]+) mph/.exec(screen.getByText(/than from the centre\.$/).textContent)![1]!;
    const toe = (): number => Number(spot().getAttribute('aria-valuenow'));
    expect([toe(), Number(lost()) > 0]).toEqual([8, true]);
    move('ArrowRight', 1);
    const [toward, away] = toe() < 8 ? (['ArrowRight', 'ArrowLeft'] as const) : (['ArrowLeft', 'ArrowRight'] as const);
    move(toward, toe());
    move('ArrowUp', 4);
    expect([toe(), lost()]).toEqual([0, '0.0']);
    const centre = figure('ball speed');
    for (const [key, back] of [
      [toward, away],
      [away, toward],
      ['ArrowUp', 'ArrowDown'],
      ['ArrowDown', 'ArrowUp'],
    ] as const) {
      move(key, 16);
      expect([key, figure('ball speed') < centre]).toEqual([key, true]);
      move(back, 16);
    }
  });
  test('the spot stays on the face, and is said in words for who cannot see it', () => {
    move('ArrowUp', 100);
    move('ArrowRight', 100);
    expect(Math.abs(Number(spot().getAttribute('aria-valuenow')))).toBe(40);
    expect(spot().getAttribute('aria-valuetext')).toMatch(/40 mm.*24 mm/);
  });
  test('more speed carries farther; a face turned out starts the ball out', () => {
    const [carry, ball] = [figure('carry'), figure('ball speed')];
    turn('Club head speed', 46);
    expect(figure('ball speed')).toBeGreaterThan(ball);
    expect(figure('carry')).toBeGreaterThan(carry);
    turn('Face', 4);
    expect(fact('start')).toMatch(/out$/);
    turn('Face', -4);
    expect(fact('start')).toMatch(/in$/);
  });
  test('another head has another loft, and more of it launches higher', () => {
    const launch = figure('launch');
    fireEvent.click(screen.getByRole('radio', { name: 'iron' }));
    expect(figure('launch')).toBeGreaterThan(launch);
    expect(figure('spin, estimate')).toBeGreaterThan(3000);
  });
});
