import type { CourseAnswer } from './course-types.ts';
import type { AppointmentWire, BegunLessonWire, TodayAnswer } from './day-types.ts';
import type { GateAnswer } from '../core/plan/protocol.ts';
import type { LessonSheet, SeasonSheet } from './paper-types.ts';
import type { ProgrammeAnswer } from './programme-types.ts';
import type { OwnProtocolWire, ProtocolsAnswer } from './protocol-types.ts';
import type { CalledAnswerWire } from './called-types.ts';
import type { LensesAnswer } from './lens-types.ts';
import type { StudentWordsWire } from './student-words-types.ts';
import type { TrialsAnswer } from './trial-types.ts';
import type { ShelfAnswer } from './drill-types.ts';
import { tuple } from '../core/numeric/tuple.ts';
import type { CaptureMapping } from '../core/formats/capture-mapping.ts';
import type { MappedColumn } from '../core/formats/shot-columns.ts';
import type {
  AccountAnswer,
  AccountsAnswer,
  AuditPage,
  ErasureAnswer,
  JoinAnswer,
  PracticeLinkWire,
  RetentionAnswer,
  SecondFactorAnswer,
} from './account-types.ts';
import type { Retention } from './account-schemas.ts';
import type { Settings } from './settings-schemas.ts';
import type { TargetHistoryWire } from './thread-types.ts';
import type { BackupsAnswer, StorageAnswer } from './types.ts';
import type {
  BatteryAnswer,
  BeliefsAnswer,
  BlockCurves,
  ComparisonAnswer,
  DeviceWire,
  LedgerAnswer,
  LessonAnswer,
  LessonPage,
  MotionWire,
  PracticeAnswer,
  PrescribeAnswer,
  ReachAnswer,
  RemovalWire,
  ReviewAnswer,
  SessionAnswer,
  ShotPage,
  StudentAnswer,
  StudentMotionWire,
  StudentsPage,
  StudentVideoWire,
  VideoAnswer,
} from './types.ts';

type Nothing = undefined;
interface Made {
  readonly id: string;
}
/** What became of a file of shots with our own labels. */
export interface ImportedShots {
  readonly rows: number;
  readonly ignoredColumns: readonly string[];
}
/** What became of a file of shots whose columns were matched. */
export interface MappedShots {
  readonly rows: number;
  readonly setAside: number;
  readonly leftOutCount: number;
}

/** Every address of the API with what it answers: the one list that server and pages are checked against. */
export interface Answers {
  'GET /appointments': AppointmentWire[];
  'GET /appointments/none': BegunLessonWire[];
  'POST /appointments': { id: string };
  'PATCH /appointments/:id': Nothing;
  'DELETE /appointments/:id': Nothing;
  'POST /appointments/:id/lesson': { id: string };
  'GET /removals': RemovalWire[];
  'POST /removals/:id/restore': { lessonId: string | null };
  'DELETE /lessons/:id': Nothing;
  'DELETE /screens/:id': Nothing;
  'DELETE /setups/:id': Nothing;
  'DELETE /protocol-runs/:id': Nothing;
  'DELETE /sets/:id': Nothing;
  'GET /reach': ReachAnswer;
  'GET /setup': { needsAccount: boolean; needsCode: boolean };
  'POST /setup': { name: string };
  'POST /session': { name: string };
  'DELETE /session': Nothing;
  'GET /session': SessionAnswer;
  'PUT /settings': Settings;
  'POST /setup/restore': { rows: number; files: number; madeAt: string };

  'GET /join/:token': JoinAnswer;
  'POST /join/:token': { name: string };
  'GET /account': AccountAnswer;
  'PUT /account/password': { endedSignIns: number };
  'DELETE /account/sign-ins/:id': Nothing;
  'DELETE /account/sign-ins': { endedSignIns: number };
  'POST /account/second-factor': SecondFactorAnswer;
  'POST /account/second-factor/confirm': Nothing;
  'DELETE /account/second-factor': Nothing;
  'GET /accounts': AccountsAnswer;
  'PATCH /accounts/:id': Nothing;
  'POST /accounts/:id/reset-link': { path: string };
  'POST /invitations': { id: string; path: string };
  'DELETE /invitations/:id': Nothing;
  'POST /feed-key': { key: string };
  'GET /practice-links': readonly PracticeLinkWire[];
  'DELETE /practice-links/:id': Nothing;

