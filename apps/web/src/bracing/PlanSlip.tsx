import {
  EXPERIENCES,
  flipPlan,
  moveX,
  patchVolume,
  usualBrace,
  volumeOf,
  xOf,
  scaleOf,
  type BracingPlan,
  type Patch,
  type Experience,
  type PlanCaution,
} from '@nimble/core/bracing';
import { formatMass } from '@nimble/core/units';
import { pointAlong, type OutlineSpec } from '@nimble/core/outline';
import { Redo2, Undo2 } from 'lucide-react';
import { toast } from 'sonner';
import { useWorkshopWrites } from '../api/bracing';
import { useWorkshop } from '../api/hooks';
import type { Build } from '../api/types';
import { CAUTION_WORDS, EXPERIENCE_WORDS, xWords } from '../words/bracing-words';
import { Caution } from '../ui/Row';
import { bridgePlace, type Bracing, type Ground } from '../api/use-bracing';
import { usePreferences } from '../ui/preferences';
import { Button, CheckField, Fold, Option, PanelSection, SelectField } from '../ui';
import { NameForm, QuantityField } from '../forms';
import { DrawnLines } from './DrawnLines';
import { PatternForm } from './PatternForm';

interface Props {
  build: Build;
  bracing: Bracing;
  ground: Ground;
  cautions: readonly PlanCaution[];
  onOutline: (outline: OutlineSpec) => void;
  onSelect: (id: string) => void;
}

/** What the whole plan weighs and what is wrong with it; the X as a whole; a pattern to begin from. */
export function PlanSlip({ build, bracing, ground, cautions, onOutline, onSelect }: Props) {
  const { plan } = bracing;
  const empty = plan.braces.length === 0;
  return (
    <div className="space-y-3 pt-1">
      {!empty && <Weight build={build} plan={plan} />}
      <Undoing bracing={bracing} />
      <DrawnLines outline={build.outline} {...{ bracing, ground, onOutline }} />
      {!empty && <Cautions cautions={cautions} onSelect={onSelect} />}
      {!empty && <TheX build={build} bracing={bracing} ground={ground} />}
      {!empty && <PieceList plan={plan} onSelect={onSelect} />}
      <Fold title={empty ? 'Begin with a pattern' : 'Another pattern'} opens={empty} className="border-t border-grain">
        <PatternForm build={build} bracing={bracing} ground={ground} onDrawn={() => undefined} />
      </Fold>
      <NameForm
        label="A brace of your own"
        taken={plan.braces.map(({ name }) => name)}
        onAdd={(name) => {
          const id = `own-${crypto.randomUUID().slice(0, 8)}`;
          bracing.keep({ ...plan, braces: [...plan.braces, ownBrace(id, name, plan, ground)] });
          onSelect(id);
        }}
      />
      <Button
        className="w-full"
        onClick={() => {
          const id = `patch-${crypto.randomUUID().slice(0, 8)}`;
          bracing.keep({ ...plan, patches: [...plan.patches, ownPatch(id, plan, ground)] });
          onSelect(id);
        }}
      >
        A patch of your own
      </Button>
      {!empty && (
        <div className="space-y-1 border-t border-grain pt-2">
          <CheckField
            label="The truss rod’s key goes through the soundhole"
            checked={plan.rodThroughHole}
            onChange={(on) => bracing.keep({ ...plan, rodThroughHole: on })}
          />
          <Button
            className="w-full"
            onClick={() => {
              bracing.keep(flipPlan(plan));
              toast('Mirrored for the other hand: undo brings it back');
            }}
          >
            Mirror the whole plan for the other hand
          </Button>
        </div>
      )}
      <PersonsExperience />
      <Caution>
        A plan is an estimate until the top is on the bench. Saws and planes: cut away from the hand, clamp the work.
      </Caution>
    </div>
  );
}

function Weight({ build, plan }: { build: Build; plan: BracingPlan }) {
  const wood = plan.braces.reduce((sum, brace) => sum + volumeOf(brace) * brace.density, 0);
  const patches = plan.patches.reduce((sum, patch) => sum + patchVolume(patch) * build.wood.rho, 0);
  const { figure, symbol } = formatMass(wood + patches, build.units);
  return (
    <p aria-live="polite">
      <span className="figures text-great leading-none font-medium">{figure}</span> {symbol}
      <span className="block text-soft">
        {counted(plan.braces.length, 'brace', 'braces')}
        {plan.patches.length > 0 && ` and ${counted(plan.patches.length, 'patch', 'patches')}`} as drawn
      </span>
    </p>
  );
}

const counted = (count: number, one: string, many: string) => `${count} ${count === 1 ? one : many}`;

export function Undoing({ bracing }: { bracing: Bracing }) {
  if (!bracing.undo && !bracing.redo) return null;
  return (
    <div className="flex gap-2">
      <Button disabled={!bracing.undo} onClick={() => bracing.undo?.()}>
        <Undo2 aria-hidden size={18} /> Undo
      </Button>
      <Button disabled={!bracing.redo} onClick={() => bracing.redo?.()}>
        <Redo2 aria-hidden size={18} /> Redo
      </Button>
    </div>
  );
}

