import { useEffect } from 'react';

/** Id of what the skip link leads to: the work of a page. */
export const WORK = 'work';

/** Keys and what they do; shown by `?`. All have a visible control as well. */
export const KEY_HELP: readonly (readonly [string, string])[] = [
  ['1 – 6', 'station of the lesson'],
  ['N', 'new block'],
  ['F', 'glance: the block in figures readable from two metres'],
  ['X', 'set the last swing aside with a reason'],
  ['Z', 'bring the last set-aside swing back; with a picture open: undo the last mark'],
  ['← →', 'frame back, frame on (with Shift: ten)'],
  ['Space', 'play or stop the picture'],
  ['Enter', 'in the figures of a shot: goes on; at the last it adds the shot'],
  ['* and /', 'in the figures of a shot: put the last one right; set it aside or bring it back'],
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

/** Marks a field that takes figures alone: the lesson's letters work in it, digits are typed. */
export const FIGURE_FIELD = { 'data-figures': '' } as const;
const LESSON_LETTERS = ['n', 'x', 'z', 'f'];
const inFigures = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('[data-figures]') !== null;

/** Controls that have a use of their own for arrows and space. */
const OWN_KEYS = '[role="radiogroup"], [role="listbox"], [role="menu"], button, a';
const ARROWS = /^(Arrow|Shift\+Arrow)/;

/**
 * Calls the handler of a key while mounted; none fire inside a text field or with a modifier (`Shift+` before an arrow is one of
 * its own). @param first before any other handler, which then does not hear of it
 */
export function useKeys(handlers: Readonly<Record<string, (() => void) | undefined>>, first = false): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const plain = event.key.length === 1 ? event.key.toLowerCase() : event.key;
      const typed = typing(event.target) && !(inFigures(event.target) && LESSON_LETTERS.includes(plain));
      if (typed || event.ctrlKey || event.metaKey || event.altKey) return;
      const key =
        event.shiftKey && ARROWS.test(`Shift+${plain}`) && handlers[`Shift+${plain}`] ? `Shift+${plain}` : plain;
      const handler = handlers[key];
      if (!handler) return;
      // A flag that is moved by Shift and arrows keeps them.
      if (key.startsWith('Shift+') && event.target instanceof HTMLElement && event.target.closest('[data-own-keys]'))
        return;
      const control = event.target instanceof HTMLElement && event.target.closest(OWN_KEYS);
      if (control && (key === ' ' || (ARROWS.test(key) && !control.matches('button, a')))) return;
      event.preventDefault();
      if (first) event.stopPropagation();
      handler();
    };
    document.addEventListener('keydown', onKey, first);
    return () => document.removeEventListener('keydown', onKey, first);
  }, [handlers, first]);
}
