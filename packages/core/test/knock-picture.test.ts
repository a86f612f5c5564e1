import { analyseKnock, keptAnalysis, keptWav, knockSpectrum, readWav, writeWav } from '../src/sound';
import { brightnessOf } from '../src/sound/brightness';
import { seededRandom } from '../src/simulate';
import { asSound, inNoise, pink, RATE, taps } from './made-taps';

const tone = (frequency: number, amplitude: number, seconds = 0.2) =>
  Float64Array.from({ length: seconds * RATE }, (_, n) => amplitude * Math.sin((2 * Math.PI * frequency * n) / RATE));
const sum = (a: Float64Array, b: Float64Array) => a.map((x, n) => x + b[n]);

describe('brightness', () => {
  it('is the frequency of a tone, and between two of them by their power', () => {
    expect(brightnessOf(tone(500, 0.3), RATE, new Float64Array(0)) / 500).toBeCloseTo(1, 1);
    // power 4 at 300 Hz, 1 at 1500 Hz: (4 * 300 + 1500) / 5
    const two = brightnessOf(sum(tone(300, 0.4), tone(1500, 0.2)), RATE, new Float64Array(0));
    expect(two / 540).toBeCloseTo(1, 1);
  });
  it('takes the room off', () => {
    const hiss = tone(6000, 0.1);
    const both = brightnessOf(sum(tone(400, 0.2), hiss), RATE, hiss);
    expect(brightnessOf(sum(tone(400, 0.2), hiss), RATE, new Float64Array(0))).toBeGreaterThan(1200);
    expect(both).toBeLessThan(480);
  });
  it('and loudness are those of the knock: 20 log of the strongest partial', () => {
    const knock = inNoise(
      taps([{ frequency: 180, q: 60, amplitude: 0.25 }], [{ at: 0.2 }], 1.2),
      0.2,
      50,
      seededRandom(1),
    );
    const { loudness, brightness } = analyseKnock(asSound(knock));
    expect(loudness).toBeCloseTo(20 * Math.log10(0.25), 0);
    expect(brightness! / 180).toBeCloseTo(1, 1);
    const quieter = analyseKnock(asSound(knock.map((x) => x / 2)));
    expect(loudness! - quieter.loudness!).toBeCloseTo(20 * Math.log10(2), 2);
  });
});

describe('the picture of a knock', () => {
  const knock = taps(
    [
      { frequency: 150, q: 60, amplitude: 0.4 },
      { frequency: 420, q: 60, amplitude: -0.1 },
    ],
    [{ at: 0.2 }],
    1.2,
  );
  const peakNear = (spectrum: Float64Array, frequency: number) => {
    let best = -Infinity;
    for (let i = 0; i < spectrum.length; i += 2)
      if (Math.abs(spectrum[i] / frequency - 1) < 0.02) best = Math.max(best, spectrum[i + 1]);
    return best;
  };
  it('stands highest at its strongest note, on even musical steps', () => {
    const spectrum = knockSpectrum(asSound(knock), 0.2, 40, 1100);
    expect([spectrum[0], spectrum[spectrum.length - 2]]).toEqual([40, expect.closeTo(1100, 6)]);
    expect(spectrum[4] / spectrum[2]).toBeCloseTo(spectrum[202] / spectrum[200], 9);
    expect(peakNear(spectrum, 150)).toBe(0);
    // A decaying sine peaks at a Q / (2 pi f); a half-sine blow of 0.8 ms drives the higher one a little less.
    const drive = (f: number) => Math.cos(Math.PI * f * 8e-4) / (1 - (2 * f * 8e-4) ** 2);
    const peak = (f: number, a: number) => (a * drive(f)) / f;
    expect(peakNear(spectrum, 420)).toBeCloseTo(20 * Math.log10(peak(420, 0.1) / peak(150, 0.4)), 0);
    expect(peakNear(spectrum, 800)).toBeLessThan(-25);
  });
  it('is drawn of the channel that lives', () => {
    const dead = { ...asSound(knock), channels: [new Float64Array(knock.length), knock] };
    expect(peakNear(knockSpectrum(dead, 0.2, 40, 1100), 150)).toBe(0);
  });
});

describe('a knock as it is kept', () => {
  it('has its figures to a ten millionth and no names of notes', () => {
    const whole = analyseKnock(
      asSound(
        inNoise(taps([{ frequency: 233.1, q: 45, amplitude: 0.3 }], [{ at: 0.2 }], 1.2), 0.2, 40, seededRandom(2)),
      ),
    );
    const kept = keptAnalysis(whole);
    expect(kept.partials[0]).not.toHaveProperty('note');
    expect(Math.abs(kept.partials[0].frequency / whole.partials[0].frequency - 1)).toBeLessThan(1e-6);
    expect(kept.onsets).toEqual(whole.onsets);
    expect(JSON.parse(JSON.stringify(kept))).toEqual(kept);
  });
  it('keeps 16 and 24 bits byte for byte, and brings loud floats down to full scale', () => {
    const noise = pink(0.1, seededRandom(3)).map((x) => 0.1 * x);
    const wav = writeWav([noise, noise.map((x) => -x)], RATE);
    expect(keptWav(wav)).toBe(wav);
    const floats = new Uint8Array(44 + 8);
    floats.set(writeWav([new Float64Array(0)], RATE));
    const view = new DataView(floats.buffer);
    view.setUint16(20, 3, true);
    view.setUint32(28, RATE * 4, true);
    view.setUint16(32, 4, true);
    view.setUint16(34, 32, true);
    view.setUint32(40, 8, true);
    view.setFloat32(44, 2, true);
    view.setFloat32(48, -0.5, true);
    expect([...readWav(keptWav(floats)).channels[0]]).toEqual([expect.closeTo(1, 6), expect.closeTo(-0.25, 6)]);
  });
});
