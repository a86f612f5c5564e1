/** Set by the person: a newcomer is warned of what is untried, a seasoned maker is not. */
export const EXPERIENCES = ['new', 'some', 'seasoned'] as const;
export type Experience = (typeof EXPERIENCES)[number];
