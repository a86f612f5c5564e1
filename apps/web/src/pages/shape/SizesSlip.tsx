import { InvalidInput } from '@nimble/core/base';
import {
  movedTo,
  profileHeights,
  UNDERSIDES,
  type Brace,
  type BraceProfile,
  type GluedPlate,
  type Underside,
} from '@nimble/core/bracing';
import { offAxisModulus, strengthAtSlope } from '@nimble/core/wood';
import { pointAlong } from '@nimble/core/outline';
import { SECTION_SHAPES, type SectionShape } from '@nimble/core/section';
import { useState } from 'react';
import type { Build } from '../../api/types';
import { useRack } from '../../api/wood';
import { UNDERSIDE_WORDS } from '../../words/bracing-words';
import { Row } from '../../ui/Row';
import { Button, Option, PanelSection, SelectField } from '../../ui';
import { QuantityField } from '../../forms';
import { Shapes, Swap } from './Swap';
import { SECTIONS, TALLEST, tallestOf, within } from '../../words/section-words';

interface Props {
  build: Build;
  brace: Brace;
  /** What it is glued to. */
  plate: GluedPlate;
  onKeep: (brace: Brace) => void;
}

const PROFILES: readonly (readonly [BraceProfile, string])[] = [
  ['straight', 'straight, ends tapered'],
  ['swept', 'one swept curve'],
  ['one-peak', 'one peak'],
  ['scooped', 'scooped, two peaks'],
];

/** Section, profile and ends; what another section would have to be; the wood. */
export function SizesSlip(props: Props) {
  return (
    <>
      <SectionFields {...props} />
      <ProfileFields {...props} />
      <Swap {...props} />
      <Shapes {...props} />
      <StockFields {...props} />
    </>
  );
}

