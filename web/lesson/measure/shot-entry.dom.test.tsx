import { fakeServer, type Request } from '../../test-dom.ts';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { BlockWire, ShotWire } from '../../../api/types.ts';
import type { Settings } from '../../../api/settings-schemas.ts';
import { outbox } from '../../base/outbox.ts';
import { showPage } from '../../test-page.tsx';
import { ShotEntry } from './ShotEntry.tsx';

const shot = (id: string, change: Partial<ShotWire> = {}): ShotWire =>
  ({
    id,
    source: 'typed',
    struckAt: '2026-11-28T10:00:00Z',
    values: { clubSpeedMps: 44.704, ballSpeedMps: 65 },
    setAsideReason: null,
    feltEffort: null,
    strikeByHand: false,
    doubt: '',
    was: {},
    ...change,
  }) as ShotWire;
const block = (...shots: ShotWire[]): BlockWire =>
  ({ id: 'b', club: 'driver', position: 1, shots, shotsTotal: shots.length }) as BlockWire;

interface Sent {
  id: string;
  values: Record<string, number | null>;
  sure: boolean;
}
let asked: Request[];
/** How the server takes shots, by their club speed in mph. */
let takes: (mph: number) => 'taken' | 'refused' | 'away';
let corrections: 'taken' | 'refused';
const refusal = (detail: string) => ({
  status: 422,
  body: { status: 422, code: 'bad-input', detail, where: '' },
});

beforeEach(async () => {
  localStorage.clear();
  window.matchMedia = (() => ({ matches: true })) as unknown as typeof window.matchMedia;
  for (const kept of outbox.get()) await outbox.drop(kept.key);
  takes = () => 'taken';
  corrections = 'taken';
  asked = fakeServer(({ method, body }) => {
    const mph = Math.round(((body as Sent | undefined)?.values?.clubSpeedMps ?? 0) / 0.44704);
    if (method === 'PATCH' && corrections === 'refused') return refusal('It cannot be.');
    const how = method === 'POST' ? takes(mph) : 'taken';
    if (how === 'away') return null;
    return how === 'taken' ? { body: {} } : refusal(`${mph} mph cannot be.`);
  });
});
const show = (of: BlockWire, units: Partial<Settings> = {}): void => {
  const settings: Partial<Settings> = { shotFields: ['clubSpeedMps', 'ballSpeedMps'], ...units };
  showPage(<ShotEntry block={of} lessonId="l" />, { settings });
};
const field = (name: RegExp): HTMLInputElement => screen.getByRole('textbox', { name });
const club = (): HTMLInputElement => field(/^Club/);
const key = (name: string): void => {
  fireEvent.keyDown(document.activeElement!, { key: name });
};
/** Types figures as on the numeric pad, Enter after each. */
const type = (...figures: string[]): void => {
  for (const figure of figures) {
    fireEvent.change(document.activeElement!, { target: { value: figure } });
    key('Enter');
  }
};
const press = (name: string): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const sent = (method: string): Sent[] => asked.filter((a) => a.method === method).map((a) => a.body as Sent);

describe('shots that are typed', () => {
  test('the numeric pad is enough: one after another, each sent once, in SI, at the moment it was typed', async () => {
    show(block());
    expect(document.activeElement).toBe(club());
    type('100', '145', '101', '');
    await waitFor(() => expect(sent('POST')).toHaveLength(2));
    const [first, second] = sent('POST');
    expect(first!.values).toEqual({ clubSpeedMps: expect.closeTo(44.704, 3), ballSpeedMps: expect.closeTo(64.82, 2) });
    expect(second!.values).toEqual({ clubSpeedMps: expect.closeTo(45.151, 3), ballSpeedMps: null });
    expect(first!.id).not.toBe(second!.id);
    expect(club().value).toBe('');
    expect(document.activeElement).toBe(club());
  });

  test('a figure beyond its limits says so at its field, and nothing is reckoned from it', () => {
    show(block());
    type('77');
    fireEvent.change(document.activeElement!, { target: { value: '146101' } });
    expect(screen.getByText(/^Between .* and /)).toBeTruthy();
    expect(screen.queryByText(/× club speed/)).toBeNull();
    fireEvent.change(document.activeElement!, { target: { value: '146' } });
    expect(screen.getByText(/× club speed/)).toBeTruthy();
  });

  test('one that the server refuses stays in sight with its reason while others are taken behind it', async () => {
    takes = (mph) => (mph === 100 ? 'refused' : 'taken');
    show(block());
    type('100', '');
    await screen.findByText(/100 mph cannot be/);
    type('99', '');
    await waitFor(() => expect(sent('POST')).toHaveLength(2));
    expect(screen.getByText(/100 mph cannot be/)).toBeTruthy();
    takes = () => 'taken';
    press('Try again');
    await waitFor(() => expect(sent('POST')).toHaveLength(3));
    expect(screen.queryByText(/100 mph cannot be/)).toBeNull();
    const [first, , again] = sent('POST');
    expect(again).toEqual(first);
  });

  test('several that are refused each have their reason, and go back into the fields by themselves', async () => {
    takes = (mph) => (mph >= 100 ? 'refused' : 'taken');
    show(block());
    type('100', '', '110', '');
    await screen.findByText(/110 mph cannot be/);
    expect(screen.getByText(/100 mph cannot be/)).toBeTruthy();
    fireEvent.click(screen.getAllByRole('button', { name: 'Put it back into the fields' })[0]!);
    expect(club().value).toBe('100.0');
    expect(screen.queryByText(/100 mph cannot be/)).toBeNull();
    expect(screen.getByText(/110 mph cannot be/)).toBeTruthy();
  });

  test('what the server did not hear before the page went away is sent when it is back, under its own id', async () => {
    takes = () => 'refused';
    show(block());
    type('100', '');
    await screen.findByText(/100 mph cannot be/);
    takes = () => 'taken';
    show(block());
    await waitFor(() => expect(sent('POST')).toHaveLength(2));
    expect(sent('POST')[1]).toEqual(sent('POST')[0]);
    await waitFor(() => expect(screen.queryByText(/cannot be/)).toBeNull());
  });

  test('without the server it is kept and the next can be typed', async () => {
    takes = () => 'away';
    show(block());
    type('100', '', '101', '');
    await waitFor(() => expect(outbox.get()).toHaveLength(2));
    expect(outbox.get().map((k) => k.what)).toEqual(['shot 100.0 mph into block 1', 'shot 101.0 mph into block 1']);
    expect(screen.queryByRole('alert')).toBeNull();
  });
});

