import { BEA_KALLIO } from './stories/bea-kallio.ts';
import { CORMAC_IWU } from './stories/cormac-iwu.ts';
import { DOV_LINDQVIST } from './stories/dov-lindqvist.ts';
import { JUNE_ACHTERBERG } from './stories/june-achterberg.ts';
import { PILAR_NOVAK } from './stories/pilar-novak.ts';
import { RAFI_DEMIR } from './stories/rafi-demir.ts';
import { SUNNIVA_RAO } from './stories/sunniva-rao.ts';
import { TOMASZ_WREN } from './stories/tomasz-wren.ts';
import type { Story } from './telling/story.ts';

/** The demo's students, all made up, each with the story that the data must tell. */
export const STORIES: readonly Story[] = [
  TOMASZ_WREN,
  BEA_KALLIO,
  RAFI_DEMIR,
  JUNE_ACHTERBERG,
  CORMAC_IWU,
  PILAR_NOVAK,
  SUNNIVA_RAO,
  DOV_LINDQVIST,
];
