import { ownDrillSchema } from '../../api/drill-schemas.ts';
import { checkedLadder, copyOf, type OwnDrillText } from '../../core/catalogue/own-drill.ts';
import { drillById } from '../../core/catalogue/drills.ts';
import type { Drill } from '../../core/catalogue/drill-type.ts';
import { saveFile } from '../kit/save-file.ts';

const FORMAT = 'drills';
const VERSION = 1;

export interface DrillsFile {
  readonly format: typeof FORMAT;
  readonly version: typeof VERSION;
  readonly drills: readonly OwnDrillText[];
}

/** Saves drills as JSON: written ones as they are, shipped ones as the copy that they would begin as. */
export function saveDrills(texts: readonly OwnDrillText[], name: string): void {
  const file: DrillsFile = { format: FORMAT, version: VERSION, drills: texts };
  saveFile(JSON.stringify(file, null, 2), `${name}.json`, 'application/json');
}
export const asText = (d: Drill, said: OwnDrillText | undefined): OwnDrillText =>
  said ?? { ...copyOf(d), name: d.name };

/** Most drills in one file. */
const MOST = 200;

/**
 * Reads drills of a JSON file; all of them are sound or none is taken.
 * @throws Error that says which drill and field is wrong, and what would be right
 */
export function readDrills(text: string, fileName: string): OwnDrillText[] {
  let content: unknown;
  try {
    content = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    throw new Error(`“${fileName}” is not JSON; expected a file that was saved here. Nothing was changed.`);
  }
  const file = content as Partial<DrillsFile> | null;
  if (typeof file !== 'object' || file === null || file.format !== FORMAT || !Array.isArray(file.drills))
    throw new Error(
      `“${fileName}” holds no drills: expected {"format": "${FORMAT}", "version": ${VERSION}, "drills": […]}.`,
    );
  if (file.version !== VERSION)
    throw new Error(`“${fileName}” is of version ${String(file.version)}; this program reads version ${VERSION}.`);
  if (file.drills.length > MOST) throw new Error(`“${fileName}” holds more than ${MOST} drills.`);
  return file.drills.map((d: unknown, i) => {
    const name = (d as { name?: unknown } | null)?.name;
    const which = `Drill ${i + 1}${typeof name === 'string' ? ` (“${name.slice(0, 80)}”)` : ''} of “${fileName}”`;
    try {
      const said = ownDrillSchema.validateSync(d, { stripUnknown: true }) as OwnDrillText;
      checkedLadder(said.rungs, said.serves);
      return said;
    } catch (error) {
      const where = (error as { path?: string; where?: string }).path ?? (error as { where?: string }).where ?? '';
      throw new Error(`${which}: ${where} ${(error as Error).message.replace(where, '').trim()} Nothing was changed.`);
    }
  });
}

export const isShipped = (id: string): boolean => !id.startsWith('own-') && drillById(id) !== undefined;
