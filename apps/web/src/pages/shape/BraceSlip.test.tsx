import { choose } from '../../test/choose';
import { gluedAlong, planFigures, profileHeights, usualBrace, workingWidth, type Brace } from '@nimble/core/bracing';
import { METRIC } from '@nimble/core/units';
import { offAxisModulus } from '@nimble/core/wood';
import { woodOfSpecies } from '@nimble/core/project';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { aBuild, open, serve } from '../../test/test-bench';
import { BraceElevation } from './BraceElevation';
import { BraceSlip } from './BraceSlip';
import { SizesSlip } from './SizesSlip';
import { StepsSlip } from './StepsSlip';

const brace: Brace = {
  ...usualBrace({ id: 'tone', name: 'tone bar', role: 'tone-bar', from: [0.3, -0.15], to: [0.3, 0.15] }, 1),
  section: 'rectangle',
  width: 8e-3,
  heights: Array.from({ length: 25 }, () => 0.014),
  modulus: 12e9,
  density: 420,
};
const other: Brace = { ...brace, id: 'other', name: 'other bar', from: [0.36, -0.13], to: [0.36, 0.13], length: 0.26 };
const plate = { wood: woodOfSpecies('sitka-spruce'), thickness: 2.8e-3, measured: true };

function show(change: Partial<Parameters<typeof BraceSlip>[0]> = {}) {
  const done = { onPartial: jest.fn(), onKeep: jest.fn(), onKeepBoth: jest.fn() };
  const glued = gluedAlong(brace, [brace, other], plate);
  open(
    <BraceSlip
      build={aBuild()}
      brace={brace}
      braces={[brace, other]}
      figures={planFigures(brace)}
      notched={null}
      glued={glued}
      plate={plate}
      partial={0}
      {...done}
      {...change}
    />,
  );
  return done;
}

describe('the slip of a brace', () => {
  it('says its notes, its weight and what it is against a plain block', () => {
    show();
    // 854.66 by thin-bar theory; shear takes 2.6 % of it, as of case04a by the square of the height: 1200 log2(832.4 /
    // 830.61) is 4 cents over G#5
    expect(screen.getByText('G♯5')).toBeInTheDocument();
    expect(screen.getByText('+4 ¢, 832.4 Hz')).toBeInTheDocument();
    expect(screen.getByText('14.1 g')).toBeInTheDocument(); // 420 x 0.3 x 8 x 14 mm
    expect(screen.getAllByText('100 %')).toHaveLength(2);
    expect(screen.getByText(/sets where it moves/)).toBeInTheDocument();
  });
  it('says what it sounds once its notch is cut, and that a lap makes it whole again', () => {
    show({ notched: planFigures(brace, [{ at: 0.15, length: 8e-3, keeps: 0.5 }]).modes });
    // A plane solid of this bar: a third lower.
    expect(screen.getByText(/the first 3[345] % lower, until it is glued/)).toBeInTheDocument();
  });
  it('finds the least planing to a frequency, and says when it can’t', () => {
    const { onKeep } = show();
    const field = screen.getByLabelText('Bring the first note to');
    const seek = () => fireEvent.click(screen.getAllByText('Seek')[0]!);
    choose(field, 'nothing');
    seek();
    expect(screen.getByText(/Type a note with its octave/)).toBeInTheDocument();
    choose(field, '820 Hz');
    seek();
    expect(screen.getByRole('status')).toHaveTextContent(/Least planing: 0\.\d\d g off, to 820\.0 Hz/);
    fireEvent.click(screen.getByText('Draw it so'));
    const drawn = (onKeep.mock.calls[0] as [Brace])[0];
    expect(planFigures(drawn).modes[0]!.frequency).toBeCloseTo(820, 0);
    choose(field, '3000');
    seek();
    expect(screen.getByText(/It can’t come so far within the heights/)).toBeInTheDocument();
  });
  it('puts two bars an interval apart with wood off both', () => {
    const { onKeepBoth } = show();
    choose(screen.getByLabelText('Or put it'), '4');
    choose(screen.getByLabelText('from'), 'below');
    fireEvent.click(screen.getAllByText('Seek')[1]!);
    expect(screen.getByRole('status')).toHaveTextContent(/-400 cents apart/);
    fireEvent.click(screen.getByText('Draw both so'));
    const [one, two] = (onKeepBoth.mock.calls[0] as [[Brace, Brace]])[0].map(
      (bar) => planFigures(bar).modes[0]!.frequency,
    );
    expect(1200 * Math.log2(one! / two!)).toBeCloseTo(-400, 0);
  });
});

