import { addFarPole, createBins, fillPoleSpectrum } from './damped-spectrum';
import { createFftPlan } from './fft';

const RATE = 8000;
const LENGTH = 3000;
const SIZE = 4096;
const bins = createBins(RATE, LENGTH, SIZE, 50, 900);
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
  it('far from the pole is drawn straight within two in a thousand', () => {
    const exact = four();
    fillPoleSpectrum(bins, 12, 2 * Math.PI * 300, 0, bins.count, exact);
    const out = [new Float64Array(bins.count), new Float64Array(bins.count)] as const;
    const from = Math.ceil((360 - bins.first) / bins.spacing);
    addFarPole(bins, { decay: 12, omega: 2 * Math.PI * 300, re: 1, im: 0 }, from, bins.count, out);
    for (let k = from; k < bins.count; k += 17)
      expect(
        Math.hypot(out[0][k] - exact[0][k], out[1][k] - exact[1][k]) / Math.hypot(exact[0][k], exact[1][k]),
      ).toBeLessThan(2e-3);
    expect(out[0][from - 1]).toBe(0);
  });
  it('fills every bin of a range, wherever it ends, and none beyond', () => {
    const exact = four();
    fillPoleSpectrum(bins, 12, 2 * Math.PI * 300, 0, bins.count, exact);
    for (let to = 20; to < 29; to++) {
      const out = [new Float64Array(bins.count), new Float64Array(bins.count)] as const;
      addFarPole(bins, { decay: 12, omega: 2 * Math.PI * 300, re: 1, im: 0 }, 3, to, out);
      for (let k = 0; k < 40; k++)
        expect(Math.hypot(out[0][k], out[1][k]) / Math.hypot(exact[0][k], exact[1][k])).toBeCloseTo(
          k >= 3 && k < to ? 1 : 0,
          2,
        );
    }
  });
});
