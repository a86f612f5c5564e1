import { formatQuantity, inWords } from '@nimble/core/units';
import { PRESSES, type Glue, type GluePiece, type GlueSession, type GlueSetup, type Press } from '@nimble/core/glue';
import type { BracingPlan } from '@nimble/core/bracing';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Build } from '../../api/types';
import { Caution } from '../../ui/Row';
import { Button, Option, PanelSection, SelectField, TextField } from '../../ui';
import { QuantityField } from '../../forms';
import type { Sessions } from './sessions';

interface Props extends Sessions {
  build: Build;
  plan: BracingPlan;
  glues: readonly Glue[];
  glue: Glue;
  setup: GlueSetup;
  /** The session that is looked at. */
  index: number;
  onGlue: (id: string) => void;
  onSetup: (setup: GlueSetup) => void;
  onSession: (index: number) => void;
  onStart: () => void;
}

const PRESS_WORDS: Record<Press, string> = {
  rods: 'rods sprung from a deck',
  clamps: 'clamps',
  vacuum: 'a vacuum bag',
};

/** What is glued when, why, and with what pressure. */
export function OrderSlip(props: Props) {
  const { build, plan, sessions, refused, index, onSession, onStart } = props;
  if (plan.braces.length === 0)
    return (
      <p className="pt-2">
        Nothing to glue yet: draw the braces in the{' '}
        <Link className="underline underline-offset-4" to={`/builds/${build.id}/layout`}>
          layout
        </Link>
        , and the order of gluing stands here.
      </p>
    );
  return (
    <div className="space-y-3 pt-1">
      <p>
        <span className="figures text-great leading-none font-medium">{sessions.length}</span>{' '}
        {sessions.length === 1 ? 'session' : 'sessions'}
        <span className="block text-soft">of gluing, each within the open time of {props.glue.name}</span>
      </p>
      {refused && (
        <p role="alert" className="font-medium text-ember-ink">
          {refused.words}.
        </p>
      )}
      {sessions.map((session, n) => (
        <Session
          key={n}
          session={session}
          number={n + 1}
          open={n === index}
          setup={props.setup}
          onOpen={() => onSession(n)}
          onStart={onStart}
        />
      ))}
      <SetupFields {...props} />
      <PressCaution press={props.setup.press} />
    </div>
  );
}

interface SessionProps {
  session: GlueSession;
  number: number;
  open: boolean;
  setup: GlueSetup;
  onOpen: () => void;
  onStart: () => void;
}

function Session({ session, number, open, setup, onOpen, onStart }: SessionProps) {
  const minutes = Math.ceil(session.time / 60);
  return (
    <PanelSection label={`Session ${number}`} tight>
      <button
        type="button"
        aria-expanded={open}
        onClick={onOpen}
        className="flex min-h-12 w-full items-center justify-between gap-2 text-left"
      >
        <span className={open ? 'font-bold' : ''}>
          {number}. {session.pieces.map(({ name }) => name).join(', ')}
        </span>
        <span className="figures shrink-0 text-soft">{minutes} min</span>
      </button>
      {open && (
        <>
          <ul className="space-y-2">
            {session.pieces.map((piece) => (
              <li key={piece.id} className="border-l-2 border-brass pl-3">
                <p>
                  <span className="font-medium">{piece.name}.</span> {piece.reason}
                </p>
                <PieceFigures piece={piece} setup={setup} />
              </li>
            ))}
          </ul>
          <Button kind="main" className="mt-2 w-full" onClick={onStart}>
            Glue this session by the clock
          </Button>
        </>
      )}
    </PanelSection>
  );
}

function PieceFigures({ piece, setup }: { piece: GluePiece; setup: GlueSetup }) {
  const pressure = inWords(formatQuantity(piece.pressure, 'pressure', 'kPa', 0));
  const how = setup.press === 'vacuum' ? `the bag gives ${pressure}` : `${piece.rods} ${setup.press} give ${pressure}`;
  return (
    <p className="text-note text-soft">
      {how}
      {piece.enough ? '.' : '; the glue’s sheet asks for more: only with a joint that closes by hand.'}
      {piece.caul && ' Tall: lay a notched caul over it, so that it can’t lean.'}
    </p>
  );
}

function SetupFields({ glues, glue, setup, refused, onGlue, onSetup }: Props) {
  const at = (field: string) => (refused?.field === field ? refused.words : null);
  return (
    <PanelSection label="With what">
      <SelectField label="Glue" value={glue.id} onChoose={onGlue}>
        {glues.map(({ id, name }) => (
          <Option key={id} value={id}>
            {name}
          </Option>
        ))}
      </SelectField>
      <p className="text-note text-soft">{glue.note}</p>
      <SelectField
        label="Pressed by"
        value={setup.press}
        onChoose={(chosen) => onSetup({ ...setup, press: chosen as Press })}
      >
        {PRESSES.map((press) => (
          <Option key={press} value={press}>
            {PRESS_WORDS[press]}
          </Option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-2">
        {setup.press === 'vacuum' ? (
          <QuantityField
            label="Vacuum"
            quantity="pressure"
            unit="kPa"
            decimals={0}
            value={setup.vacuum}
            error={at('vacuum')}
            check={(value) => (value >= 5e3 && value <= 101e3 ? null : 'Between 5 and 101 kPa')}
            onChange={(vacuum) => vacuum !== null && onSetup({ ...setup, vacuum })}
          />
        ) : (
          <>
            <QuantityField
              label="Force of one"
              quantity="force"
              unit="N"
              decimals={0}
              value={setup.force}
              error={at('force')}
              check={(value) => (value > 0 && value < 5000 ? null : 'Between 0 and 5000 N')}
              onChange={(force) => force !== null && onSetup({ ...setup, force })}
            />
            <HowMany value={setup.count} onChange={(count) => onSetup({ ...setup, count })} />
          </>
        )}
        <QuantityField
          label="Time for one piece"
          quantity="duration"
          unit="s"
          decimals={0}
          value={setup.timePerPiece}
          error={at('timePerPiece')}
          check={(value) => (value >= 5 && value <= 3600 ? null : 'Between 5 s and an hour')}
          onChange={(timePerPiece) => timePerPiece !== null && onSetup({ ...setup, timePerPiece })}
        />
      </div>
      <p className="text-note text-soft">Press a rod onto a kitchen scale at its working bend: 1 kg is 9.8 N.</p>
    </PanelSection>
  );
}

function HowMany({ value, onChange }: { value: number; onChange: (count: number) => void }) {
  const [text, setText] = useState(String(value));
  const count = Number(text);
  const wrong = Number.isInteger(count) && count > 0 && count <= 500 ? null : 'A whole number';
  return (
    <TextField
      label="How many there are"
      className="figures"
      inputMode="numeric"
      value={text}
      error={wrong}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => wrong === null && onChange(count)}
      onKeyDown={(event) => event.key === 'Enter' && wrong === null && onChange(count)}
    />
  );
}

function PressCaution({ press }: { press: Press }) {
  const words = {
    rods: 'Bent rods store energy and jump: eye protection, face out of their line, and take them off in order.',
    clamps: 'Clamps can slip and drop: protect eyes and feet; tighten until the glue shows, no further.',
    vacuum: 'Follow the pump’s own instructions; a hollow plate can be crushed by a full vacuum.',
  }[press];
  return (
    <Caution>
      {words} Glues can burn, irritate or sensitize: keep to the maker’s sheet, gloves where it says so, and ask someone
      qualified if in doubt.
    </Caution>
  );
}
