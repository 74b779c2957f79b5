import type { HeardSwing } from '../../../core/swish/analyse.ts';
import { balanceOf } from '../../../core/swish/place.ts';
import { useUnits } from '../../base/session.tsx';
import { QuietButton } from '../../kit/controls.tsx';
import { DataTable, Facts } from '../../kit/layout.tsx';

export type Direction = 'usual' | 'other';
/** A heard swing in a set. */
export interface Kept {
  readonly swing: HeardSwing;
  readonly direction: Direction;
  /** The recording it comes from: rests are told within one only. */
  readonly source: string;
}

/** A place along the arc in words. */
const inCm = (m: number): string => `${Math.round(Math.abs(100 * m))} cm ${m < 0 ? 'before' : 'past'} the ball`;

const middle = (values: readonly number[]): number => {
  const s = [...values].sort((a, b) => a - b);
  return (s[(s.length - 1) >> 1]! + s[s.length >> 1]!) / 2;
};

/** What the set says: count, speeds, places, balance of directions. */
export function SetFigures({ kept }: { kept: readonly Kept[] }) {
  const units = useUnits();
  const speeds = (d: Direction): number[] => kept.filter((k) => k.direction === d).map((k) => k.swing.tipSpeedMps);
  const usual = speeds('usual');
  const placed = kept.flatMap((k) =>
    k.direction === 'usual' && k.swing.pastBallM !== null ? [k.swing.pastBallM] : [],
  );
  const judged = (j: HeardSwing['judgement']): number => kept.filter((k) => k.swing.judgement === j).length;
  const balance = balanceOf(usual, speeds('other'));
  const facts: [string, string][] = [['swings heard', String(kept.length)]];
  if (usual.length > 0) {
    facts.push(['tip speed, median', units.speed(middle(usual))]);
    facts.push([
      'slowest to fastest',
      `${units.speedFigure(Math.min(...usual))} to ${units.speedFigure(Math.max(...usual))}`,
    ]);
  }
  if (placed.length > 0) {
    facts.push(['early / at / past', `${judged('before')} / ${judged('at')} / ${judged('past')}`]);
    facts.push(['place, median', inCm(middle(placed))]);
  }
  if (balance) {
    const percent = Math.round(100 * Math.abs(balance.difference));
    facts.push([
      'other direction',
      balance.balanced ? `balanced (${percent} %)` : `${percent} % ${balance.difference < 0 ? 'slower' : 'faster'}`,
    ]);
  }
  return <Facts items={facts} />;
}

/** Each swing of a set. */
export function SwingTable({ kept, onTurn }: { kept: readonly Kept[]; onTurn: (k: Kept) => void }) {
  const units = useUnits();
  return (
    <DataTable>
      <thead>
        <tr>
          <th scope="col">swing</th>
          <th scope="col">direction</th>
          <th scope="col">tip speed</th>
          <th scope="col">past the ball</th>
          <th scope="col">±</th>
          <th scope="col">rest before</th>
        </tr>
      </thead>
      <tbody>
        {kept.map((k, i) => {
          const { swing: s, direction: d, source } = k;
          const earlier = kept[i - 1];
          const restS = earlier?.source === source ? s.peakTimeS - earlier.swing.peakTimeS : -1;
          const rest = restS > 0 ? `${restS.toFixed(1)} s` : '–';
          return (
            <tr key={i}>
              <th scope="row">{i + 1}</th>
              <td>
                <QuietButton onPress={() => onTurn(k)}>{d === 'usual' ? 'usual' : 'other way'}</QuietButton>
              </td>
              <td>{units.speed(s.tipSpeedMps)}</td>
              <td>
                {s.pastBallM === null
                  ? (s.refused ?? 'no ball heard')
                  : `${Math.round(100 * s.pastBallM)} cm`.replace('-', '−')}
              </td>
              <td>{s.uncertaintyM === null ? '–' : `${Math.round(100 * s.uncertaintyM)} cm`}</td>
              <td>{rest}</td>
            </tr>
          );
        })}
      </tbody>
    </DataTable>
  );
}
