/** Inks of the round plate; a theme is one of these. */
export interface Palette {
  paper: string;
  /** The ground of dialogs and panels. */
  leaf: string;
  ink: string;
  /** For what only stands by. */
  soft: string;
  plum: string;
  /** The body's tone from dark through its own colour to light. */
  tooth: readonly [string, string, string];
  toothLine: string;
  /** The room that is cut, likewise; its hatching and the flat face where it is cut open. */
  room: readonly [string, string, string];
  roomLine: string;
  roomFace: string;
  faceLine: string;
  toothFace: string;
  toothFaceLine: string;
  short: string;
  over: string;
  /** Whether lines swell with the light instead of the shade: white lines on a dark body. */
  dark: boolean;
}

export const paperPalette: Palette = {
  paper: '#f6f2ea',
  leaf: '#fcfaf5',
  ink: '#2a2140',
  soft: '#8d8494',
  plum: '#6b2a5b',
  tooth: ['#8c7a78', '#efe5cf', '#fbf6e9'],
  toothLine: '#3a2a3c',
  room: ['#8298bb', '#dce4ee', '#f3f6f8'],
  roomLine: '#5c7199',
  roomFace: '#dce4ee',
  faceLine: '#5a6f97',
  toothFace: '#efe5cf',
  toothFaceLine: '#b39f79',
  short: '#2b63a3',
  over: '#b86e10',
  dark: false,
};

export const chairPalette: Palette = {
  paper: '#17131f',
  leaf: '#1e1928',
  ink: '#f3ebdd',
  soft: '#8d8494',
  plum: '#e3a6d2',
  tooth: ['#1c1724', '#4b4350', '#6f6464'],
  toothLine: '#f3e6cb',
  room: ['#161d2b', '#26324a', '#35456a'],
  roomLine: '#8fa6cb',
  roomFace: '#26324a',
  faceLine: '#8fa6cb',
  toothFace: '#3a3147',
  toothFaceLine: '#8a7a86',
  short: '#6fa3e0',
  over: '#e0a04a',
  dark: true,
};