describe('the sizes of a brace', () => {
  const showSizes = () => {
    const onKeep = jest.fn();
    serve({});
    open(<SizesSlip build={aBuild()} brace={brace} plate={plate} onKeep={onKeep} />);
    return onKeep;
  };
  const type = (label: string, value: string, which = 0) => {
    const field = screen.getAllByLabelText(label)[which]!;
    choose(field, value);
    fireEvent.blur(field);
  };
  it('lays a profile, and refuses ends above the peak at their field', () => {
    const onKeep = showSizes();
    type('Tallest', '12');
    fireEvent.click(screen.getByText('Lay this profile'));
    expect(screen.getByText(/must lie between half a millimetre and the tallest height/)).toBeInTheDocument();
    type('Ends', '3');
    fireEvent.click(screen.getByText('Lay this profile'));
    expect(onKeep).toHaveBeenLastCalledWith({
      ...brace,
      heights: profileHeights('straight', { tall: 0.012, low: 0.003 }),
    });
  });
  it('says how high a narrower stick as stiff must be, and what it weighs', () => {
    showSizes();
    type('Width', '6');
    // 14 (8/6)^(1/3) = 15.41; weight 6 x 15.41 over 8 x 14
    expect(screen.getByText('15.41 mm')).toBeInTheDocument();
    expect(screen.getByText('83 %')).toBeInTheDocument();
  });
  it('puts the stick as stiff once it is glued beside it: lower, since height counts the more over a plate', () => {
    const onKeep = showSizes();
    type('Width', '6');
    const section = screen.getByRole('region', { name: 'As stiff, of another section' });
    expect(section).toHaveTextContent(/as a free bar; once glued \d+ % stiffer/);
    fireEvent.click(screen.getByRole('button', { name: 'Make it so: Glued to this plate' }));
    const [taken] = onKeep.mock.calls[0] as [Brace];
    const height = Math.max(...taken.heights);
    expect(height).toBeLessThan(0.01541);
    // By hand: strip and stick as one beam, their axes apart by half of both.
    const width = workingWidth(brace, plate);
    const strip = { stretch: offAxisModulus(plate.wood, Math.PI / 2) * width * 2.8e-3, at: -1.4e-3 };
    const rigidity = (b: number, h: number) => {
      const stick = { stretch: 12e9 * b * h, at: h / 2 };
      const apart = (strip.stretch * stick.stretch) / (strip.stretch + stick.stretch);
      return (strip.stretch * 2.8e-3 ** 2 + stick.stretch * h * h) / 12 + apart * (stick.at - strip.at) ** 2;
    };
    expect(rigidity(6e-3, height)).toBeCloseTo(rigidity(8e-3, 0.014), 4);
  });
  it('tells both truths of a triangle: as high, and as stiff', () => {
    showSizes();
    const row = screen.getByText('triangle', { selector: 'td' }).closest('tr')!;
    expect(row).toHaveTextContent('50 %, 33 %');
    expect(row).toHaveTextContent('20.19 mm, 72 %'); // 1.442 x 14
  });
  it('says what sloping grain costs', () => {
    const onKeep = showSizes();
    type('Slope of the grain', '5');
    expect((onKeep.mock.calls[0] as [Brace])[0].grainSlope).toBeCloseTo((5 * Math.PI) / 180, 9);
    expect(screen.getByText('strength left at that slope')).toBeInTheDocument();
    type('Slope of the grain', '80');
    expect(screen.getByText('Between −28° and 28°')).toBeInTheDocument();
  });
});

describe('a step of shaping', () => {
  it('is forecast from the plain stick and kept when it is meant', async () => {
    const asked = serve({});
    const drawn = { ...brace, heights: brace.heights.map((height, i) => (i === 0 ? height : height * 0.9)) };
    open(<StepsSlip build={aBuild()} brace={drawn} steps={[]} />);
    expect(screen.getByText('From the plain stick to what is drawn')).toBeInTheDocument();
    choose(screen.getByLabelText(/Note of the free bar now/), '900');
    fireEvent.click(screen.getByText('I will plane it so: keep the forecast'));
    await waitFor(() => expect(asked.some(({ path }) => path === '/builds/b/shapings')).toBe(true));
    const { body } = asked.find(({ path }) => path === '/builds/b/shapings')!;
    expect(body).toMatchObject({ braceId: 'tone', heardBefore: 900, after: { heights: drawn.heights } });
  });
});

describe('a brace from the side', () => {
  const elevation = (shown: Brace) => {
    const onKeep = jest.fn();
    open(
      <BraceElevation
        brace={shown}
        braces={[shown]}
        laps={[]}
        figures={planFigures(shown)}
        glued={gluedAlong(shown, [], plate)}
        dragged={false}
        partial={0}
        units={METRIC}
        station={12}
        onStation={jest.fn()}
        onDraft={jest.fn()}
        onKeep={onKeep}
      />,
    );
    return onKeep;
  };
  it('is stepped by a tenth of a millimetre with the keys, never under the least height', () => {
    const onKeep = elevation({ ...brace, heights: brace.heights.map((height, i) => (i === 3 ? 1.55e-3 : height)) });
    const handles = screen.getAllByRole('slider');
    expect(handles).toHaveLength(25);
    expect(handles[12]).toHaveAttribute('aria-valuetext', '14.00 mm');
    fireEvent.keyDown(handles[12]!, { key: 'ArrowDown' });
    expect((onKeep.mock.calls[0] as [Brace])[0].heights[12]).toBeCloseTo(0.0139, 9);
    fireEvent.keyDown(handles[3]!, { key: 'ArrowDown' });
    expect((onKeep.mock.calls[1] as [Brace])[0].heights[3]).toBeCloseTo(1.5e-3, 9);
  });
  it('says in cents what a tenth off does: minus in the middle, plus at the ends', () => {
    elevation(brace);
    const words = screen.getAllByText(/^[+−]\d\.\d$/).map((cell) => cell.textContent);
    expect(words[0]).toMatch(/^\+/);
    expect(words[Math.floor(words.length / 2)]).toMatch(/^−/);
  });
});
