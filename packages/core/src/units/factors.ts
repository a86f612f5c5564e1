/** Factors between SI and what makers, players and scales speak. */

/** Weight of a kilogram [N]. */
export const STANDARD_GRAVITY = 9.80665;
/** One degree [rad]. */
export const DEGREE = Math.PI / 180;
/** Cents of a natural logarithm of two frequencies: 1200 / ln 2. */
export const CENTS = 1200 / Math.LN2;
