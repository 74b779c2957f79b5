import 'styled-components';

/** Colours of one theme; every colour on screen comes from here. */
export interface Colours {
  paper: string;
  card: string;
  ink: string;
  softInk: string;
  line: string;
  maple: string;
  mapleDeep: string;
  onMaple: string;
  leaf: string;
  moss: string;
  slate: string;
  straw: string;
  strawWash: string;
  leafWash: string;
  mossWash: string;
  slateWash: string;
  wood: string;
  woodDark: string;
  hips: string;
  chest: string;
  leadArm: string;
  club: string;
}

export const paper: Colours = {
  paper: '#FBF7F0',
  card: '#FFFFFF',
  ink: '#24211D',
  softInk: '#625A50',
  line: '#E0D5C4',
  maple: '#A85823',
  mapleDeep: '#7E3E15',
  onMaple: '#FFFFFF',
  leaf: '#9E3B32',
  moss: '#44623A',
  slate: '#3D5A75',
  straw: '#E9C46A',
  strawWash: '#FBF0D3',
  leafWash: '#F8E4E1',
  mossWash: '#E6EEDF',
  slateWash: '#E3EAF1',
  wood: '#E2B27F',
  woodDark: '#C98F57',
  hips: '#7A3E6B',
  chest: '#1F7A78',
  leadArm: '#8F650B',
  club: '#24211D',
};

/** For indoor bays at night. */
export const bay: Colours = {
  paper: '#1E1A16',
  card: '#2A2520',
  ink: '#F3ECE1',
  softInk: '#BFB3A3',
  line: '#463E35',
  maple: '#E09A5F',
  mapleDeep: '#F0B482',
  onMaple: '#241A12',
  leaf: '#EE9A90',
  moss: '#A9C795',
  slate: '#A5C1DC',
  straw: '#E9C46A',
  strawWash: '#463A1F',
  leafWash: '#4A2A26',
  mossWash: '#2F3B28',
  slateWash: '#26333F',
  wood: '#8D633B',
  woodDark: '#6C4A2A',
  hips: '#D69BC7',
  chest: '#6CC7C4',
  leadArm: '#E0B14A',
  club: '#F3ECE1',
};

export interface Theme {
  name: 'paper' | 'bay';
  colours: Colours;
}

export const themes: Record<Theme['name'], Theme> = {
  paper: { name: 'paper', colours: paper },
  bay: { name: 'bay', colours: bay },
};

declare module 'styled-components' {
  // oxlint-disable-next-line typescript/no-empty-object-type
  export interface DefaultTheme extends Theme {}
}

/** A window in which bars fold away by themselves: a small tablet, or a page that is zoomed to twice its size. */
export const NARROW = '(max-width: 1100px), (max-height: 560px)';
/** One that holds little more than the work itself. */
export const SMALL = '(max-width: 800px), (max-height: 480px)';