function SectionFields({ build, brace, onKeep }: Props) {
  const unit = build.units.thickness;
  const choose = (section: SectionShape) =>
    onKeep({
      ...brace,
      section,
      topWidth: section === 'trapezoid' ? (brace.topWidth ?? brace.width / 2) : null,
      endTopWidth: null,
    });
  const lengthen = (length: number) => onKeep(movedTo(brace, brace.from, pointAlong(brace, length / brace.length)));
  return (
    <section aria-label="Section" className="space-y-2">
      <SelectField label="Section" value={brace.section} onChoose={(chosen) => choose(chosen as SectionShape)}>
        {SECTION_SHAPES.map((key) => (
          <Option key={key} value={key}>
            {SECTIONS[key]}
          </Option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label="Width in the middle"
          quantity="length"
          unit={unit}
          value={brace.width}
          check={within(0.1, 'must lie between 0 and 100 mm')}
          onChange={(width) =>
            width !== null &&
            onKeep({ ...brace, width, topWidth: brace.topWidth === null ? null : Math.min(brace.topWidth, width) })
          }
        />
        <QuantityField
          label="and at the ends"
          quantity="length"
          unit={unit}
          value={brace.endWidth ?? brace.width}
          check={within(0.1, 'must lie between 0 and 100 mm')}
          onChange={(endWidth) => onKeep({ ...brace, endWidth })}
        />
        {brace.section === 'trapezoid' && (
          <>
            <QuantityField
              label="Top in the middle"
              quantity="length"
              unit={unit}
              value={brace.topWidth}
              check={upTo(brace.width)}
              onChange={(topWidth) => topWidth !== null && onKeep({ ...brace, topWidth })}
            />
            <QuantityField
              label="and at the ends"
              quantity="length"
              unit={unit}
              value={brace.endTopWidth ?? brace.topWidth}
              check={upTo(brace.endWidth ?? brace.width)}
              onChange={(endTopWidth) => onKeep({ ...brace, endTopWidth })}
            />
          </>
        )}
        <QuantityField
          label="Length"
          quantity="length"
          unit={unit}
          value={brace.length}
          check={(length) =>
            length > 1 ? 'must not be over 1 m' : length > tallestOf(brace) ? null : 'must be more than the height'
          }
          onChange={(length) => length !== null && lengthen(length)}
        />
      </div>
      {brace.section === 'trapezoid' && (
        <p className="text-note text-soft">
          A top as wide as the base is a rectangle, a top of nothing a triangle: so a section can change along the
          brace.
        </p>
      )}
      <SelectField
        label="Glue face"
        value={brace.underside}
        onChoose={(chosen) =>
          onKeep({
            ...brace,
            underside: chosen as Underside,
            radius: chosen === 'own' ? (brace.radius ?? 7.6) : null,
          })
        }
      >
        {UNDERSIDES.map((key) => (
          <Option key={key} value={key}>
            {UNDERSIDE_WORDS[key]}
          </Option>
        ))}
      </SelectField>
      {brace.underside === 'own' && (
        <QuantityField
          label="Radius of its glue face"
          quantity="length"
          unit={build.units.length === 'mm' ? 'm' : 'ft'}
          value={brace.radius}
          check={(radius) =>
            radius > Math.max(0.5, brace.length / 2) && radius <= 200 ? null : 'Between half a metre and 200 m'
          }
          onChange={(radius) => radius !== null && onKeep({ ...brace, radius })}
        />
      )}
    </section>
  );
}

const upTo = (most: number) => (value: number) => (value >= 0 && value <= most ? null : 'must not be over the width');

function ProfileFields({ build, brace, onKeep }: Props) {
  const unit = build.units.thickness;
  const [profile, setProfile] = useState<BraceProfile>('straight');
  const [tall, setTall] = useState(tallestOf(brace));
  const [low, setLow] = useState(Math.min(...brace.heights));
  const [error, setError] = useState<string | null>(null);
  const lay = () => {
    try {
      if (tall >= brace.length) return setError('A brace must be longer than it is tall');
      onKeep({ ...brace, heights: profileHeights(profile, { tall, low }) });
      setError(null);
    } catch (failure) {
      setError(failure instanceof InvalidInput ? failure.reason : (failure as Error).message);
    }
  };
  const last = brace.heights.length - 1;
  const ended = (i: number, height: number) =>
    onKeep({ ...brace, heights: brace.heights.map((old, j) => (j === i ? height : old)) });
  const endOk = (value: number) => (value >= 5e-4 && value <= TALLEST ? null : 'Between 0.5 and 40 mm');
  return (
    <PanelSection label="Profile">
      <SelectField label="A new profile" value={profile} onChoose={(chosen) => setProfile(chosen as BraceProfile)}>
        {PROFILES.map(([key, words]) => (
          <Option key={key} value={key}>
            {words}
          </Option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label="Tallest"
          quantity="length"
          unit={unit}
          value={tall}
          check={within(TALLEST, 'must lie between 0 and 40 mm')}
          onChange={(value) => value !== null && setTall(value)}
        />
        <QuantityField
          label={profile === 'scooped' ? 'Scoop and ends' : 'Ends'}
          quantity="length"
          unit={unit}
          value={low}
          check={within(TALLEST, 'must lie between 0 and 40 mm')}
          error={error}
          onChange={(value) => value !== null && setLow(value)}
        />
      </div>
      <Button onClick={lay}>Lay this profile</Button>
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label={brace.ends[0] === 'let-in' ? 'First end, let in' : 'First end'}
          quantity="length"
          unit={unit}
          value={brace.heights[0]!}
          check={endOk}
          onChange={(value) => value !== null && ended(0, value)}
        />
        <QuantityField
          label={brace.ends[1] === 'let-in' ? 'Second end, let in' : 'Second end'}
          quantity="length"
          unit={unit}
          value={brace.heights[last]!}
          check={endOk}
          onChange={(value) => value !== null && ended(last, value)}
        />
      </div>
    </PanelSection>
  );
}

/** Past this the rings stand so far off upright that the stick may cup and split at a pin or a clamp [rad]. */
const RINGS_FAR = 0.35;

function StockFields({ brace, onKeep }: Props) {
  const rack = useRack();
  const billets = rack.data?.filter(({ use, rejected }) => use === 'brace' && !rejected) ?? [];
  const take = (id: string) => {
    const set = billets.find((billet) => billet.id === id);
    if (!set) return onKeep({ ...brace, stock: null });
    onKeep({
      ...brace,
      stock: { id: set.id, name: set.name },
      modulus: set.brace?.modulus ?? set.properties.modulusAlong.value,
      density: set.properties.density.value,
      grainSlope: set.runout ?? 0,
      ringAngle: set.offQuarter,
    });
  };
  const slope = Math.abs(brace.grainSlope);
  const wood = {
    rho: brace.density,
    E_L: brace.modulus,
    E_C: 0.07 * brace.modulus,
    G_LC: brace.modulus / 15,
    nu_LC: 0.37,
  };
  return (
    <PanelSection label="Wood of the brace">
      <SelectField label="Billet" value={brace.stock?.id ?? ''} onChoose={take}>
        <Option value="">usual spruce, or as entered</Option>
        {brace.stock && !billets.some(({ id }) => id === brace.stock!.id) && (
          <Option value={brace.stock.id}>{brace.stock.name}</Option>
        )}
        {billets.map(({ id, name }) => (
          <Option key={id} value={id}>
            {name}
          </Option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label="Modulus"
          quantity="modulus"
          unit="GPa"
          decimals={2}
          value={brace.modulus}
          check={within(40e9, 'must lie between 0 and 40 GPa')}
          onChange={(modulus) => modulus !== null && onKeep({ ...brace, modulus, stock: null })}
        />
        <QuantityField
          label="Density"
          quantity="density"
          unit="kg/m³"
          decimals={0}
          value={brace.density}
          check={within(1400, 'must lie between 0 and 1400 kg/m³')}
          onChange={(density) => density !== null && onKeep({ ...brace, density, stock: null })}
        />
        <QuantityField
          label="Slope of the grain"
          quantity="angle"
          unit="°"
          decimals={1}
          value={brace.grainSlope}
          check={(value) => (Math.abs(value) <= 0.5 ? null : 'Between −28° and 28°')}
          onChange={(grainSlope) => grainSlope !== null && onKeep({ ...brace, grainSlope })}
        />
        <QuantityField
          label="Rings off upright"
          quantity="angle"
          unit="°"
          decimals={0}
          value={brace.ringAngle}
          check={(value) => (Math.abs(value) <= 1.571 ? null : 'Between −90° and 90°')}
          onChange={(ringAngle) => ringAngle !== null && onKeep({ ...brace, ringAngle })}
        />
      </div>
      <dl>
        <Row
          name="strength left at that slope"
          value={`${Math.round(100 * strengthAtSlope(slope))} %`}
          hint={slope > 0.09 ? 'short grain: split a straighter stick' : null}
        />
        <Row
          name="stiffness left at that slope"
          value={`${Math.round((100 * offAxisModulus(wood, slope)) / brace.modulus)} %`}
          hint="already in the modulus of a stick that was flexed"
        />
      </dl>
      {Math.abs(brace.ringAngle) > RINGS_FAR && (
        <p className="text-note text-soft">
          With its rings so far off upright a tall stick may cup or split: turn it on its side if it is square enough.
        </p>
      )}
    </PanelSection>
  );
}
