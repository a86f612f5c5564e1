import { defaultHoles, defaultOutline, plateArea, plateShape } from '@nimble/core/outline';
import { fireEvent, render, screen } from '@testing-library/react';
import { ShortcutsProvider } from '../ui/shortcuts';
import { DragHandle } from './DragHandle';
import { PlateDrawing } from './PlateDrawing';
import { grainPath, MM, polygonPath, ringsPath, woodPath } from './plate-paths';
import { StationLayer, type StationView } from './StationLayer';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));

/** Rings of a path made of M, L and Z only [mm]. */
const ringsOf = (path: string) =>
  path
    .split('Z')
    .filter(Boolean)
    .map((ring) =>
      ring
        .slice(1)
        .split('L')
        .map((point) => point.split(' ').map(Number) as [number, number]),
    );
/** Shoelace [mm2]. */
const areaOf = (ring: readonly [number, number][]) =>
  Math.abs(
    ring.reduce((sum, [x, y], i) => sum + x * ring[(i + 1) % ring.length]![1] - ring[(i + 1) % ring.length]![0] * y, 0),
  ) / 2;

describe('paths of a plate', () => {
  it('are in millimetres, true to size: the wood’s area is the outline’s less the hole’s', () => {
    expect(
      polygonPath([
        [0, 0],
        [0.1, 0],
        [0.1, 0.02],
      ]),
    ).toBe('M0.00 0.00L100.00 0.00L100.00 20.00Z');
    const [outline, ...holes] = ringsOf(woodPath(shape)).map(areaOf);
    const left = outline! - holes.reduce((sum, hole) => sum + hole, 0);
    expect(left / MM ** 2 / plateArea(shape)).toBeCloseTo(1, 3);
  });
  it('close each ring of a contour', () => {
    expect(ringsPath([Float64Array.of(0, 0, 0.01, 0, 0.01, 0.01), Float64Array.of(0.1, 0.1, 0.2, 0.1)])).toBe(
      'M0.0 0.0L10.0 0.0L10.0 10.0ZM100.0 100.0L200.0 100.0Z',
    );
    expect(ringsPath([])).toBe('');
  });
  it('draw the same grain each time, over the whole width and hardly off straight', () => {
    const lines = grainPath(shape)
      .split('M')
      .filter(Boolean)
      .map((one) => one.split('L').map((point) => point.split(' ').map(Number)));
    expect(grainPath(shape)).toBe(grainPath(shape));
    const y = lines.map(([first]) => first![1]!);
    expect(Math.max(...y) - Math.min(...y)).toBeGreaterThan(0.97 * shape.width * MM);
    for (const line of lines) {
      const across = line.map(([, at]) => at!);
      expect(Math.max(...across) - Math.min(...across)).toBeLessThan(4);
    }
  });
});

describe('the drawing of a plate', () => {
  beforeAll(() => {
    // A screen on which a millimetre takes two pixels, the origin at (100, 300).
    Object.assign(SVGElement.prototype, { getScreenCTM: () => ({ inverse: () => 'back' }) });
    Object.assign(window, {
      DOMPoint: class {
        constructor(
          readonly x: number,
          readonly y: number,
        ) {}
        matrixTransform = () => ({ x: (this.x - 100) / 2, y: (this.y - 300) / 2 });
      },
    });
  });
  it('keeps true proportion round the whole plate, with both sides named by the hand', () => {
    const { unmount } = render(<PlateDrawing shape={shape} leftHanded={false} label="a top" />);
    const drawing = screen.getByRole('group', { name: 'a top' });
    const [x, y, width, height] = drawing.getAttribute('viewBox')!.split(' ').map(Number) as [
      number,
      number,
      number,
      number,
    ];
    expect(x).toBeLessThan(shape.bounds.xMin * MM);
    expect(x + width).toBeGreaterThan(shape.bounds.xMax * MM);
    expect(y).toBeLessThan(shape.bounds.yMin * MM);
    expect(y + height).toBeGreaterThan(shape.bounds.yMax * MM);
    const sides = () => screen.getAllByText(/side$/, { ignore: false }).map((text) => text.textContent);
    expect(sides()).toEqual(['treble side', 'bass side']);
    unmount();
    render(<PlateDrawing shape={shape} leftHanded label="a top" />);
    expect(sides()).toEqual(['bass side', 'treble side']);
  });
  it('shows half of it at a key, follows what is lit, and all of it again', () => {
    const plate = (lit: { x: number; y: number } | null) => (
      <ShortcutsProvider>
        <PlateDrawing shape={shape} leftHanded={false} label="a top" lit={lit} />
      </ShortcutsProvider>
    );
    const { rerender } = render(plate(null));
    const box = () => screen.getByRole('group', { name: 'a top' }).getAttribute('viewBox')!.split(' ').map(Number);
    const whole = box();
    fireEvent.keyDown(document.body, { key: '+' });
    fireEvent.click(screen.getByLabelText('Enlarge the plate'));
    expect(whole[2]! / box()[2]!).toBeCloseTo(1.6 ** 2, 9);
    const far = { x: shape.bounds.xMax - 0.02, y: 0 };
    rerender(plate(far));
    const [x, , width] = box();
    expect(far.x * MM).toBeGreaterThan(x!);
    expect(far.x * MM).toBeLessThan(x! + width!);
    fireEvent.keyDown(document.body, { key: 'Home' });
    expect(box()).toEqual(whole);
    expect(screen.queryByLabelText('See the whole plate')).toBeNull();
  });
  it('is moved by a mouse that holds it, and lets go where the mouse was let go outside', () => {
    render(<PlateDrawing shape={shape} leftHanded={false} label="a top" />);
    const drawing = screen.getByRole('group', { name: 'a top' });
    fireEvent.click(screen.getByLabelText('Enlarge the plate'));
    const left = () => Number(drawing.getAttribute('viewBox')!.split(' ')[0]);
    const mouse = (kind: string, x: number, buttons: number) => {
      const event = new MouseEvent(kind, { bubbles: true, clientX: x, clientY: 200, buttons });
      Object.assign(event, { pointerId: 1 });
      fireEvent(drawing, event);
    };
    Object.assign(drawing, { setPointerCapture: () => undefined });
    const before = left();
    mouse('pointerdown', 400, 1);
    mouse('pointermove', 380, 1);
    // Twenty pixels of two to a millimetre.
    expect(left() - before).toBeCloseTo(10, 6);
    mouse('pointermove', 300, 0);
    mouse('pointermove', 200, 1);
    expect(left() - before).toBeCloseTo(10, 6);
  });
  it('tells in metres where it is touched', () => {
    const touched = jest.fn();
    render(<PlateDrawing shape={shape} leftHanded={false} label="a top" onPlace={touched} />);
    fireEvent.click(screen.getByRole('group', { name: 'a top' }), { clientX: 500, clientY: 260 });
    expect(touched).toHaveBeenCalledWith({ x: expect.closeTo(0.2, 9), y: expect.closeTo(-0.02, 9) });
  });
});

