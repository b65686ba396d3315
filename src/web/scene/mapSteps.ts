/** A map's colour changes by steps of so many millimetres, and no more after so many of them. */
export const STEP = 0.1;
export const MOST_STEPS = 5;

/** How much of its hue a step has: the first one something, then more and more up to the last. */
export const LEAST_INK = 0.22;
export const INK_GROWTH = 1.25;