describe('another unit of speed is chosen while figures stand in the fields', () => {
  test('they are those that were typed, in the new unit', async () => {
    show(block());
    type('92.5');
    show(block(), { speedUnit: 'm/s' });
    expect(field(/^Club speed, m.s/).value).toBe('41.35');
    act(() => field(/^Ball/).focus());
    type('60');
    await waitFor(() => expect(sent('POST')).toHaveLength(1));
    expect(sent('POST')[0]!.values.clubSpeedMps).toBeCloseTo(92.5 * 0.44704, 2);
    expect(sent('POST')[0]!.values.ballSpeedMps).toBe(60);
  });
  test('of a shot that is put right only what was touched is sent, in its own digits', async () => {
    const of = block(shot('a', { values: { clubSpeedMps: 41.1096, ballSpeedMps: 61.2345 } }));
    show(of);
    key('*');
    fireEvent.change(field(/^Ball/), { target: { value: '140' } });
    show(of, { speedUnit: 'km/h' });
    expect(field(/^Ball/).value).toBe('225.31');
    press('Keep the correction');
    await waitFor(() => expect(sent('PATCH')).toHaveLength(1));
    expect(Object.keys(sent('PATCH')[0]!.values)).toEqual(['ballSpeedMps']);
    expect(sent('PATCH')[0]!.values.ballSpeedMps).toBeCloseTo(140 * 0.44704, 2);
  });
  test('a correction that waits is turned too', async () => {
    corrections = 'refused';
    const of = block(shot('a'));
    show(of);
    key('*');
    type('105', '150');
    fireEvent.change(club(), { target: { value: '80' } });
    await screen.findByText(/A correction to 105, 150 was not taken/);
    show(of, { speedUnit: 'm/s' });
    expect(club().value).toBe('35.76');
    expect(screen.getByText(/A correction to 46.94, 67.06 was not taken/)).toBeTruthy();
  });
});

