import { KnockTrigger } from './knock-trigger';

const RATE = 8000;
const BLOCK = 128;

/** Feeds a sound in blocks; gives every knock with the sample at which it was complete. */
function feed(trigger: KnockTrigger, sound: Float32Array): { at: number; knock: Float32Array }[] {
  const heard = [];
  for (let at = 0; at + BLOCK <= sound.length; at += BLOCK) {
    const knock = trigger.push(sound.subarray(at, at + BLOCK));
    if (knock) heard.push({ at, knock });
  }
  return heard;
}

const quiet = (seconds: number, blowsAt: readonly number[], loudness = 0.3) =>
  Float32Array.from({ length: seconds * RATE }, (_, n) => {
    const hiss = 0.001 * Math.sin(n * 12.9898 + Math.sin(n));
    const blow = blowsAt.reduce((sum, at) => {
      const t = n / RATE - at;
      return t < 0 ? sum : sum + loudness * Math.exp(-8 * t) * Math.sin(2 * Math.PI * 180 * t);
    }, 0);
    return hiss + blow;
  });

describe('waiting for a knock', () => {
  it('gives the blow with the quiet before it, and the first touch within', () => {
    const [heard, ...more] = feed(new KnockTrigger(RATE), quiet(4, [1.5]));
    expect(more).toEqual([]);
    const { knock } = heard;
    expect(knock.length / RATE).toBeCloseTo(1.7, 3);
    const touch = knock.findIndex((x) => Math.abs(x) > 0.01);
    expect(touch / RATE).toBeGreaterThan(0.25);
    expect(touch / RATE).toBeLessThan(0.32);
  });
  it('waits for the next one by itself', () =>
    expect(feed(new KnockTrigger(RATE), quiet(9, [1, 3.5, 6]))).toHaveLength(3));
  it('takes nothing for a knock in a steady room, however loud', () => {
    const loud = Float32Array.from({ length: 6 * RATE }, (_, n) => 0.2 * Math.sin(n * 0.4) * Math.sin(n * 12.9));
    expect(feed(new KnockTrigger(RATE), loud)).toEqual([]);
  });
  it('takes one on demand', () => {
    const trigger = new KnockTrigger(RATE);
    feed(trigger, quiet(1, []));
    trigger.takeNow();
    expect(feed(trigger, quiet(2, []))).toHaveLength(1);
  });
  it('reads the peak since last asked', () => {
    const trigger = new KnockTrigger(RATE);
    trigger.push(new Float32Array([0, 0.5, -0.9]));
    expect(trigger.meter().peak).toBeCloseTo(0.9, 6);
    expect(trigger.meter().peak).toBe(0);
  });
});
