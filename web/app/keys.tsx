import { useEffect } from 'react';

/** Keys and what they do; shown by `?`. All have a visible control as well. */
export const KEY_HELP: readonly (readonly [string, string])[] = [
  ['1 – 6', 'station of the lesson'],
  ['N', 'new block'],
  ['F', 'glance: the block in figures readable from two metres'],
  ['X', 'set the last swing aside with a reason'],
  ['Z', 'bring the last set-aside swing back'],
  ['/', 'search'],
  ['G then T, S, D, B', 'go to Today, Students, Drill shelf, Bench'],
  ['?', 'this list'],
  ['Esc', 'back out'],
];

/** Inputs that take no text: keys work while one of them has the focus. */
const NO_TEXT = ['radio', 'checkbox', 'range', 'button', 'submit', 'file'];

const typing = (target: EventTarget | null): boolean => {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement) return !NO_TEXT.includes(target.type);
  return target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName);
};

/** Calls the handler of a key while mounted; none fire inside a text field or with a modifier. */
export function useKeys(handlers: Readonly<Record<string, (() => void) | undefined>>): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (typing(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const handler = handlers[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!handler) return;
      event.preventDefault();
      handler();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, [handlers]);
}
