/** The demo bench is laid out piece by piece, each whole or not at all: what was interrupted goes on where it was. */
import { DEMO_BUILDS } from './demo-builds';

export const PEOPLE_AND_RACK = 'people-and-rack';

export const DEMO_PIECES: readonly string[] = [PEOPLE_AND_RACK, ...DEMO_BUILDS.map(({ id }) => id)];
