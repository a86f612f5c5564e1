import { densityOf, type AssessmentSummary } from '.';

const estimate = { value: 1, sd: 0.1 };
const summaryOf = (massNow: { value: number; sd: number }) =>
  ({
    statistics: { volume: 4e-4, volumeSd: 4e-6 },
    forecast: { massNow, massByDensity: estimate, massAfter: estimate, meanAfter: estimate, flex: [] },
  }) as unknown as Pick<AssessmentSummary, 'forecast' | 'statistics'>;
const wood = { rho: { value: 430, sd: 30 }, E_L: estimate, E_C: estimate };

describe('density of a plate', () => {
  it('is weight over volume where a scale was used, as sure as the volume: 160 g in 400 cm3', () => {
    const { value, sd } = densityOf(summaryOf({ value: 0.16, sd: 5e-4 }), wood);
    expect(value).toBeCloseTo(400, 9);
    expect(sd / value).toBeCloseTo(0.01, 12);
  });
  it('is that of its wood where it was not weighed', () =>
    expect(densityOf(summaryOf({ value: 0.172, sd: 0.012 }), wood)).toEqual(wood.rho));
});
