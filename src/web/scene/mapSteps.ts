/** A map's colour changes by steps of so many millimetres, and no more after so many of them. */
export const STEP = 0.1;
export const MOST_STEPS = 5;
