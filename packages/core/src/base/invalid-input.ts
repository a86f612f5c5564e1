/** The one error for input that can't be right: names the field, what it held and why it is refused. */
export class InvalidInput extends Error {
  /**
   * @param field path of the field, e.g. `stations[3].thickness`
   * @param received what was given, shown back to the person
   * @param reason what is wrong and what to do, without the field's name
   */
  constructor(
    readonly field: string,
    readonly received: unknown,
    readonly reason: string,
  ) {
    super(`${field}: ${reason}`);
    this.name = 'InvalidInput';
  }

  /** The same error seen from a caller, for whom the field lies below `path`. */
  under(path: string): InvalidInput {
    return new InvalidInput(this.field ? `${path}.${this.field}` : path, this.received, this.reason);
  }
}

/** Refuses anything that is not a finite number above zero (NaN and strings included). */
export function requirePositive(field: string, value: number): void {
  if (!(value > 0) || !Number.isFinite(value)) throw new InvalidInput(field, value, 'must be a number above zero');
}

/** Refuses a number outside the closed range, naming the range. */
export function requireWithin(field: string, value: number, low: number, high: number): void {
  if (!(value >= low && value <= high)) throw new InvalidInput(field, value, `must lie between ${low} and ${high}`);
}
