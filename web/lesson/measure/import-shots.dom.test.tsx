import { fakeServer, type Request } from '../../test-dom.ts';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import { useMemo } from 'react';
import type { BlockWire, LessonAnswer } from '../../../api/types.ts';
import { showPage } from '../../test-page.tsx';
import { TASKS, type TaskInput, type TaskName } from '../../workers/tasks.ts';

// The sums that a worker does, on the page itself.
jest.unstable_mockModule('../../workers/run.ts', () => ({
  useTask: (name: TaskName, input: TaskInput<TaskName>, _: boolean, key: unknown) => {
    // oxlint-disable-next-line react/exhaustive-deps -- as the product's own: the key stands for the input
    const data = useMemo(() => (TASKS[name] as (i: unknown) => unknown)(input), [JSON.stringify(key)]);
    return { data, error: null, isFetching: false };
  },
}));
const { ImportShots } = await import('./ImportShots.tsx');

const HEADER = 'Club,Club Speed (mph),Ball Speed (mph),Remark';
const TWO_CLUBS = [HEADER, 'Driver,100,147,a', 'Driver,101,148,b', '7 iron,85,118,c'].join('\n');
const block = { id: 'b', club: 'driver', position: 2 } as BlockWire;
const lesson = { lesson: { id: 'l' }, student: { handedness: 'right' }, blocks: [{}, {}] } as unknown as LessonAnswer;
let asked: Request[];
let answer: 'taken' | 'lost';
let said: string[];
beforeEach(() => {
  localStorage.clear();
  answer = 'taken';
  said = [];
  asked = fakeServer(({ method }) =>
    method === 'GET'
      ? { body: {} }
      : answer === 'lost'
        ? null
        : { status: 201, body: { rows: 3, setAside: 1, leftOutCount: 2 } },
  );
});
const show = (text: string, remembered: Parameters<typeof ImportShots>[0]['remembered'] = null): void => {
  showPage(
    <ImportShots
      text={text}
      fileName="a.csv"
      remembered={remembered}
      block={block}
      lesson={lesson}
      onDone={(s) => said.push(s)}
    />,
  );
};
const take = (): HTMLButtonElement => screen.getByRole<HTMLButtonElement>('button', { name: 'Import these shots' });
interface Sent {
  id: string;
  mapping: { header: string; target: string; unit: string }[];
  repairs: unknown[];
  blocks: { club: string; blockId: string }[];
}
const sent = (): Sent[] => asked.filter((a) => a.method === 'POST').map((a) => a.body as Sent);
const row = (column: string): string[] =>
  within(screen.getByRole('row', { name: new RegExp(`^${column.replace(/[()]/g, '.')}`) }))
    .getAllByRole('cell')
    .map((c) => c.textContent);

describe('a foreign file of shots', () => {
  test('shows what each column is taken for, and its first rows in SI', () => {
    show(TWO_CLUBS);
    expect(row('Club Speed (mph)').slice(-3)).toEqual(['44.7 m/s', '45.2 m/s', '38.0 m/s']);
    expect(row('Remark').slice(-3)).toEqual(['', '', '']);
    expect(
      screen.getByText(
        /^2 × driver into block 2 \(driver\); 1 × .* into a new block \(3 or later\)\. 3 of 4 columns are read\.$/,
      ),
    ).toBeTruthy();
  });
  test('each club goes into its own block, the block in hand takes its own; what came of it is said', async () => {
    show(TWO_CLUBS);
    fireEvent.click(take());
    await waitFor(() =>
      expect(said).toEqual([
        'a.csv: 3 shots read. 1 are set aside with the reason. 2 rows held no speed and were left out.',
      ]),
    );
    const { blocks, mapping } = sent()[0]!;
    expect(blocks.map((b) => b.club)).toEqual(['driver', expect.any(String)]);
    expect(blocks[0]!.blockId).toBe('b');
    expect(blocks[1]!.blockId).toMatch(/^[0-9a-f-]{36}$/);
    expect(mapping.map((m) => m.target)).toEqual(['club', 'clubSpeedMps', 'ballSpeedMps', 'ignore']);
  });
  test('sent again after a lost answer it is the same import into the same blocks', async () => {
    show(TWO_CLUBS);
    answer = 'lost';
    fireEvent.click(take());
    await screen.findByText(/The server does not answer/);
    answer = 'taken';
    await waitFor(() => expect(take().disabled).toBe(false));
    fireEvent.click(take());
    await waitFor(() => expect(sent()).toHaveLength(2));
    expect(sent()[1]).toEqual(sent()[0]);
  });
  test('without any speed it cannot be imported, and the reason stands there', () => {
    show('Club,Remark\nDriver,a\nDriver,b');
    expect(take().disabled).toBe(true);
    expect(screen.getAllByRole('alert').length).toBeGreaterThan(0);
  });
  test('a repair that is offered is applied once it is pressed, goes along, and can be taken back', async () => {
    // Ball speeds in another unit than the column says, on a run of lines.
    const rows = Array.from({ length: 6 }, (_, i) => `Driver,${100 + i},${i < 3 ? 147 + i : 65.7 + i},x`);
    show([HEADER, ...rows].join('\n'));
    const offers = screen
      .queryAllByRole('button')
      .filter(
        (b) =>
          !/Import|Not now|What|Unit/.test(`${b.textContent}${b.getAttribute('aria-label') ?? ''}`) &&
          b.closest('table') === null,
      );
    expect(offers.length).toBeGreaterThan(0);
    fireEvent.click(offers[0]!);
    expect(screen.getByText(/^1 repair will be applied\.$/)).toBeTruthy();
    fireEvent.click(take());
    await waitFor(() => expect(sent()[0]!.repairs).toHaveLength(1));
    fireEvent.click(screen.getByRole('button', { name: 'Take the repairs back' }));
    expect(screen.queryByText(/repair will be applied/)).toBeNull();
  });
  test('a header that was read before is read in the same way, and says so; the file can be left', () => {
    show(TWO_CLUBS, [
      { header: 'Club', target: 'club', unit: '' },
      { header: 'Club Speed (mph)', target: 'ballSpeedMps', unit: 'mph' },
      { header: 'Ball Speed (mph)', target: 'ignore', unit: '' },
      { header: 'Remark', target: 'ignore', unit: '' },
    ]);
    expect(screen.getByText('read as you read this header before')).toBeTruthy();
    expect(screen.getByText(/2 of 4 columns are read/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Not now' }));
    expect([said, sent()]).toEqual([[''], []]);
  });
});