describe('shots that are put right', () => {
  test('* takes the last, and the one before by once more; Esc leaves all as it was', async () => {
    show(block(shot('a', { values: { clubSpeedMps: 40 } }), shot('z')));
    key('*');
    expect(club().value).toBe('100.0');
    expect(screen.getByText(/^Putting swing 2 right/)).toBeTruthy();
    key('*');
    expect(club().value).toBe('89.5');
    key('*');
    expect(screen.getByText(/^Putting swing 1 right/)).toBeTruthy();
    key('Escape');
    expect(club().value).toBe('');
    expect(asked).toEqual([]);
  });
  test('what stands there is selected, so that what is typed takes its place and is not added to it', async () => {
    takes = () => 'refused';
    show(block(shot('a'), shot('z', { values: { clubSpeedMps: 46.49216 } })));
    const selected = (): string => club().value.slice(club().selectionStart!, club().selectionEnd!);
    key('*');
    expect([selected(), document.activeElement]).toEqual(['104.0', club()]);
    key('*');
    expect(selected()).toBe('100.0');
    key('Escape');
    type('99', '');
    await screen.findByText(/99 mph cannot be/);
    press('Put it back into the fields');
    expect([selected(), document.activeElement]).toEqual(['99.0', club()]);
  });
  test('the correction goes to that shot and adds none', async () => {
    show(block(shot('a'), shot('z')));
    key('*');
    type('105', '150');
    await waitFor(() => expect(asked.some((a) => a.method === 'PATCH')).toBe(true));
    expect(asked.find((a) => a.method === 'PATCH')!.path).toMatch(/shots\/z$/);
    expect(sent('PATCH')[0]!.values.clubSpeedMps).toBeCloseTo(46.94, 2);
    expect(sent('POST')).toEqual([]);
    expect(club().value).toBe('');
  });
  test('a figure that is not touched keeps its own digits; nothing changed is nothing sent', async () => {
    show(block(shot('z', { values: { clubSpeedMps: 44.7213, ballSpeedMps: 64.987 } })));
    key('*');
    key('Enter');
    type('150');
    await waitFor(() => expect(sent('PATCH')).toHaveLength(1));
    expect(sent('PATCH')[0]!.values).toEqual({ ballSpeedMps: expect.closeTo(67.056, 2) });
    key('*');
    key('Enter');
    key('Enter');
    expect(club().value).toBe('');
    expect(sent('PATCH')).toHaveLength(1);
  });
  test('a correction that is refused stands in the fields again, with the reason', async () => {
    corrections = 'refused';
    show(block(shot('z')));
    key('*');
    type('105', '150');
    await screen.findByText('It cannot be.');
    expect(club().value).toBe('105');
    corrections = 'taken';
    press('Keep the correction');
    await waitFor(() => expect(sent('PATCH')).toHaveLength(2));
    expect(sent('PATCH')[1]).toEqual(sent('PATCH')[0]);
  });
  test('refused after the next shot was begun, it waits beside it with its reason and overwrites nothing', async () => {
    corrections = 'refused';
    show(block(shot('z')));
    key('*');
    type('105', '150');
    fireEvent.change(club(), { target: { value: '88' } });
    await screen.findByText(/A correction to 105, 150 was not taken: It cannot be/);
    expect(club().value).toBe('88');
    const back = (): HTMLButtonElement => screen.getByRole('button', { name: 'Put it back into the fields' });
    expect(back().disabled).toBe(true);
    club().focus();
    key('Enter');
    key('Enter');
    await waitFor(() => expect(sent('POST')).toHaveLength(1));
    corrections = 'taken';
    fireEvent.click(back());
    expect(club().value).toBe('105');
    press('Keep the correction');
    await waitFor(() => expect(sent('PATCH')).toHaveLength(2));
    expect(sent('PATCH')[1]).toEqual(sent('PATCH')[0]);
    expect(screen.queryByText(/was not taken/)).toBeNull();
  });
  test('dropped, it is gone with its reason, and the next shot stays', async () => {
    corrections = 'refused';
    show(block(shot('z')));
    key('*');
    type('105', '150');
    fireEvent.change(club(), { target: { value: '88' } });
    await screen.findByText(/A correction to 105, 150 was not taken/);
    press('Drop the correction');
    await waitFor(() => expect(screen.queryByText(/It cannot be/)).toBeNull());
    expect(club().value).toBe('88');
  });
  test('of two corrections at once that are refused neither is lost', async () => {
    corrections = 'refused';
    show(block(shot('a'), shot('z')));
    key('*');
    type('105', '150');
    key('*');
    key('*');
    type('106', '151');
    await waitFor(() => expect(sent('PATCH')).toHaveLength(2));
    await screen.findByText(/A correction to .* was not taken/);
    const first = club().value;
    press('Leave it as it was');
    fireEvent.click(screen.getByRole('button', { name: 'Put it back into the fields' }));
    expect([first, club().value].sort()).toEqual(['105', '106']);
    press('Leave it as it was');
    expect(screen.queryByText(/was not taken/)).toBeNull();
  });
  test('one that somebody removed meanwhile is not added a second time without a word', async () => {
    show(block(shot('a'), shot('z')));
    key('*');
    show(block(shot('a')));
    expect(screen.getByText(/was removed/)).toBeTruthy();
    club().focus();
    type('105', '150');
    expect(asked.filter((a) => a.method !== 'GET')).toEqual([]);
    press('Leave it');
    expect(club().value).toBe('');
    club().focus();
    type('99', '');
    await waitFor(() => expect(sent('POST')).toHaveLength(1));
  });
  test('/ sets the last aside as a mishit, and brings it back', async () => {
    show(block(shot('z')));
    key('/');
    await waitFor(() => expect(asked.find((a) => a.method === 'PATCH')?.body).toEqual({ reason: 'mishit' }));
    show(block(shot('z', { setAsideReason: 'mishit' })));
    key('/');
    await waitFor(() => expect(asked.filter((a) => a.method === 'PATCH').at(-1)!.body).toEqual({ reason: null }));
    show(block());
    key('/');
    key('*');
    expect(asked.filter((a) => a.method === 'PATCH')).toHaveLength(2);
  });
});

test('the figures to type are chosen by taps in their order; without a speed they are not kept', async () => {
  show(block());
  press('Which figures');
  const chip = (name: RegExp): void => {
    fireEvent.click(screen.getByRole('checkbox', { name }));
  };
  chip(/Club speed|club/i);
  chip(/Ball speed|ball/i);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Keep the order' }).disabled).toBe(true);
  chip(/^Carry/i);
  chip(/^Club speed/i);
  press('Keep the order');
  await waitFor(() => expect(asked.find((a) => a.method === 'PUT')?.body).toBeTruthy());
  expect(asked.find((a) => a.method === 'PUT')!.body).toMatchObject({ shotFields: ['carryM', 'clubSpeedMps'] });
});