const station = (name: string, x: number, change: Partial<StationView> = {}): StationView => ({
  name,
  x,
  y: 0,
  skipped: false,
  figure: '2.71',
  band: 'within',
  shown: true,
  questioned: false,
  spoken: `${name}, 2.71 mm`,
  ...change,
});

describe('stations on a plate', () => {
  const show = (stations: readonly StationView[], change: Partial<Parameters<typeof StationLayer>[0]> = {}) => {
    const picked = jest.fn();
    render(
      <svg>
        <StationLayer stations={stations} current={null} pixelsPerMm={2} onPick={picked} {...change} />
      </svg>,
    );
    return picked;
  };
  it('lie where they are, say what was read aloud, and are picked by a touch', () => {
    const picked = show([
      station('A1', 0.1),
      station('A2', 0.2, { figure: '3.04', band: 'over', spoken: 'A2, 3.04 mm, too thick' }),
    ]);
    const thick = screen.getByRole('button', { name: 'A2, 3.04 mm, too thick' });
    expect(thick).toHaveAttribute('transform', 'translate(200 0)');
    expect(thick).toHaveTextContent('3.04');
    fireEvent.click(thick);
    expect(picked).toHaveBeenCalledWith('A2');
  });
  it('never tell thick from thin by colour alone: each has its own sign, and what is right has none', () => {
    const signs = (band: StationView['band']) => {
      const { container, unmount } = render(
        <svg>
          <StationLayer
            stations={[station('A1', 0.1, { band }), station('A2', 0.4)]}
            current={null}
            pixelsPerMm={2}
            onPick={() => undefined}
          />
        </svg>,
      );
      const path = container.querySelector('[data-station="A1"] path')?.getAttribute('d') ?? null;
      unmount();
      return path;
    };
    expect(signs('within')).toBeNull();
    expect(signs('over')).not.toBeNull();
    expect(signs('under')).not.toBeNull();
    expect(signs('over')).not.toBe(signs('under'));
  });
  it('write no figure over the next one where they stand too close', () => {
    show([station('A1', 0.1), station('A2', 0.11), station('A3', 0.12)]);
    expect(screen.queryByText('2.71')).toBeNull();
    expect(screen.getAllByRole('button')).toHaveLength(3);
  });
  it('name the one that is to be read, ask about an odd one, and cross out what is left out', () => {
    show(
      [
        station('A1', 0.1, { figure: null }),
        station('A2', 0.2, { questioned: true }),
        station('A3', 0.3, { skipped: true }),
      ],
      { current: 'A1' },
    );
    expect(screen.getByText('A1')).toBeInTheDocument();
    expect(screen.getByText('?')).toBeInTheDocument();
    expect(screen.getAllByText('2.71')).toHaveLength(1);
  });
});

describe('a point that can be moved', () => {
  it('goes a millimetre at a time by the arrows, as seen', () => {
    const [dragged, dropped] = [jest.fn(), jest.fn()];
    render(
      <svg>
        <DragHandle x={0.1} y={0.02} pixelsPerMm={2} label="end of the bar" onDrag={dragged} onDrop={dropped} />
      </svg>,
    );
    const handle = screen.getByRole('button', { name: 'end of the bar' });
    fireEvent.keyDown(handle, { key: 'ArrowUp' });
    fireEvent.keyDown(handle, { key: 'ArrowRight' });
    fireEvent.keyDown(handle, { key: 'a' });
    expect(dragged.mock.calls.map(([place]) => place as object)).toEqual([
      { x: 0.1, y: expect.closeTo(0.019, 9) },
      { x: expect.closeTo(0.101, 9), y: 0.02 },
    ]);
    expect(dropped).toHaveBeenCalledTimes(2);
  });
});
