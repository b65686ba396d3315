/** What the plate shows: the section that shows the chosen zone, or what is asked for. */
export type Figure = 'section' | 'across' | 'along' | 'above' | 'round';
