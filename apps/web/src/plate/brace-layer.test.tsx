import { bridgeAt, xOf } from '@nimble/core/bracing';
import { groundOf } from '@nimble/core/top';
import { fireEvent, render } from '@testing-library/react';
import type { ComponentProps } from 'react';
import { aBuild, aPlan, aSurvey } from '../test/test-bench';
import { BraceLayer } from './BraceLayer';
import { bridgePlace, gluedPlate } from '../api/use-bracing';

const build = aBuild();
const plan = aPlan();
const ground = groundOf(build);
const MM = 1000;

const draw = (change: Partial<ComponentProps<typeof BraceLayer>> = {}) =>
  render(
    <svg>
      <BraceLayer plan={plan} ground={ground} pixelsPerMm={2} {...change} />
    </svg>,
  ).container;

/** Corners of a drawn path [mm]. */
const cornersOf = (path: Element) =>
  path
    .getAttribute('d')!
    .replace(/[MZ]/g, '')
    .split('L')
    .map((point) => point.split(' ').map(Number) as [number, number]);

describe('a plan seen through the plate', () => {
  it('draws every brace where it lies and as broad as it is', () => {
    const container = draw();
    for (const { id, from, to, width, length } of plan.braces) {
      const corners = cornersOf(container.querySelector(`[data-brace="${id}"] path`)!);
      const middle = corners.reduce(
        ([x, y], [cx, cy]) => [x + cx / corners.length, y + cy / corners.length] as [number, number],
        [0, 0],
      );
      expect(
        Math.hypot(middle[0] - (MM * (from[0] + to[0])) / 2, middle[1] - (MM * (from[1] + to[1])) / 2),
      ).toBeLessThan(0.2);
      const twice = corners.reduce(
        (sum, [x, y], i) => sum + x * corners[(i + 1) % corners.length]![1] - corners[(i + 1) % corners.length]![0] * y,
        0,
      );
      expect(Math.abs(twice) / 2 / (MM * width * MM * length)).toBeCloseTo(1, 2);
    }
  });
  it('has the bridge’s line on a top and none on a back', () => {
    const lines = (container: Element) => [...container.querySelectorAll('line[stroke="var(--brass)"]')];
    const [line] = lines(draw());
    const middle = (Number(line!.getAttribute('x1')) + Number(line!.getAttribute('x2'))) / 2;
    // The saddle crosses the centre line there; its ends are offset for the strings.
    expect(Math.abs(middle - MM * bridgeAt(plan.bridge, ground.scale))).toBeLessThan(3);
    expect(lines(draw({ isBack: true }))).toEqual([]);
  });
  it('lets a piece be picked by a touch near it, and dims what does not belong', () => {
    const picked = jest.fn();
    const [first, second] = plan.braces;
    const container = draw({ onSelect: picked, lit: new Set([first!.id]) });
    const brace = container.querySelector(`[data-brace="${first!.id}"]`)!;
    const reach = Number(brace.querySelector('line')!.getAttribute('stroke-width')) * 2;
    expect(reach).toBeGreaterThanOrEqual(26); // pixels: a thumb finds it
    fireEvent.click(brace);
    expect(picked).toHaveBeenCalledWith(first!.id);
    expect(Number(brace.getAttribute('opacity'))).toBe(1);
    expect(Number(container.querySelector(`[data-brace="${second!.id}"]`)!.getAttribute('opacity'))).toBeLessThan(0.5);
  });
  it('marks each lap along the leg that lies underneath', () => {
    const container = draw();
    const {
      crossing: point,
      legs: [a],
    } = xOf(plan.braces)!;
    const marks = [...container.querySelectorAll('circle')].filter(
      (mark) =>
        Math.hypot(Number(mark.getAttribute('cx')) - MM * point[0], Number(mark.getAttribute('cy')) - MM * point[1]) <
        1,
    );
    expect(marks).toHaveLength(1);
    const dash = marks[0]!.nextElementSibling!;
    const [dx, dy] = [
      Number(dash.getAttribute('x2')) - Number(dash.getAttribute('x1')),
      Number(dash.getAttribute('y2')) - Number(dash.getAttribute('y1')),
    ];
    const lower = plan.braces.find(({ id }) => id === plan.laps.find((lap) => [lap.a, lap.b].includes(a.id))!.lower)!;
    const across = dx * (lower.to[1] - lower.from[1]) - dy * (lower.to[0] - lower.from[0]);
    expect(Math.abs(across)).toBeLessThan(1e-6 * lower.length * MM);
  });
  it('writes places in an order on the pieces', () => {
    const marks = new Map([
      [plan.braces[0]!.id, '1'],
      [plan.patches[0]!.id, '2'],
    ]);
    const texts = [...draw({ marks }).querySelectorAll('text')].map(({ textContent }) => textContent);
    expect(texts.sort()).toEqual(['1', '2']);
  });
});

describe('what a plan stands on', () => {
  it('puts an absurd bridge in the middle of the plate, so that there is something to drag', () => {
    const { xMin, xMax } = ground.shape.bounds;
    expect(bridgePlace(plan, ground)).toBeCloseTo(bridgeAt(plan.bridge, ground.scale), 12);
    expect(bridgePlace({ ...plan, bridge: { ...plan.bridge, fretAtBody: 400 } }, ground)).toBeCloseTo(
      (xMin + xMax) / 2,
      12,
    );
  });
  it('takes the plate as last surveyed, and says when it was not', () => {
    expect(gluedPlate(build, [])).toMatchObject({ thickness: 2.8e-3, measured: false });
    const read = (id: string, mean: number | null) =>
      aSurvey({ id, assessment: mean === null ? null : ({ statistics: { mean } } as never) });
    expect(gluedPlate(build, [read('1', 3e-3), read('2', 2.7e-3), read('3', null)])).toMatchObject({
      thickness: 2.7e-3,
      measured: true,
    });
  });
});
