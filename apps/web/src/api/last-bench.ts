/** Which bench this device saw last: what it keeps is of that one. */
const PLACE = 'nimble-spruce-bench';

export const lastBench = (): string => localStorage.getItem(PLACE) ?? '';
export const noteBench = (bench: string): void => localStorage.setItem(PLACE, bench);
