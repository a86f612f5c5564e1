/** Patterns of braces: one file a pattern, registered in `draw-pattern.ts`. */
export { RIM_INSET } from './common-parts';
export { drawPattern, usualSettings } from './draw-pattern';
export { PATTERNS, type DrawnPattern, type Pattern, type PatternGround, type PatternSettings } from './pattern';
export { scaleOf, USUAL_STOCK, usualBrace } from './usual-brace';