  'GET /export': never;
  'GET /students/:id/export': never;
  'POST /records': { students: number; name: string; files: number };
  'GET /students/:id/erasure': ErasureAnswer;
  'DELETE /students/:id': { files: number };
  'GET /audit': AuditPage;
  'GET /retention': RetentionAnswer;
  'PUT /retention': Retention;
  'GET /events': string;
  'GET /today': TodayAnswer;

  'GET /students': StudentsPage;
  'GET /students.csv': string;
  'GET /students/:id/course': CourseAnswer;
  'PUT /students/:id/archived': Nothing;
  'GET /students/:id': StudentAnswer;
  'PUT /students/:id': Made;
  'GET /students/:id/lessons': LessonPage;
  'POST /students/:id/pains': Made;
  'POST /pains/:id/reopen': Nothing;
  'POST /late-sets/:id': Nothing;
  'POST /lessons/:id/load-overrules': Made;
  'GET /students/:id/thread': TargetHistoryWire[];
  'POST /students/:id/lessons': Made;
  'POST /students/:id/screens': Made;
  'POST /students/:id/body-sizes': { takenOn: string };
  'POST /students/:id/practice-link': { path: string };
  'DELETE /students/:id/practice-link': Nothing;
  'GET /students/:id/motions': StudentMotionWire[];
  'DELETE /students/:id/videos': { erased: number };
  'GET /students/:id/videos': StudentVideoWire[];

  'GET /lessons/:id': LessonAnswer;
  'PATCH /lessons/:id': Nothing;
  'PUT /lessons/:id/setups': Nothing;
  'GET /lessons/:id/battery': BatteryAnswer;
  'GET /lessons/:id/compare': ComparisonAnswer;
  'GET /lessons/:id/ledger': LedgerAnswer;
  'PUT /lessons/:id/signs/:sign': Nothing;
  'GET /lessons/:id/lenses': LensesAnswer;
  'POST /lessons/:id/verdict': Made;
  'GET /lessons/:id/prescribe': PrescribeAnswer;
  'POST /lessons/:id/plan': Made;
  'GET /lessons/:id/review': ReviewAnswer;
  'POST /lessons/:id/sets': Made;
  'POST /lessons/:id/decisions': { rungTo: string };
  'POST /lessons/:id/blocks': Made;
  'POST /lessons/:id/swish-sets': Made;
  'DELETE /swish-sets/:id': Nothing;

  'PATCH /blocks/:id': Nothing;
  'DELETE /blocks/:id': Nothing;
  'POST /blocks/:id/restore': Nothing;
  'GET /blocks/:id/curves': BlockCurves;
  'GET /blocks/:id/shots': ShotPage;
  'GET /blocks/:id/shots.csv': string;
  'POST /blocks/:id/shots': Made;
  'PATCH /shots/:id': Nothing;
  'POST /blocks/:id/imports/shots': ImportedShots;
  'POST /blocks/:id/imports/mapped': MappedShots;
  'POST /blocks/:id/imports/motion': Made;
  'POST /blocks/:id/imports/ground': Made;
  'DELETE /imports/:id': Nothing;
  'POST /column-mappings/find': { mapping: readonly MappedColumn[] | null };
  'POST /capture-mappings/find': { mapping: CaptureMapping | null };
  'POST /blocks/:id/swings': Made;
  'PATCH /swings/:id': Nothing;
  'DELETE /swings/:id': Nothing;

  'GET /motions/:id': MotionWire;
  'GET /motions/:id/file': string | Buffer;
  'PUT /motions/:id/fit': Nothing;
  'GET /grounds/:id/file': string;

  'POST /lessons/:id/videos': { id: string; receivedBytes: number };
  'POST /videos/:id/pieces': { receivedBytes: number };
  'POST /videos/:id/done': VideoAnswer;
  'GET /storage': StorageAnswer;
  'GET /backups': BackupsAnswer;
  'POST /backups': BackupsAnswer;
  'GET /backups/:name/file': never;
  'DELETE /backups/:name': BackupsAnswer;
  'GET /videos/:id': VideoAnswer;
  'GET /videos/:id/file': Buffer;
  'PUT /videos/:id/marks': VideoAnswer;
  'DELETE /videos/:id': Nothing;

