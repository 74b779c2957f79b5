import { act, cleanup, renderHook, type RenderHookResult } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { settingsSchema } from '../../api/settings-schemas.ts';
import type { SpeedUnit } from '../../core/units/shown-units.ts';
import { DraftScope, sweepDrafts, useDraft } from './drafts.tsx';
import { SettingsProvider } from './session.tsx';

let hook: RenderHookResult<ReturnType<typeof useDraft<string>>, unknown>;
const show = (account: string, lesson: string, name = 'reason', start = ''): void => {
  cleanup();
  hook = renderHook(() => useDraft(name, start), {
    wrapper: ({ children }: { children: ReactNode }) => (
      <SettingsProvider account={account}>
        <DraftScope of={lesson}>{children}</DraftScope>
      </SettingsProvider>
    ),
  });
};
const shown = (): string => hook.result.current[0];
const type = (v: string): void => act(() => hook.result.current[1](v));

beforeEach(() => localStorage.clear());
afterEach(cleanup);

test('what was typed is there again after the page went away; cleared or saved it is not', () => {
  show('ann', 'lesson 1');
  type('too steep');
  show('ann', 'lesson 1');
  expect(shown()).toBe('too steep');
  act(() => hook.result.current[2]());
  expect(shown()).toBe('');
  show('ann', 'lesson 1');
  expect(shown()).toBe('');
  type('again');
  act(() => hook.result.current[3]());
  expect(shown()).toBe('again');
  show('ann', 'lesson 1');
  expect(shown()).toBe('');
  expect(localStorage).toHaveLength(0);
});

test('another account, lesson or field sees none of it, and finds its own', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(
          fc.constantFrom('ann', 'ben'),
          fc.constantFrom('lesson 1', 'lesson 2'),
          fc.constantFrom('reason', 'cue'),
          fc.string({ maxLength: 8 }),
        ),
        { minLength: 1, maxLength: 12 },
      ),
      (typings) => {
        localStorage.clear();
        const last = new Map<string, string>();
        for (const [account, lesson, name, text] of typings) {
          show(account, lesson, name);
          expect(shown()).toBe(last.get([account, lesson, name].join('|')) ?? '');
          type(text);
          last.set([account, lesson, name].join('|'), text);
        }
      },
    ),
    { numRuns: 40 },
  );
});

test('a draft is no draft where it says what stands there anyway', () => {
  show('ann', 'lesson 1', 'note', 'stored');
  type('stored, and more');
  expect(localStorage).toHaveLength(1);
  type('stored');
  expect(localStorage).toHaveLength(0);
});

test('typed in other units of the screen, it is turned into those of now, also while it stands open', () => {
  const turned: string[] = [];
  let speedUnit: SpeedUnit = 'mph';
  const wrapper = ({ children }: { children: ReactNode }) => (
    <SettingsProvider settings={settingsSchema.cast({ speedUnit })} account="ann">
      {children}
    </SettingsProvider>
  );
  const open = () =>
    renderHook(
      () =>
        useDraft('speed', '', (typed, from, to) => {
          turned.push(`${from.speedUnit} to ${to.speedUnit}`);
          return `${typed} in ${to.speedUnit}`;
        }),
      { wrapper },
    );
  hook = open();
  type('90');
  cleanup();
  hook = open();
  expect(shown()).toBe('90');
  speedUnit = 'km/h';
  hook.rerender();
  expect(shown()).toBe('90 in km/h');
  // Nothing was typed in them yet: what is kept is what was typed.
  cleanup();
  hook = open();
  expect(shown()).toBe('90 in km/h');
  type('145');
  cleanup();
  hook = open();
  expect(shown()).toBe('145');
  expect(new Set(turned)).toEqual(new Set(['mph to km/h']));
});

test('a broken draft counts as none, and old ones are swept', () => {
  localStorage.setItem('maple-draft:ann:lesson 1:reason', '{broken');
  show('ann', 'lesson 1');
  expect(shown()).toBe('');
  type('new');
  localStorage.setItem('other', 'stays');
  sweepDrafts(Date.now() + 30 * 86_400_000);
  expect(localStorage).toHaveLength(2);
  sweepDrafts(Date.now() + 61 * 86_400_000);
  expect(Object.keys(localStorage)).toEqual(['other']);
});
