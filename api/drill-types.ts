import type { OwnDrillText } from '../core/catalogue/own-drill.ts';

/** One version of a drill that an instructor wrote. */
export interface OwnDrillWire {
  id: string;
  version: number;
  /** Null where this version took it off the shelf. */
  said: OwnDrillText | null;
  madeAt: string;
  madeBy: string;
}

/** What the shelf holds beside the shipped drills: written ones in every version, and what this account likes to have at hand. */
export interface ShelfAnswer {
  own: OwnDrillWire[];
  /** Ids of shipped drills, and of own ones without their version. */
  favourites: string[];
}
