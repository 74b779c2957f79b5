import { describe, expect, test } from '@jest/globals';
import { loadOn } from '../../core/plan/load.ts';
import type { DayState } from './run-state.ts';
import { plannedOn, shownWeek, weekStart } from '../parts/shown-week.ts';
import { phonePlan as plan, planDrill as drill } from './test-plan.ts';
import { maximalLeft, notToday } from './today.ts';

const NOW = new Date(2026, 2, 10, 9);
const fresh: DayState = { warmedUp: false, pain: false, maximalSwings: 0, doneDrills: [] };
describe('the day on the phone', () => {
  test('the week repeats; days before it have nothing', () => {
    expect(weekStart('2026-03-01', NOW)).toBe('2026-03-08');
    expect(plannedOn(plan(), NOW)).toEqual(['light-fast', 'quiet-setup']);
    expect(plannedOn(plan(), new Date(2026, 2, 11))).toEqual([]);
    expect(plannedOn(plan(), new Date(2026, 1, 24))).toEqual([]);
  });
  test('where a programme runs its days count, and the week shown is of them', () => {
    const session = { parts: ['technique' as const], maximalSwings: 0, otherWay: 0, volume: 1 };
    const at = (date: string, change: object = {}) => ({
      date,
      phase: 'learn' as const,
      session: null,
      lesson: false,
      retest: false,
      off: '' as const,
      ...change,
    });
    const programmeDays = [at('2026-03-10'), at('2026-03-11', { session }), at('2026-03-12')];
    const drills = [drill('quiet-setup'), drill('light-fast')];
    const p = plan({ programmeDays, drills });
    expect(plannedOn(p, NOW)).toEqual([]);
    expect(plannedOn(p, new Date(2026, 2, 11))).toEqual(['quiet-setup']);
    const force = {
      ...session,
      parts: ['warm-up' as const, 'technique' as const, 'force' as const],
      maximalSwings: 10,
    };
    expect(plannedOn({ ...p, programmeDays: [at('2026-03-11', { session: force })] }, new Date(2026, 2, 11))).toEqual([
      'quiet-setup',
      'light-fast',
    ]);
    expect(
      shownWeek(p, NOW)!
        .week.slice(0, 3)
        .map((d) => d.drillIds),
    ).toEqual([[], ['quiet-setup'], []]);
    expect(shownWeek(plan(), NOW)!.startsOn).toBe('2026-03-08');
  });
  test('over the night the clocks change a day stays a day', () => {
    const spring = plan({ startsOn: '2026-03-27', week: [{ day: 3, drillIds: ['quiet-setup'] }] });
    expect(plannedOn(spring, new Date(2026, 2, 30, 0, 30))).toEqual(['quiet-setup']);
    expect(weekStart('2026-10-20', new Date(2026, 9, 26, 23, 30))).toBe('2026-10-20');
  });
  test('planned drills are open; a rest day has slow work alone', () => {
    expect(notToday(plan(), drill('light-fast'), fresh, NOW)).toEqual([]);
    const rest = new Date(2026, 2, 11, 9);
    expect(notToday(plan(), drill('light-fast'), fresh, rest).join()).toContain('Rest day');
    expect(
      notToday(plan(), drill('quiet-setup', 'half/whole/middle-iron/none/on/garden'), fresh, rest).join(),
    ).toContain('Rest day');
    expect(notToday(plan(), drill('quiet-setup', 'still/part/none/none/on/mirror'), fresh, rest)).toEqual([]);
    expect(notToday(plan(), drill('speed-ladder'), fresh, NOW)).toEqual(['Not planned for today.']);
  });
  test('pain ends the day for everything; what the server closed stays closed', () => {
    for (const id of ['light-fast', 'quiet-setup'])
      expect(notToday(plan(), drill(id), { ...fresh, pain: true }, NOW)[0]).toContain('Pain');
    expect(
      notToday(
        plan(),
        drill('quiet-setup', 'still/part/none/none/on/mirror', ['Stopped by your instructor.']),
        fresh,
        NOW,
      ),
    ).toEqual(['Stopped by your instructor.']);
  });
  test('full-speed swings: the cap holds with what the server does not know yet, and without a connection', () => {
    expect(maximalLeft(plan(), fresh, '2026-03-10')).toBe(30);
    expect(maximalLeft(plan(), { ...fresh, maximalSwings: 12 }, '2026-03-10')).toBe(18);
    const some = loadOn('2026-03-10', [{ day: '2026-03-10', swings: 25, source: 'block' }], 40, false);
    expect(maximalLeft(plan({ load: some }), { ...fresh, maximalSwings: 5 }, '2026-03-10')).toBe(5);
    // Fetched yesterday, with swings yesterday: none today.
    expect(maximalLeft(plan({ load: some }), fresh, '2026-03-11')).toBe(0);
    expect(maximalLeft(plan({ load: some }), fresh, '2026-03-12')).toBe(30);
    expect(notToday(plan(), drill('light-fast'), { ...fresh, maximalSwings: 30 }, NOW)[0]).toContain('cap');
  });
});
