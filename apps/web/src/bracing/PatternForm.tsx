import { drawPattern, PATTERNS, usualSettings, type Pattern, type PatternSettings } from '@nimble/core/bracing';
import { InvalidInput } from '@nimble/core/base';
import { useState } from 'react';
import { PATTERN_WORDS } from '../words/bracing-words';
import { bridgePlace, type Bracing, type Ground } from '../api/use-bracing';
import { Button, SelectField, TextField, Option } from '../ui';
import { QuantityField } from '../forms';
import type { Build } from '../api/types';

interface Props {
  build: Build;
  bracing: Bracing;
  ground: Ground;
  onDrawn: () => void;
}

const FIRST: Record<Build['family'], Pattern> = {
  'steel-string': 'x',
  'nylon-string': 'fan',
  'arched-guitar': 'long-bars',
  mandolin: 'long-bars',
  ukulele: 'fan',
  other: 'x',
};

const COUNTED: Partial<Record<Pattern, string>> = {
  fan: 'Fan bars, 3 to 9',
  ladder: 'Bars, 2 to 8',
  lattice: 'Bars each way, 3 to 12',
  'cross-bars': 'Bars, 1 to 4',
};
const ANGLED: Partial<Record<Pattern, string>> = {
  x: 'Opening of the X',
  'double-x': 'Opening of the X',
  'carved-x': 'Opening of the X',
  fan: 'Spread of the fan',
  lattice: 'Between the two ways',
};

/** Draws a pattern on the plate from a few figures. What was drawn before comes back with undo. */
export function PatternForm({ build, bracing, ground, onDrawn }: Props) {
  const small = build.family === 'ukulele';
  const [settings, setSettings] = useState<PatternSettings>(() => ({
    ...usualSettings(FIRST[build.family]),
    ...(small && { count: 3 }),
  }));
  const [error, setError] = useState<{ field: string; words: string } | null>(null);
  const { pattern } = settings;
  const change = (part: Partial<PatternSettings>) => setSettings((old) => ({ ...old, ...part }));
  const draw = () => {
    try {
      const drawn = drawPattern(settings, { ...ground, bridgeAt: bridgePlace(bracing.plan, ground) });
      bracing.keep({ ...bracing.plan, ...drawn });
      setError(null);
      onDrawn();
    } catch (failure) {
      if (!(failure instanceof InvalidInput)) throw failure;
      setError({ field: failure.field, words: `It ${failure.reason}` });
    }
  };
  const at = (field: string) => (error?.field === field ? error.words : null);
  return (
    <section aria-label="Draw a pattern" className="space-y-2">
      <SelectField
        label="Pattern"
        value={pattern}
        onChoose={(chosen) => setSettings({ ...usualSettings(chosen as Pattern), upper: settings.upper })}
      >
        {PATTERNS.map((key) => (
          <Option key={key} value={key}>
            {PATTERN_WORDS[key]}
          </Option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-2">
        {COUNTED[pattern] && (
          <CountField
            label={COUNTED[pattern]}
            value={settings.count}
            error={at('count')}
            onChange={(count) => change({ count })}
          />
        )}
        {ANGLED[pattern] && (
          <QuantityField
            label={ANGLED[pattern]}
            quantity="angle"
            unit="°"
            decimals={0}
            value={settings.angle}
            check={(angle) => (angle > 0.15 && angle < 2.4 ? null : 'Between 10° and 135°')}
            onChange={(angle) => angle !== null && change({ angle })}
          />
        )}
        {(pattern === 'x' || pattern === 'double-x') && ground.hole && (
          <QuantityField
            label="Crossing from hole"
            quantity="length"
            unit={build.units.length}
            decimals={build.units.length === 'mm' ? 0 : 2}
            value={settings.crossingFromHole}
            error={at('crossingFromHole')}
            onChange={(value) => value !== null && change({ crossingFromHole: value })}
          />
        )}
        {pattern === 'x' && (
          <>
            <CountField
              label="Tone bars, 0 to 4"
              value={settings.toneBars}
              error={null}
              onChange={(toneBars) => change({ toneBars })}
            />
            <CountField
              label="Fingers a side"
              value={settings.fingers}
              error={null}
              onChange={(fingers) => change({ fingers })}
            />
          </>
        )}
      </div>
      {(pattern === 'x' || pattern === 'double-x') && (
        <SelectField
          label="Upper part"
          value={settings.upper}
          onChoose={(chosen) => change({ upper: chosen as PatternSettings['upper'] })}
        >
          <Option value="transverse">a bar across</Option>
          <Option value="a-frame">A-frame from the neck</Option>
        </SelectField>
      )}
      {pattern === 'fan' && (
        <SelectField
          label="Lower end of the fan"
          value={settings.closing}
          onChoose={(chosen) => change({ closing: chosen as PatternSettings['closing'] })}
        >
          <Option value="closed">closed by two bars</Option>
          <Option value="slanted">one slanted bar</Option>
          <Option value="none">open</Option>
        </SelectField>
      )}
      {error && !['count', 'crossingFromHole'].includes(error.field) && <p role="alert">{error.words}</p>}
      <Button kind="main" className="w-full" onClick={draw}>
        {bracing.plan.braces.length === 0 ? 'Draw this pattern' : 'Draw it instead'}
      </Button>
    </section>
  );
}

function CountField({
  label,
  value,
  error,
  onChange,
}: {
  label: string;
  value: number;
  error: string | null;
  onChange: (value: number) => void;
}) {
  const [text, setText] = useState(String(value));
  const [shown, setShown] = useState(value);
  if (shown !== value) {
    setShown(value);
    setText(String(value));
  }
  const wrong = /^\d{1,2}$/.test(text.trim()) ? null : 'A whole number';
  return (
    <TextField
      label={label}
      inputMode="numeric"
      value={text}
      error={wrong ?? error}
      onChange={(event) => {
        setText(event.target.value);
        if (/^\d{1,2}$/.test(event.target.value.trim())) {
          setShown(Number(event.target.value));
          onChange(Number(event.target.value));
        }
      }}
    />
  );
}
