import '../test-dom.ts';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { FIGURE_FIELD, KEY_HELP, useKeys } from './keys.tsx';

let heard: string[];
const on = (name: string) => () => void heard.push(name);
const KEYS = {
  n: on('n'),
  '2': on('2'),
  x: on('x'),
  ' ': on('space'),
  ArrowRight: on('right'),
  'Shift+ArrowRight': on('ten on'),
  Enter: on('Enter'),
};
const FIRST = { Enter: on('first Enter') };

function Page() {
  useKeys(KEYS);
  return (
    <>
      <input aria-label="note" />
      <textarea aria-label="lines" />
      <input aria-label="speed" {...FIGURE_FIELD} />
      <input aria-label="share" type="range" />
      <button>do it</button>
      <div role="radiogroup" aria-label="one of">
        <input aria-label="a choice" type="radio" />
      </div>
      <div data-own-keys="" tabIndex={0} role="slider" aria-label="flag" aria-valuenow={0} />
    </>
  );
}
function WithFirst() {
  useKeys(FIRST, true);
  return <Page />;
}

beforeEach(() => {
  heard = [];
});
afterEach(cleanup);
/** Presses a key in a control, or on the page. @returns whether the browser's own use of it was held back */
const press = (key: string, where?: string, change: object = {}): boolean =>
  !fireEvent.keyDown(where ? screen.getByLabelText(where) : document.body, { key, ...change });

describe('keys of a page', () => {
  test('do what they say, in either case, and keep the browser from its own use of them', () => {
    render(<Page />);
    expect([press('n'), press('N'), press('2'), press('q')]).toEqual([true, true, true, false]);
    expect(heard).toEqual(['n', 'n', '2']);
  });
  test('are typed where text is typed, and leave the browser’s own commands alone', () => {
    render(<Page />);
    for (const where of ['note', 'lines']) for (const key of ['n', '2', ' ', 'Enter']) press(key, where);
    for (const modifier of ['ctrlKey', 'metaKey', 'altKey']) press('n', undefined, { [modifier]: true });
    expect(heard).toEqual([]);
  });
  test('in a field of figures the lesson’s letters work and the digits are typed', () => {
    render(<Page />);
    press('n', 'speed');
    press('x', 'speed');
    press('2', 'speed');
    expect(heard).toEqual(['n', 'x']);
  });
  test('work where a control takes no text, but for what the control uses itself', () => {
    render(<Page />);
    press('n', 'share');
    press('2', 'a choice');
    press('ArrowRight', 'a choice');
    press(' ', 'a choice');
    fireEvent.keyDown(screen.getByRole('button'), { key: ' ' });
    expect(heard).toEqual(['n', '2']);
    fireEvent.keyDown(screen.getByRole('button'), { key: 'ArrowRight' });
    expect(heard.at(-1)).toBe('right');
  });
  test('with Shift an arrow is one of its own; a flag that is moved by it keeps it', () => {
    render(<Page />);
    press('ArrowRight', undefined, { shiftKey: true });
    press('ArrowRight');
    press('ArrowRight', 'flag', { shiftKey: true });
    expect(heard).toEqual(['ten on', 'right']);
  });
  test('one that comes first is not heard by the others; all end with what held them', () => {
    const { unmount } = render(<WithFirst />);
    press('Enter');
    expect(heard).toEqual(['first Enter']);
    unmount();
    press('Enter');
    press('n');
    expect(heard).toEqual(['first Enter']);
  });
});

test('the list of keys names each once', () => {
  const names = KEY_HELP.map(([key]) => key);
  expect(new Set(names).size).toBe(names.length);
  for (const [, what] of KEY_HELP) expect(what.length).toBeGreaterThan(3);
});
