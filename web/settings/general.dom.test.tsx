import { fakeServer, type Request } from '../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import { useQuery } from '@tanstack/react-query';
import type { Settings } from '../../api/settings-schemas.ts';
import type { SessionAnswer } from '../../api/types.ts';
import { ask, queryClient } from '../base/api.ts';
import { SettingsProvider } from '../base/session.tsx';
import { showPage, OWNER } from '../test-page.tsx';
import { General } from './General.tsx';

let stored: Settings;
let asked: Request[];
let answer: 'taken' | 'away';
beforeEach(() => {
  localStorage.clear();
  stored = OWNER.settings;
  answer = 'taken';
  asked = fakeServer(({ method, path, body }) => {
    if (answer === 'away') return null;
    if (method === 'PUT' && path.endsWith('/settings')) return { body: (stored = body as Settings) };
    if (path.endsWith('/feed-key')) return { body: { key: 'another' } };
    return { body: { ...OWNER, settings: stored } };
  });
});
/** The settings page within the session that it changes, as the shell holds it. */
function Page() {
  const { data } = useQuery<SessionAnswer>({
    queryKey: ['session'],
    queryFn: () => ask('GET /session'),
    enabled: false,
  });
  return (
    <SettingsProvider settings={data?.settings ?? stored}>
      <General />
    </SettingsProvider>
  );
}
const show = (): void => {
  showPage(<Page />);
  queryClient.setQueryData(['session'], { ...OWNER, settings: stored });
};
const choose = (group: RegExp | string, name: string): void => {
  fireEvent.click(within(screen.getByRole('radiogroup', { name: group })).getByRole('radio', { name }));
};
const smallest = (): HTMLInputElement => screen.getByRole<HTMLInputElement>('textbox', { name: /^Smallest gain/ });
const keep = (): HTMLButtonElement => screen.getByRole<HTMLButtonElement>('button', { name: 'Keep' });
const puts = (): Settings[] => asked.filter((a) => a.method === 'PUT').map((a) => a.body as Settings);

describe('settings of the practice', () => {
  test('another unit is another figure of the same gain', async () => {
    show();
    expect(smallest().value).toBe('1.00');
    choose('Speed', 'km/h');
    await waitFor(() => expect(smallest().value).toBe('1.61'));
    expect(puts()[0]).toMatchObject({ speedUnit: 'km/h', smallestGainMps: OWNER.settings.smallestGainMps });
  });
  test('two that are pressed one after the other are both kept', async () => {
    show();
    choose('Distance', 'metres');
    choose('Theme', 'bay (dark)');
    await waitFor(() => expect(puts()).toHaveLength(2));
    expect(stored).toMatchObject({ distanceUnit: 'm', theme: 'bay' });
  });
  test('the smallest gain that matters is kept in SI', async () => {
    show();
    fireEvent.change(smallest(), { target: { value: '1,5' } });
    fireEvent.click(keep());
    await waitFor(() => expect(puts()).toHaveLength(1));
    expect(puts()[0]!.smallestGainMps).toBeCloseTo(0.67056, 5);
  });
  test.each([
    ['', undefined],
    ['-1', 'Between 0 and 22.4.'],
    ['one', 'A number like 92.5.'],
    ['50', 'Between 0 and 22.4.'],
  ])('“%s” is no gain and is not kept', (value, words) => {
    show();
    fireEvent.change(smallest(), { target: { value } });
    expect(keep().disabled).toBe(true);
    if (words) expect(screen.getByText(words)).toBeTruthy();
  });
  test('without the server nothing is shown as kept', async () => {
    show();
    answer = 'away';
    choose('Theme', 'bay (dark)');
    await screen.findByText(/The server does not answer/);
    expect(screen.getByRole<HTMLInputElement>('radio', { name: 'paper' }).checked).toBe(true);
  });
  test('a changed key of the devices is shown once, with where it stands', async () => {
    show();
    fireEvent.click(screen.getByRole('button', { name: 'Change the key' }));
    expect((await screen.findByText(/^The new key, also in/)).textContent).toMatch(/feed\.json: another$/);
  });
});
