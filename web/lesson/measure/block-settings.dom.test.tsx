import { fakeServer, type Request } from '../../test-dom.ts';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { BlockWire, ImportWire, LessonAnswer } from '../../../api/types.ts';
import { showPage } from '../../test-page.tsx';
import { BlockSettings, circumstancesInWords } from './BlockSettings.tsx';

let asked: Request[];
beforeEach(() => {
  localStorage.clear();
  asked = fakeServer(() => ({ body: {} }));
});
const block = (circumstances: object = {}): BlockWire =>
  ({ id: 'b', position: 3, circumstances }) as unknown as BlockWire;
const show = (of = block(), imports: Partial<ImportWire>[] = []): void => {
  showPage(<BlockSettings block={of} lesson={{ lesson: { id: 'l' }, imports } as unknown as LessonAnswer} />);
};
const press = (name: string | RegExp): void => {
  fireEvent.click(screen.getByRole('button', { name }));
};
const sent = (method: string): string[] => asked.filter((a) => a.method === method).map((a) => a.path);

describe('circumstances of a block', () => {
  test('what is known stands in one line, nought included; what is not known is left out', () => {
    const known = {
      device: 'radar',
      temperatureC: 0,
      windTowardTargetMps: -3,
      altitudeM: null,
      carryNormalised: false,
    };
    expect(circumstancesInWords(block(known))).toBe('radar · 0 °C · −3 m/s along · carry as flown');
    show();
    expect(screen.getByText(/nothing on record yet/)).toBeTruthy();
  });
  test('are changed where they are opened, and closed once they are kept', async () => {
    show(block({ temperatureC: 18 }));
    press('Change');
    fireEvent.change(screen.getByRole('textbox', { name: 'Temperature, °C' }), { target: { value: '21,5' } });
    press('Save the circumstances');
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Save the circumstances' })).toBeNull());
    expect(asked.find((a) => a.method === 'PATCH')!.body).toMatchObject({ circumstances: { temperatureC: 21.5 } });
  });
  test('a block that is deleted comes back by one press', async () => {
    show();
    press('Delete block 3');
    await screen.findByText('Block 3 is deleted; its shots are kept.');
    press('Bring it back');
    await waitFor(() => expect(sent('POST')).toEqual(['/api/blocks/b/restore']));
    await waitFor(() => expect(screen.queryByText(/is deleted/)).toBeNull());
  });
  test('each import is undone by itself, and says what it was', async () => {
    const at = '2026-11-29T10:00:00Z';
    show(block(), [
      { id: 'i', kind: 'shots', fileName: 'a.csv', rowCount: 12, createdAt: at },
      { id: 'j', kind: 'ground', fileName: 'b.csv', rowCount: 1, createdAt: at },
    ]);
    expect(screen.getByText(/^a\.csv: 12 shots imported at/)).toBeTruthy();
    press('Undo the import of b.csv');
    await waitFor(() => expect(sent('DELETE')).toEqual(['/api/imports/j']));
  });
});
