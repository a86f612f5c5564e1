/**
 * Waits for a knock in a stream of sound: keeps the last moments in a ring, and when the sound leaps out of the quiet
 * gives those moments and what follows, so that the blow's first touch is in it. Pure; runs in the audio thread and
 * allocates only when a knock is complete.
 */

const BEFORE = 0.3;
const AFTER = 1.4;
/** A leap over the usual level that is taken for a blow (1), and the least peak that is one at all. */
const LEAP = 7;
const LEAST_PEAK = 0.006;
/** How fast the usual level follows: quickly down, slowly up [s]. */
const DOWN = 0.05;
const UP = 1.5;
/** Until the usual level is known nothing is taken [s]. */
const SETTLE = 0.25;

export interface Meter {
  /** Largest sample since the last reading (0..1), and the room's usual level. */
  peak: number;
  usual: number;
}

export class KnockTrigger {
  private readonly ring: Float32Array;
  private written = 0;
  private usual = 0.02;
  private takeUntil: number | null = null;
  private loudest = 0;

  constructor(
    private readonly rate: number,
    private readonly before = BEFORE,
    private readonly after = AFTER,
  ) {
    this.ring = new Float32Array(Math.ceil((before + after) * rate) + 4096);
  }

  /** Takes the next samples; gives a whole knock when one is complete, else null. */
  push(block: Float32Array): Float32Array | null {
    let peak = 0;
    let sum = 0;
    for (let i = 0; i < block.length; i++) {
      const x = block[i];
      this.ring[(this.written + i) % this.ring.length] = x;
      peak = Math.max(peak, Math.abs(x));
      sum += x * x;
    }
    this.written += block.length;
    this.loudest = Math.max(this.loudest, peak);
    if (this.takeUntil !== null) return this.written >= this.takeUntil ? this.taken() : null;
    const isKnown = this.written > SETTLE * this.rate;
    if (isKnown && peak > Math.max(LEAST_PEAK, LEAP * this.usual)) {
      this.takeUntil = this.written + Math.ceil(this.after * this.rate);
      return null;
    }
    this.follow(Math.sqrt(sum / Math.max(1, block.length)), block.length);
    return null;
  }

  /** Begins a recording now, knock or not. */
  takeNow(): void {
    this.takeUntil ??= this.written + Math.ceil(this.after * this.rate);
  }

  meter(): Meter {
    const peak = this.loudest;
    this.loudest = 0;
    return { peak, usual: this.usual };
  }

  private taken(): Float32Array {
    const length = Math.min(this.written, Math.floor((this.before + this.after) * this.rate));
    const start = this.written - length;
    this.takeUntil = null;
    return Float32Array.from({ length }, (_, i) => this.ring[(start + i) % this.ring.length]);
  }

  private follow(level: number, count: number): void {
    const time = level < this.usual ? DOWN : UP;
    this.usual += (level - this.usual) * (1 - Math.exp(-count / (time * this.rate)));
  }
}
