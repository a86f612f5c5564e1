import {
  alarmsBetween,
  glueClock,
  type Glue,
  type GlueAlarm,
  type GlueClock,
  type GlueSession,
} from '@nimble/core/glue';
import { format } from 'date-fns';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useBracingWrites, type GlueUpView } from '../../api/bracing';
import type { Build } from '../../api/types';
import { usePreferences } from '../../ui/preferences';
import { useShortcuts } from '../../ui/shortcuts';
import { Button, CheckField, Option, PanelSection, SelectField, TakeBack } from '../../ui';
import { QuantityField } from '../../forms';
import { say } from '../../ui/speech';
import { chime } from './chime';
import { PHASE_WORDS, spanWords } from '../../words/clock-words';

interface Props {
  build: Build;
  glue: Glue;
  session: GlueSession | null;
  index: number;
  count: number;
  glueUps: readonly GlueUpView[];
  onSession: (index: number) => void;
}

const CHECKS = [
  ['fit', 'Every piece fits dry: no light under it'],
  ['flip', 'X legs turned over and tried: the lap closes both ways'],
  ['marks', 'Places marked, ends and order numbered'],
  ['humidity', 'Shop air read, plate has lain in it for a day'],
  ['cauls', 'Cauls, paper and a damp cloth lie ready'],
  ['dry-run', 'A dry run with all rods or clamps'],
] as const;

const TICK_MS = 500;

/** The running clock: spread, pressed, released, cured; and what was glued before. */
export function ClockSlip(props: Props) {
  const { build, glueUps } = props;
  const running = glueUps.findLast(({ retracted, times }) => !retracted && times.releasedAt === null) ?? null;
  return (
    <div className="space-y-3 pt-1">
      {running ? <Running key={running.id} build={build} glueUp={running} /> : <Before {...props} />}
      <Past build={build} glueUps={glueUps} runningId={running?.id ?? null} />
    </div>
  );
}

function Before({ build, glue, session, index, count, onSession }: Props) {
  const writes = useBracingWrites(build.id);
  const { person } = usePreferences();
  const [checked, setChecked] = useState<readonly string[]>([]);
  const [air, setAir] = useState<{ relativeHumidity: number | null; temperatureC: number | null }>({
    relativeHumidity: null,
    temperatureC: null,
  });
  if (!session) return <p>No session is planned: see the order.</p>;
  const start = () =>
    writes.keepGlueUp({
      id: crypto.randomUUID(),
      at: new Date().toISOString(),
      person,
      glue,
      pieces: session.pieces.map(({ id, name }) => ({ id, name })),
      times: { spreadAt: Date.now(), pressedAt: null, releasedAt: null },
      checked: [...checked],
      ...air,
      note: '',
      retracted: false,
    });
  const damp = air.relativeHumidity !== null && (air.relativeHumidity > 0.55 || air.relativeHumidity < 0.3);
  return (
    <>
      <SelectField label="Session" value={index} onChoose={(chosen) => onSession(Number(chosen))}>
        {Array.from({ length: count }, (_, n) => (
          <Option key={n} value={n}>
            {n + 1} of {count}
          </Option>
        ))}
      </SelectField>
      <p className="font-medium">{session.pieces.map(({ name }) => name).join(', ')}</p>
      <p className="text-soft">
        {glue.name}: open {glue.openTime / 60} min; this wants about {Math.ceil(session.time / 60)} min.
      </p>
      <fieldset>
        <legend className="font-bold">Before the glue is opened</legend>
        {CHECKS.map(([key, words]) => (
          <CheckField
            key={key}
            label={words}
            checked={checked.includes(key)}
            onChange={(on) => setChecked((old) => (on ? [...old, key] : old.filter((one) => one !== key)))}
          />
        ))}
      </fieldset>
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label="Humidity"
          quantity="ratio"
          unit="%"
          decimals={0}
          value={air.relativeHumidity}
          optional
          check={(value) => (value >= 0 && value <= 1 ? null : 'Between 0 and 100 %')}
          onChange={(relativeHumidity) => setAir({ ...air, relativeHumidity })}
        />
        <QuantityField
          label="Temperature"
          quantity="temperature"
          unit={build.units.temperature}
          decimals={0}
          value={air.temperatureC}
          optional
          check={(value) => (value >= -10 && value <= 60 ? null : 'Between −10 and 60 °C')}
          onChange={(temperatureC) => setAir({ ...air, temperatureC })}
        />
      </div>
      {damp && (
        <p className="text-ember-ink">
          Glue braces at 35 to 50 %: what is glued damp goes hollow and cracks in a dry winter, what is glued dry swells
          up.
        </p>
      )}
      <Button kind="main" className="w-full" onClick={start}>
        Glue is spread: start the clock
      </Button>
    </>
  );
}

const ALARM_WORDS: Record<GlueAlarm, string> = {
  'last-minute': 'One minute of open time left',
  'open-over': 'The open time is over',
  'may-release': 'The pressure may come off',
  cured: 'The glue has cured',
};

const momentNow = () => Date.now();

function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, []);
  return now;
}

