import { render, screen } from '@testing-library/react';
import { scaleLinear } from 'd3-scale';
import { Chart } from './Chart';

const BOX = { width: 200, height: 100, left: 40, right: 10, top: 20, bottom: 30 };

describe('a chart in its frame', () => {
  const x = scaleLinear([0, 10], [BOX.left, BOX.width - BOX.right]);
  const y = scaleLinear([0, 2], [BOX.height - BOX.bottom, BOX.top]);
  const show = () =>
    render(
      <Chart
        box={BOX}
        label="Weight over days"
        x={{ scale: x, ticks: [0, 5, 10], name: 'days' }}
        y={{ scale: y, ticks: [0, 1], words: (grams) => `${grams} g`, name: 'weight' }}
      >
        <circle cx={x(5)} cy={y(1)} r="4" />
      </Chart>,
    );
  it('is one picture by what it says, with both axes named and every mark in its unit', () => {
    show();
    expect(screen.getByRole('img', { name: 'Weight over days' })).toHaveTextContent(/^0 g1 g0510daysweight$/);
  });
  it('sets each mark at its place: half way is half way between the margins', () => {
    show();
    const place = (words: string) => screen.getByText(words).parentElement!.getAttribute('transform');
    expect(place('5')).toBe(`translate(${(40 + 190) / 2} 70)`);
    expect(place('1 g')).toBe(`translate(40 ${(70 + 20) / 2})`);
  });
});
