import { formatSag, inWords, type UnitChoice } from '@nimble/core/units';
import { genericStringSet, totalTension } from '@nimble/core/strings';
import { numberBand, type ModelPlate } from '@nimble/core/graduation';
import { InvalidInput } from '@nimble/core/base';
import type { PitchNote, RuleChoices, ThicknessRule } from '@nimble/core/project';
import { useState } from 'react';
import { Link } from 'react-router';
import { useJigs, useNewestChecks, type CheckView } from '../../api/flex';
import { useBuilds, useWorkshop } from '../../api/hooks';
import type { Build } from '../../api/types';
import { Button, SelectField, TextField, Option } from '../../ui';
import { FeelField } from '../../flex/FeelMarks';
import { usePreferences } from '../../ui/preferences';
import { positiveBelow, QuantityField, readHertz } from '../../forms';

interface Props {
  build: Build;
  rule: ThicknessRule;
  models: readonly ModelPlate[];
  units: UnitChoice;
  onRules: (change: Partial<RuleChoices>) => void;
}

/** What a rule aims at in this build. */
export function RuleSettings({ build, rule, models, units, onRules }: Props) {
  if (rule === 'number') return <NumberSettings {...{ build, units, onRules }} />;
  if (rule === 'flex') return <FlexSettings {...{ build, onRules }} />;
  if (rule === 'feel') return <FeelSettings {...{ build, onRules }} />;
  if (rule === 'pitch') return <PitchSettings {...{ build, onRules }} />;
  if (rule === 'stiffness') return <StiffnessSettings {...{ build, models, onRules }} />;
  if (rule === 'weight') return <WeightSettings {...{ build, units, onRules }} />;
  return null;
}

type Settings = Pick<Props, 'build' | 'onRules'>;
const THICK = positiveBelow(0.03, 'More than 30 mm: check the unit');

function NumberSettings({ build, units, onRules }: Settings & { units: UnitChoice }) {
  const own = build.choices.rules.number;
  const workshop = useWorkshop();
  const usual = numberBand(build.family, build.plate, build.wood.species, workshop.data?.bands);
  const band = own ?? { thickness: usual.thickness, tolerance: (usual.to - usual.from) / 2 };
  return (
    <div className="grid grid-cols-2 gap-3">
      <QuantityField
        label="Band, middle"
        quantity="length"
        unit={units.thickness}
        value={band.thickness}
        check={THICK}
        onChange={(thickness) => thickness && onRules({ number: { ...band, thickness } })}
      />
      <QuantityField
        label="± "
        quantity="length"
        unit={units.thickness}
        value={band.tolerance}
        check={positiveBelow(0.005, 'More than 5 mm: check the unit')}
        onChange={(tolerance) => tolerance && onRules({ number: { ...band, tolerance } })}
      />
      {own && (
        <Button kind="quiet" className="col-span-2 justify-start px-0" onClick={() => onRules({ number: null })}>
          Back to the ordinary band
        </Button>
      )}
      <Link to="/bands" className="col-span-2 inline-flex min-h-12 items-center underline underline-offset-4">
        The workshop’s bands by wood
      </Link>
    </div>
  );
}

/** Plates whose sag on a jig is known. */
function FlexSettings({ build, onRules }: Settings) {
  const newest = useNewestChecks();
  const builds = useBuilds();
  const jigs = useJigs();
  const goal = build.choices.rules.flex;
  const nameOf = ({ buildId }: CheckView) => {
    const other = builds.data?.find(({ id }) => id === buildId);
    return other && `No. ${other.number}`;
  };
  const usable = (newest.data ?? []).filter(
    (check) => check.buildId !== build.id && check.result.compliance && nameOf(check),
  );
  const words = (check: CheckView) => {
    const jig = jigs.data?.find(({ id }) => id === check.jigId)?.name ?? 'a jig';
    return `${nameOf(check)} on ${jig}: ${inWords(formatSag(check.result.compliance!.value, build.units))}`;
  };
  const isChosen = (check: CheckView) =>
    goal?.jigId === check.jigId && goal?.compliance.value === check.result.compliance!.value;
  const choose = (id: string) => {
    const check = usable.find((other) => other.id === id);
    onRules({
      flex: check
        ? {
            jigId: check.jigId!,
            compliance: check.result.compliance!,
            from: nameOf(check)!,
            ...(check.result.width !== undefined && { width: check.result.width }),
          }
        : null,
    });
  };
  return (
    <SelectField label="Give as much as" value={usable.find(isChosen)?.id ?? ''} onChoose={choose}>
      <Option value="">{usable.length > 0 ? 'choose a plate and jig' : 'no other plate was flexed yet'}</Option>
      {usable.map((check) => (
        <Option key={check.id} value={check.id}>
          {words(check)}
        </Option>
      ))}
    </SelectField>
  );
}

