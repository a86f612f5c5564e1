/**
 * A build's voicing as a readable story: what was read, taken off and decided, round by round, in words that whoever
 * makes it has chosen.
 */
import type { Point, Polygon } from '../outline';

export interface StorySection {
  /** Stable, for links. */
  id: string;
  title: string;
  when: string;
  paragraphs: string[];
  table: { head: string[]; rows: string[][] } | null;
  /** The plate as it was then; null where it tells nothing. */
  plate: StoryPlate | null;
}

export interface StoryPlate {
  outline: Polygon;
  holes: readonly Polygon[];
  braces: readonly (readonly [Point, Point])[];
  /** Where wood came off. */
  cuts: readonly (readonly [Point, Point])[];
}

export interface Story {
  title: string;
  subtitle: string;
  sections: StorySection[];
}