function Running({ build, glueUp }: { build: Build; glueUp: GlueUpView }) {
  const writes = useBracingWrites(build.id);
  const { speech } = usePreferences();
  const now = useNow();
  const looked = useRef(now);
  const [rung, setRung] = useState<GlueAlarm | null>(null);
  const { times, glue, pieces } = glueUp;
  useEffect(() => {
    const alarm = alarmsBetween(times, glue, looked.current, now).at(-1);
    looked.current = now;
    if (!alarm) return;
    setRung(alarm);
    chime();
    if (speech) say(ALARM_WORDS[alarm]);
  }, [now, times, glue, speech]);
  const clock = glueClock(times, glue, now);
  const turn = (change: Partial<typeof times>) => writes.keepGlueUp({ ...glueUp, times: { ...times, ...change } });
  const stamp = (moment: 'pressedAt' | 'releasedAt') => () => turn({ [moment]: momentNow() });
  const next =
    times.pressedAt === null
      ? { words: 'Everything is under pressure', run: stamp('pressedAt') }
      : { words: 'Pressure is off', run: stamp('releasedAt') };
  const back = times.pressedAt === null ? null : () => turn({ pressedAt: null });
  useShortcuts([{ key: ' ', label: next.words, run: next.run }]);
  return (
    <>
      <Face clock={clock} />
      {rung && (
        <p role="alert" className="border-2 border-ember p-2 font-bold text-ember-ink">
          {ALARM_WORDS[rung]}
        </p>
      )}
      <p className="font-medium">{pieces.map(({ name }) => name).join(', ')}</p>
      <p className="text-soft">
        {glue.name}, spread at {format(times.spreadAt, 'HH:mm:ss')}
        {times.pressedAt !== null && `, pressed at ${format(times.pressedAt, 'HH:mm:ss')}`}
      </p>
      {times.pressedAt !== null && (
        <p>Look for a bead of glue all along; wipe what comes out before it sets. Check that no tall brace leans.</p>
      )}
      <Button kind="main" className="min-h-16 w-full text-lead" onClick={next.run}>
        {next.words}
      </Button>
      <div className="flex flex-wrap gap-2">
        {back && (
          <Button kind="quiet" onClick={back}>
            Not yet pressed after all
          </Button>
        )}
        <Button kind="quiet" onClick={() => writes.turnGlueUp(glueUp.id, true)}>
          Stop: it was not glued
        </Button>
      </div>
    </>
  );
}

function Face({ clock }: { clock: GlueClock }) {
  const { phase, left, share } = clock;
  const late = phase === 'too-late';
  return (
    <div>
      <p role="timer" aria-label={PHASE_WORDS[phase]}>
        <span className={`figures text-hero leading-none font-medium ${late ? 'text-ember-ink' : ''}`}>
          {left === null ? '✓' : spanWords(left)}
        </span>
        <span className={`block text-lead ${late ? 'font-bold text-ember-ink' : 'text-soft'}`}>
          {PHASE_WORDS[phase]}
        </span>
      </p>
      <div className="mt-1 h-2 border border-line bg-bench" aria-hidden>
        <div
          className={`h-full ${late ? 'bg-ember' : 'bg-spruce'}`}
          style={{ width: `${(100 * share).toFixed(1)}%` }}
        />
      </div>
    </div>
  );
}

function Past({
  build,
  glueUps,
  runningId,
}: {
  build: Build;
  glueUps: readonly GlueUpView[];
  runningId: string | null;
}) {
  const writes = useBracingWrites(build.id);
  const now = useNow();
  const past = glueUps.filter(({ id }) => id !== runningId).toReversed();
  if (past.length === 0) return null;
  const curing = past
    .filter(({ retracted }) => !retracted)
    .map((one) => glueClock(one.times, one.glue, now))
    .filter(({ phase }) => phase === 'curing');
  return (
    <PanelSection heading="Glued" label="Glued before" tight>
      {curing.length === 0 ? (
        <p>
          All cured. Knock round the plate for a loose joint:{' '}
          <Link className="underline underline-offset-4" to={`/builds/${build.id}/listen?slip=notes&view=loose`}>
            the knock test
          </Link>
        </p>
      ) : (
        <p className="text-soft">Don’t plane or string it before the last has cured.</p>
      )}
      <ul>
        {past.map((glueUp) => {
          const { phase, left } = glueClock(glueUp.times, glueUp.glue, now);
          return (
            <li
              key={glueUp.id}
              className={`flex items-start justify-between gap-2 border-t border-grain py-1 ${glueUp.retracted ? 'text-soft line-through' : ''}`}
            >
              <span>
                {glueUp.pieces.map(({ name }) => name).join(', ')}
                <span className="block text-note text-soft">
                  {format(new Date(glueUp.at), 'd MMM, HH:mm')}
                  {glueUp.person && `, ${glueUp.person}`};{' '}
                  {phase === 'curing' && left !== null ? `cures for another ${spanWords(left)}` : PHASE_WORDS[phase]}
                </span>
              </span>
              <TakeBack
                what="glue-up"
                retracted={glueUp.retracted}
                onTurn={() => writes.turnGlueUp(glueUp.id, !glueUp.retracted)}
              />
            </li>
          );
        })}
      </ul>
    </PanelSection>
  );
}