/** A mark of one's own, or that of a plate that felt right. */
function FeelSettings({ build, onRules }: Settings) {
  const newest = useNewestChecks();
  const builds = useBuilds();
  const { person } = usePreferences();
  const goal = build.choices.rules.feel;
  const felt = (newest.data ?? []).flatMap(({ id, buildId, feel, person: whose }) => {
    const other = builds.data?.find((one) => one.id === buildId && one.id !== build.id && one.plate === build.plate);
    return other && feel !== null ? [{ id, person: whose, score: feel, from: `No. ${other.number}` }] : [];
  });
  const isGoal = (one: { person: string; score: number; from: string | null }) =>
    one.person === goal?.person && one.score === goal?.score && one.from === goal?.from;
  const choose = (id: string) => {
    const one = felt.find((other) => other.id === id);
    onRules({ feel: one ? { person: one.person, score: one.score, from: one.from } : null });
  };
  return (
    <div className="grid grid-cols-2 gap-3">
      <SelectField label="As it felt at" value={felt.find(isGoal)?.id ?? ''} onChoose={choose}>
        <Option value="">{felt.length > 0 ? 'none' : 'none felt yet'}</Option>
        {felt.map(({ id, score, from, person: whose }) => (
          <Option key={id} value={id}>
            {from}: {score}
            {whose && ` to ${whose}`}
          </Option>
        ))}
      </SelectField>
      <FeelField
        label="Until it feels"
        none="not set"
        value={goal ? String(goal.score) : ''}
        onChoose={(mark) =>
          onRules({ feel: mark ? { person: goal?.person ?? person, score: Number(mark), from: null } : null })
        }
      />
    </div>
  );
}

const NOTES: Record<Build['plate'], readonly PitchNote[]> = { top: ['twist', 'across', 'along'], back: ['clear'] };
const NOTE_WORDS: Partial<Record<PitchNote, string>> = { clear: 'one that rings clear' };

function PitchSettings({ build, onRules }: Settings) {
  const goal = build.choices.rules.pitch;
  const newest = useNewestChecks();
  const builds = useBuilds();
  const [text, setText] = useState(goal ? String(Math.round(10 * goal.frequency) / 10) : '');
  const [error, setError] = useState<string | null>(null);
  const note = goal?.note ?? (build.plate === 'back' ? 'clear' : 'across');
  const keep = (typed: string, of: PitchNote) => {
    try {
      onRules({ pitch: typed.trim() === '' ? null : { note: of, frequency: readHertz('frequency', typed) } });
      setError(null);
    } catch (failure) {
      if (!(failure instanceof InvalidInput)) throw failure;
      setError(failure.reason);
    }
  };
  const heard = (newest.data ?? []).flatMap(({ buildId, input }) => {
    const other = builds.data?.find(({ id, family }) => id === buildId && id !== build.id && family === build.family);
    const name = other && `No. ${other.number}`;
    const frequencies = note === 'clear' ? (input.clear ?? []) : [input.notes?.[note] ?? 0];
    return name ? frequencies.filter((one) => one > 0).map((frequency) => ({ name, frequency })) : [];
  });
  return (
    <div className="grid grid-cols-2 gap-3">
      <SelectField label="Note" value={note} onChoose={(chosen) => keep(text, chosen as PitchNote)}>
        {NOTES[build.plate].map((name) => (
          <Option key={name} value={name}>
            {NOTE_WORDS[name] ?? name}
          </Option>
        ))}
      </SelectField>
      <TextField
        label="down to"
        suffix="Hz"
        placeholder="or G#2 −20"
        value={text}
        error={error}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => keep(text, note)}
        onKeyDown={(e) => e.key === 'Enter' && keep(text, note)}
      />
      {heard.map(({ name, frequency }) => (
        <Button
          key={`${name} ${frequency}`}
          className="px-2"
          onClick={() => {
            setText(frequency.toFixed(1));
            keep(frequency.toFixed(1), note);
          }}
        >
          As {name}: {frequency.toFixed(1)} Hz
        </Button>
      ))}
    </div>
  );
}

function StiffnessSettings({ build, models, onRules }: Settings & { models: readonly ModelPlate[] }) {
  const { tension, likeBuildId } = build.choices.rules;
  const strings = genericStringSet(build.family);
  const usual = totalTension(strings, build.scaleLength ?? strings.scale);
  return (
    <div className="space-y-2">
      <SelectField
        label="As stiff as"
        value={likeBuildId ?? ''}
        onChoose={(chosen) => onRules({ likeBuildId: chosen || null })}
      >
        <Option value="">the strings ask for</Option>
        {models.map(({ id, name }) => (
          <Option key={id} value={id}>
            {name}
          </Option>
        ))}
      </SelectField>
      <QuantityField
        label="All strings pull"
        quantity="force"
        unit="N"
        decimals={0}
        optional
        value={tension ?? usual}
        check={positiveBelow(5000, 'More than 5000 N: check the unit')}
        hint={tension === null ? `Made-up ordinary set: ${strings.name}. N, kgf or lbf.` : 'Empty: an ordinary set.'}
        onChange={(value) => onRules({ tension: value })}
      />
    </div>
  );
}

function WeightSettings({ build, units, onRules }: Settings & { units: UnitChoice }) {
  return (
    <QuantityField
      label="The plate should weigh"
      quantity="mass"
      unit={units.mass}
      optional
      value={build.choices.rules.weight}
      check={positiveBelow(5, 'More than 5 kg: check the unit')}
      onChange={(weight) => onRules({ weight })}
    />
  );
}
