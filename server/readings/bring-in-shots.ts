import { setTimeout } from 'node:timers/promises';
import type { Db } from '../db/connection.ts';
import type { Traffic } from '../http/traffic.ts';
import { hideBlocks, showBlocks } from '../rows/blocks.ts';
import { insertImport, undoImport, unstage, type NewImport } from '../rows/captures.ts';
import { figuresOf, figuresWait } from '../rows/figures.ts';
import { insertShotRows } from '../rows/shots.ts';

/** Between two parts the database is free for what others ask, which is several short queries one after the other, ms. */
const BREATH_MS = 12;
/** Reads that are under way are let pass for so long at most, ms. */
const PATIENCE_MS = 1000;

/** Rows of a file, made ready in parts, and the block that they go into. */
export interface BlockParts {
  readonly blockId: string;
  readonly parts: readonly string[];
}

export interface Incoming {
  readonly file: Omit<NewImport, 'madeBlocks' | 'staged'>;
  readonly lessonId: string;
  /** Within a transaction: finds or makes the blocks. */
  prepare(tx: Db): Promise<{ readonly targets: readonly BlockParts[]; readonly made: readonly string[] }>;
  /** Within the transaction that shows it all. */
  finish?(tx: Db): Promise<unknown>;
}

/**
 * Stores the shots of a file by parts, with room for what others ask between them; nobody sees any of it before all of it is there.
 * Where it fails, or where the program ends meanwhile, nothing of it stays.
 */
export async function bringInShots(
  { db, traffic }: { readonly db: Db; readonly traffic: Traffic },
  practiceId: string,
  incoming: Incoming,
): Promise<void> {
  const { file, lessonId } = incoming;
  const { targets, made } = await db.transaction(async (tx) => {
    const prepared = await incoming.prepare(tx);
    await hideBlocks(tx, practiceId, prepared.made);
    await insertImport(tx, practiceId, { ...file, madeBlocks: prepared.made, staged: true });
    return prepared;
  });
  try {
    for (const { blockId, parts } of targets)
      for (const part of parts) {
        await db.transaction(async (tx) => {
          await figuresWait(tx);
          await insertShotRows(tx, practiceId, blockId, part);
        });
        await setTimeout(BREATH_MS);
        await traffic.letPass(PATIENCE_MS);
      }
    await db.transaction(async (tx) => {
      await figuresWait(tx);
      await showBlocks(tx, practiceId, made);
      await unstage(tx, practiceId, file.id);
      await figuresOf(tx, lessonId);
      await incoming.finish?.(tx);
    });
  } catch (error) {
    await db.transaction((tx) => undoImport(tx, practiceId, file.id));
    throw error;
  }
}
