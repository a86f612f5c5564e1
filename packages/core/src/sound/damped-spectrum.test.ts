import { addDamped, createBins, fillPoleSpectrum } from './damped-spectrum';
import { createFftPlan } from './fft';

const RATE = 8000;
const LENGTH = 3000;
const SIZE = 4096;
const bins = createBins(RATE, LENGTH, SIZE, [50, 900]);
const four = () =>
  [0, 1, 2, 3].map(() => new Float64Array(bins.count)) as [Float64Array, Float64Array, Float64Array, Float64Array];

describe('spectrum of a damped sinusoid', () => {
  it('is that of its samples, transformed', () => {
    const [decay, omega] = [9, 2 * Math.PI * 217.3];
    const [re, im, ,] = four();
    const [mirrorRe, mirrorIm] = [new Float64Array(bins.count), new Float64Array(bins.count)];
    fillPoleSpectrum(bins, decay, omega, 0, bins.count, [
      re,
      im,
      new Float64Array(bins.count),
      new Float64Array(bins.count),
    ]);
    fillPoleSpectrum(bins, decay, -omega, 0, bins.count, [
      mirrorRe,
      mirrorIm,
      new Float64Array(bins.count),
      new Float64Array(bins.count),
    ]);
    const samples = Float64Array.from(
      { length: LENGTH },
      (_, n) => Math.exp((-decay * n) / RATE) * Math.cos((omega * n) / RATE),
    );
    const plan = createFftPlan(SIZE);
    plan.run(samples, 0, LENGTH);
    const first = Math.round(bins.first / bins.spacing);
    for (const k of [0, 40, 85, 86, 200, bins.count - 1]) {
      expect((re[k] + mirrorRe[k]) / 2).toBeCloseTo(plan.spectrum[2 * (first + k)], 6); // cos = (z + conj z) / 2
      expect((im[k] + mirrorIm[k]) / 2).toBeCloseTo(plan.spectrum[2 * (first + k) + 1], 6);
    }
  });
  it('has the slope that a central difference gives', () => {
    const [low, high, here] = [four(), four(), four()];
    const step = 1e-3;
    fillPoleSpectrum(bins, 9 - step, 1400, 0, bins.count, low);
    fillPoleSpectrum(bins, 9 + step, 1400, 0, bins.count, high);
    fillPoleSpectrum(bins, 9, 1400, 0, bins.count, here);
    // p = -decay + j omega, so d/d decay is minus the slope by p.
    for (const k of [0, 88, 89, 300]) expect(-(high[0][k] - low[0][k]) / (2 * step)).toBeCloseTo(here[2][k], 3);
  });
  it('is added whole, with its mirror, to what is there: that of its samples at any phase', () => {
    const [decay, omega, re, im] = [9, 2 * Math.PI * 217.3, 0.6, -0.8];
    const out = [new Float64Array(bins.count).fill(1), new Float64Array(bins.count)] as const;
    addDamped(bins, { decay, omega, re, im }, out);
    // Re((re + j im) e^{j omega t})
    const samples = Float64Array.from(
      { length: LENGTH },
      (_, n) => Math.exp((-decay * n) / RATE) * Math.cos((omega * n) / RATE + Math.atan2(im, re)),
    );
    const plan = createFftPlan(SIZE);
    plan.run(samples, 0, LENGTH);
    const first = Math.round(bins.first / bins.spacing);
    for (const k of [0, 40, 85, 86, 200, bins.count - 1]) {
      expect(out[0][k] - 1).toBeCloseTo(plan.spectrum[2 * (first + k)], 6);
      expect(out[1][k]).toBeCloseTo(plan.spectrum[2 * (first + k) + 1], 6);
    }
  });
  it('has Chebyshev’s polynomials over the band beside it', () => {
    const half = (bins.count - 1) / 2;
    // T2 = 2 x^2 - 1, T3 = 4 x^3 - 3 x
    for (const k of [0, 17, 100, bins.count - 1]) {
      const x = (k - half) / half;
      expect(bins.smooth[2][k]).toBeCloseTo(2 * x * x - 1, 12);
      expect(bins.smooth[3][k]).toBeCloseTo(4 * x ** 3 - 3 * x, 12);
    }
  });
});
