import { columnOf, type ShotKey, type ShotValues } from '../../core/formats/shot-fields.ts';

export interface NewShot {
  readonly id: string;
  readonly source: 'typed' | 'file' | 'feed';
  readonly struckAt: string;
  readonly values: ShotValues;
  readonly importId?: string;
  readonly deviceId?: string;
  readonly deviceShotId?: string;
  readonly setAsideReason?: string;
  readonly doubt?: string;
  readonly feltEffort?: number;
}

/** Shots as the rows of one statement, in JSON. */
export const shotRows = (shots: readonly NewShot[]): string =>
  JSON.stringify(
    shots.map((s) => ({
      id: s.id,
      import_id: s.importId,
      source: s.source,
      device_id: s.deviceId,
      device_shot_id: s.deviceShotId,
      struck_at: s.struckAt,
      set_aside_reason: s.setAsideReason?.slice(0, 200),
      doubt: s.doubt?.slice(0, 300) ?? '',
      felt_effort: s.feltEffort,
      ...Object.fromEntries(Object.entries(s.values).map(([key, v]) => [columnOf(key as ShotKey), v])),
    })),
  );
