/** Paper and ink, and colour only with trouble. Every text pair below meets WCAG AA (4.5 : 1). */
export interface Tokens {
  ink: string;
  inkSoft: string;
  paper: string;
  sheet: string;
  rule: string;
  /** Action and selection: blue-grey of a bedded rotor. */
  iron: string;
  onIron: string;
  ironWash: string;
  /** Needs somebody. */
  amber: string;
  amberWash: string;
  /** Nobody drives it. Always with hatching and a word. */
  stop: string;
  onStop: string;
  stopWash: string;
}

export const light: Tokens = {
  ink: '#1B232B',
  inkSoft: '#4A545E',
  paper: '#F6F4EF',
  sheet: '#FDFCF9',
  rule: '#D5D0C5',
  iron: '#3B536B',
  onIron: '#FFFFFF',
  ironWash: '#E3E7EA',
  amber: '#8A5606',
  amberWash: '#F6E7C8',
  stop: '#B3261E',
  onStop: '#FFFFFF',
  stopWash: '#F7DFDB',
};

export const dark: Tokens = {
  ink: '#ECE8DF',
  inkSoft: '#B4B5B2',
  paper: '#14191E',
  sheet: '#1C2329',
  rule: '#3A434B',
  iron: '#A9C1D8',
  onIron: '#12202D',
  ironWash: '#26323D',
  amber: '#F0B650',
  amberWash: '#3B2E14',
  stop: '#FF8B7F',
  onStop: '#2B0805',
  stopWash: '#43201C',
};

export const fonts = {
  text: 'Barlow_400Regular',
  textMedium: 'Barlow_500Medium',
  textBold: 'Barlow_600SemiBold',
  figure: 'BarlowCondensed_600SemiBold',
  label: 'BarlowCondensed_500Medium',
} as const;

/** Spacing in steps of 4. */
export const space = (steps: number): number => steps * 4;
/** Smallest side of anything that a thumb touches; in guided work 56. */
export const TARGET = 48;
export const GUIDED_TARGET = 56;
export const WIDE = 1000;