  'POST /feed/hello': { listening: { club: string; withBall: boolean; condition: string } | null };
  'POST /feed/shots': {
    added: number;
    repeated: number;
    waiting: number;
    refused?: { deviceShotId: string; code: string; detail: string }[];
  };
  'GET /devices': readonly DeviceWire[];
  'POST /waiting-shots': { taken: number };

  'GET /protocols': readonly OwnProtocolWire[];
  'PUT /protocols/:id': Made;
  'DELETE /protocols/:id': Nothing;
  'GET /lessons/:id/protocols': ProtocolsAnswer;
  'GET /lessons/:id/trials': TrialsAnswer;
  'POST /lessons/:id/trials': Made;
  'POST /trials/:id/turns': Made;
  'POST /trials/:id/rounds': Nothing;
  'POST /trials/:id/end': Nothing;
  'POST /trials/:id/keep': Nothing;
  'PATCH /trial-turns/:id': Nothing;
  'DELETE /trials/:id': Nothing;
  'GET /lessons/:id/student-words': readonly StudentWordsWire[];
  'PUT /lessons/:id/student-words': Nothing;
  'GET /lessons/:id/called': CalledAnswerWire;
  'POST /lessons/:id/called': Made;
  'POST /called/:id/calls': Made;
  'PATCH /called/:id': Nothing;
  'POST /called/:id/end': Nothing;
  'POST /called/:id/more': Nothing;
  'PATCH /calls/:id': Nothing;
  'DELETE /calls/:id': Nothing;
  'DELETE /called/:id': Nothing;
  'POST /lessons/:id/protocol-runs': Made;
  'POST /protocol-runs/:id/attempts': Made;
  'POST /protocol-runs/:id/end': Nothing;
  'POST /protocol-attempts/:id/gate': GateAnswer;
  'PUT /students/:id/phone-protocol': Nothing;
  'POST /practice/:token/protocol-logs': { id: string; stop: boolean; held: boolean };
  'GET /students/:id/photo': Uint8Array;
  'PUT /students/:id/photo': Nothing;
  'DELETE /students/:id/photo': Nothing;
  'GET /students/:id/handout': Uint8Array;
  'GET /students/:id/calendar': string;
  'GET /lessons/:id/sheet': LessonSheet;
  'GET /lessons/:id/sheet/pdf': Uint8Array;
  'GET /students/:id/season': SeasonSheet;
  'GET /practice/:token/sheet': LessonSheet;
  'GET /practice/:token/sheet/pdf': Uint8Array;
  'GET /practice/:token/calendar': string;
  'GET /students/:id/programme': ProgrammeAnswer;
  'POST /students/:id/programme': Made;
  'POST /students/:id/programme/move': Nothing;
  'DELETE /students/:id/programme': Nothing;
  'GET /drills': ShelfAnswer;
  'PUT /drills/:id': { drillId: string; version: number };
  'DELETE /drills/:id': Nothing;
  'PUT /favourites': Nothing;
  'GET /beliefs': BeliefsAnswer;
  'POST /beliefs/changes': Made;
  'POST /beliefs/reset': Nothing;
  'POST /beliefs/import': Nothing;

  'GET /practice/:token': PracticeAnswer;
  'POST /practice/:token/sets': { id: string; stop: boolean; held: boolean };
}
export type Address = keyof Answers;

type Names<Path> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | Names<Rest>
  : Path extends `${string}:${infer Name}`
    ? Name extends `${infer Bare}.${string}`
      ? Bare
      : Name
    : never;
/** Values of the names in an address. */
export type PathValues<A extends Address> = Readonly<Record<Names<A>, string>>;
export type Query = Readonly<Record<string, string | number | undefined>>;

/** Method and path of an address, its names filled in. */
export function filled<A extends Address>(
  address: A,
  values: PathValues<A>,
  query: Query = {},
): { readonly method: string; readonly path: string } {
  const [method, pattern] = tuple(2, address.split(' '));
  const path = pattern.replace(/:([a-z]+)/gi, (_, name: string) =>
    encodeURIComponent((values as Readonly<Record<string, string>>)[name]!),
  );
  const asked = new URLSearchParams(
    Object.entries(query).flatMap(([k, v]) => (v === undefined ? [] : [[k, String(v)]])),
  ).toString();
  return { method, path: asked === '' ? path : `${path}?${asked}` };
}
