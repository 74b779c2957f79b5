import type { ShotWire } from '../../../api/types.ts';
import { METRES_PER_YARD } from '../../../core/units/units.ts';
import type { Units } from '../../base/session.tsx';
import { spelled } from '../../base/shot-values.ts';
import { strikeInWords } from '../../parts/FaceMap.tsx';

/** A column of the table of shots. */
export interface Column {
  readonly id: string;
  readonly name: (u: Units) => string;
  readonly show: (s: ShotWire, u: Units) => string;
  /** Wire value it is sorted and filtered by. */
  readonly sort?: string;
  /** Typed limit to the wire's unit. */
  readonly toWire?: (v: number, u: Units) => number;
}
type Values = Partial<Record<string, number>>;
const speedColumn = (id: string, key: string, name: string): Column => ({
  id,
  name: (u) => `${name}, ${u.speedUnit}`,
  show: (s, u) => ((s.values as Values)[key] === undefined ? '–' : u.speedFigure(s.values[key]!)),
  sort: key,
  toWire: (v, u) => u.toMps(v),
});
const angleColumn = (id: string, key: string, plus: string, minus: string): Column => ({
  id,
  name: () => id,
  show: (s) => spelled((s.values as Values)[key], plus, minus),
  sort: key,
});
const distanceColumn = (id: string, key: string): Column => ({
  id,
  name: (u) => `${id}, ${u.distanceUnit}`,
  show: (s, u) => ((s.values as Values)[key] === undefined ? '–' : u.distance(s.values[key]!).split(' ')[0]!),
  sort: key,
  toWire: (v, u) => (u.distanceUnit === 'yd' ? v * METRES_PER_YARD : v),
});

/** Every column that can be shown. */
export const COLUMNS: readonly Column[] = [
  speedColumn('club', 'clubSpeedMps', 'club'),
  speedColumn('ball', 'ballSpeedMps', 'ball'),
  {
    id: 'smash',
    name: () => 'smash',
    show: ({ values: v }) => (v.clubSpeedMps && v.ballSpeedMps ? (v.ballSpeedMps / v.clubSpeedMps).toFixed(2) : '–'),
  },
  angleColumn('attack', 'attackDeg', 'up', 'down'),
  angleColumn('path', 'pathOutDeg', 'out', 'in'),
  angleColumn('face', 'faceOutDeg', 'out', 'in'),
  angleColumn('loft', 'dynamicLoftDeg', '', ''),
  angleColumn('launch', 'launchDeg', 'up', 'down'),
  angleColumn('direction', 'launchDirectionOutDeg', 'out', 'in'),
  {
    id: 'spin',
    name: () => 'spin, rpm',
    show: (s) => s.values.spinRpm?.toFixed(0) ?? '–',
    sort: 'spinRpm',
  },
  angleColumn('axis', 'spinAxisOutDeg', 'out', 'in'),
  distanceColumn('carry', 'carryM'),
  distanceColumn('total', 'totalM'),
  {
    id: 'strike',
    name: () => 'strike',
    show: ({ values: v }) =>
      v.impactToeM === undefined || v.impactHighM === undefined ? '–' : strikeInWords(v.impactToeM, v.impactHighM),
    sort: 'impactToeM',
  },
  { id: 'effort', name: () => 'effort', show: (s) => (s.feltEffort === null ? '–' : String(s.feltEffort)) },
];
export const FIRST_COLUMNS = ['club', 'ball', 'smash', 'attack', 'path', 'face', 'carry', 'strike'];
