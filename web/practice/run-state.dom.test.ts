import '../test-dom.ts';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import {
  dayState,
  doneOf,
  endRun,
  forgetPlan,
  freshFlow,
  freshRun,
  keepDay,
  keepFlow,
  keepRun,
  keptFlow,
  keptRun,
  localDay,
  storedPlan,
  storePlan,
} from './run-state.ts';

beforeEach(() => {
  localStorage.clear();
  jest.useFakeTimers({ now: new Date(2026, 10, 29, 18, 30) });
});
afterEach(() => {
  jest.useRealTimers();
});

describe('a run of a drill on the phone', () => {
  test('is there after a reload, with its id, so that it is logged once', () => {
    const run = { ...freshRun(), passed: 4, reset: 2, unjudged: 1, words: 'brush the grass' };
    keepRun('link', 'drill', run);
    expect(keptRun('link', 'drill')).toEqual(run);
    expect(doneOf(run)).toBe(7);
  });
  test('is another for another drill or link, and none once it has ended', () => {
    keepRun('link', 'drill', { ...freshRun(), passed: 4 });
    expect(keptRun('link', 'other')).toBeNull();
    expect(keptRun('other', 'drill')).toBeNull();
    endRun('link', 'drill');
    expect(keptRun('link', 'drill')).toBeNull();
  });
  test('is over with the day by this phone’s calendar, not by Greenwich’s', () => {
    jest.setSystemTime(new Date(2026, 10, 29, 23, 59));
    keepRun('link', 'drill', freshRun());
    expect(keptRun('link', 'drill')).not.toBeNull();
    jest.setSystemTime(new Date(2026, 10, 30, 0, 1));
    expect(keptRun('link', 'drill')).toBeNull();
    expect(localDay(new Date(2026, 0, 5, 0, 1))).toBe('2026-01-05');
  });
  test('of an earlier version has what it lacks; what cannot be read is no run', () => {
    const { calls: _, calling: __, ...older } = { ...freshRun(), passed: 3 };
    localStorage.setItem('practice-run:link:drill', JSON.stringify({ day: localDay(), run: older }));
    expect(keptRun('link', 'drill')).toMatchObject({ passed: 3, calls: [], calling: null });
    localStorage.setItem('practice-run:link:drill', '{"day":');
    expect(keptRun('link', 'drill')).toBeNull();
  });
  test('goes on in the page where the browser keeps nothing', () => {
    const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    expect(() => keepRun('link', 'drill', freshRun())).not.toThrow();
    expect(keepDay('link', { warmedUp: true })).toMatchObject({ warmedUp: true });
    full.mockRestore();
    expect(keptRun('link', 'drill')).toBeNull();
  });
  test('a flow is kept beside the drills, with every go at its steps', () => {
    const flow = {
      ...freshFlow(),
      goes: [
        { step: 0, passed: 5, reset: 1, unjudged: 0 },
        { step: 1, passed: 0, reset: 3, unjudged: 0 },
      ],
    };
    keepFlow('link', 'flow', flow);
    expect(keptFlow('link', 'flow')).toEqual(flow);
    jest.setSystemTime(new Date(2026, 10, 30, 9));
    expect(keptFlow('link', 'flow')).toBeNull();
  });
});

describe('a day on the phone', () => {
  test('adds up what was done, and the next one begins at nothing', () => {
    keepDay('link', { warmedUp: true });
    keepDay('link', { maximalSwings: dayState('link').maximalSwings + 6, doneDrills: ['a'] });
    expect(dayState('link')).toEqual({ warmedUp: true, pain: false, maximalSwings: 6, doneDrills: ['a'] });
    expect(dayState('other')).toMatchObject({ warmedUp: false, maximalSwings: 0 });
    jest.setSystemTime(new Date(2026, 10, 30, 9));
    expect(dayState('link')).toEqual({ warmedUp: false, pain: false, maximalSwings: 0, doneDrills: [] });
  });
  test('that was closed by pain stays closed whatever else is kept', () => {
    keepDay('link', { pain: true });
    keepDay('link', { doneDrills: ['a'] });
    expect(dayState('link').pain).toBe(true);
  });
});

test('the plan is there without a connection, with when it was fetched, until it is forgotten', () => {
  storePlan('link', { drills: ['a'] });
  expect(storedPlan('link')).toEqual({ at: new Date().toISOString(), plan: { drills: ['a'] } });
  forgetPlan('link');
  expect(storedPlan('link')).toBeNull();
});