function Cautions({ cautions, onSelect }: Pick<Props, 'cautions' | 'onSelect'>) {
  if (cautions.length === 0)
    return <p className="font-medium text-spruce">Nothing stands out: every end is held, every crossing notched.</p>;
  return (
    <section aria-label="Look at" className="space-y-2">
      <h3 className="font-bold text-ember-ink">
        {cautions.length === 1 ? 'One thing to look at' : `${cautions.length} things to look at`}
      </h3>
      <ul className="space-y-2">
        {cautions.map(({ code, message, braces }, i) => (
          <li key={`${code}${i}`} className="border-l-2 border-ember pl-3">
            <span className="font-medium">{CAUTION_WORDS[code]}.</span> {message}
            {braces[0] && (
              <Button kind="quiet" className="underline" onClick={() => onSelect(braces[0]!)}>
                Show it
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function TheX({ build, bracing, ground }: Pick<Props, 'build' | 'bracing' | 'ground'>) {
  const { plan } = bracing;
  const x = xOf(plan.braces);
  if (!x) return null;
  const move = (change: Parameters<typeof moveX>[2]) => {
    const braces = moveX(plan.braces, ground.shape.outline, change);
    if (braces) bracing.keep({ ...plan, braces });
    else toast.error('The X would leave the plate');
  };
  const edge = ground.hole ? ground.hole.x + ground.hole.diameter / 2 : 0;
  const onPlate = (from: number) =>
    edge + from > ground.shape.bounds.xMin + 0.02 && edge + from < ground.shape.bounds.xMax - 0.05
      ? null
      : 'Off the plate';
  return (
    <PanelSection label="The X">
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label="The X opens"
          quantity="angle"
          unit="°"
          decimals={1}
          value={x.opening}
          check={(opening) => (opening > 0.6 && opening < 2.5 ? null : 'Between 35° and 143°')}
          onChange={(opening) => opening !== null && move({ opening })}
        />
        <QuantityField
          label={ground.hole ? 'Crosses behind the hole' : 'Crosses at'}
          quantity="length"
          unit={build.units.length}
          decimals={build.units.length === 'mm' ? 1 : 2}
          value={x.crossing[0] - edge}
          check={onPlate}
          onChange={(from) => from !== null && move({ crossing: [edge + from, 0] })}
        />
      </div>
      <p className="text-note text-soft">{xWords(x)}</p>
    </PanelSection>
  );
}

function PieceList({ plan, onSelect }: { plan: BracingPlan; onSelect: (id: string) => void }) {
  return (
    <section aria-label="Pieces" className="flex flex-wrap gap-1 border-t border-grain pt-2">
      {[...plan.braces, ...plan.patches].map(({ id, name }) => (
        <Button key={id} className="min-h-11 px-3" onClick={() => onSelect(id)}>
          {name}
        </Button>
      ))}
    </section>
  );
}

/** Along the lower part, beside what is there, ready to be dragged. */
function ownBrace(id: string, name: string, plan: BracingPlan, ground: Ground) {
  const at = bridgePlace(plan, ground);
  const half = 0.16 * ground.shape.width;
  const [from, to] = [
    pointAlong({ from: [at - 0.02, -half], to: [at + 0.02, half] }, 0),
    pointAlong({ from: [at - 0.02, -half], to: [at + 0.02, half] }, 1),
  ];
  return usualBrace({ id, name, role: 'free', from, to, ends: ['stopped', 'stopped'] }, scaleOf(ground.shape));
}

/** Behind the bridge, square to the grain, to be moved by its figures. */
function ownPatch(id: string, plan: BracingPlan, ground: Ground): Patch {
  const scale = scaleOf(ground.shape);
  return {
    id,
    name: `patch ${plan.patches.length + 1}`,
    role: 'patch',
    x: bridgePlace(plan, ground) + 0.05 * scale,
    y: 0,
    length: 0.02 * scale,
    width: 0.05 * scale,
    thickness: 1.5e-3,
    grain: 'across',
  };
}

export function usePersonsExperience(): Experience {
  const { person } = usePreferences();
  const workshop = useWorkshop();
  return workshop.data?.people.find(({ name }) => name === person)?.experience ?? 'some';
}

function PersonsExperience() {
  const { person } = usePreferences();
  const workshop = useWorkshop();
  const writes = useWorkshopWrites();
  const known = workshop.data?.people.find(({ name }) => name === person);
  if (!known) return null;
  return (
    <div className="border-t border-grain pt-2">
      <SelectField
        label={`How used to it ${known.name.split(' ')[0]} is`}
        value={known.experience}
        onChoose={(chosen) =>
          writes.keepExperience(known.id, chosen).catch((failure: Error) => toast.error(failure.message))
        }
      >
        {EXPERIENCES.map((key) => (
          <Option key={key} value={key}>
            {EXPERIENCE_WORDS[key]}
          </Option>
        ))}
      </SelectField>
    </div>
  );
}
