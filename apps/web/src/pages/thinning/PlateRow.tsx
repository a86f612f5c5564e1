import { formatSag, formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { halfInterval } from '@nimble/core/base';
import { followedWords } from '@nimble/core/verdict';
import { format } from 'date-fns';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { BuildSummary } from '../../api/types';
import { Button, CheckField } from '../../ui';
import { useFiguresGoTo } from '../../ui/figures-go-to';
import { VERDICT_INK, VERDICT_SIGN } from '../../words/verdict-looks';
import { woodName } from '../../words/wood-origin';
import { PlateScale } from './PlateScale';
import { Spark } from './Spark';
import { useThinnedPlate, type ThinnedPlate } from './use-thinned-plate';

interface Props {
  build: BuildSummary;
  isMarked: boolean;
  /** The one that keys go to. */
  isLit: boolean;
  onMark: (marked: boolean) => void;
  onLight: () => void;
  /** Hands up how one pass is taken here, while this row stands. */
  onPasser: (pass: ThinnedPlate['pass'] | null) => void;
  onPass: () => void;
}

/** One plate: what it is, where it stands, what it did as it came down, and the two things that one does to it here. */
export function PlateRow({ build, isMarked, isLit, onMark, onLight, onPasser, onPass }: Props) {
  const plate = useThinnedPlate(build);
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    onPasser(plate.canPass ? plate.pass : null);
  });
  useEffect(() => {
    if (isLit) row.current?.scrollIntoView({ block: 'nearest' });
  }, [isLit]);
  return (
    <li
      ref={row}
      aria-current={isLit || undefined}
      onPointerDown={onLight}
      className={`grid gap-x-6 gap-y-2 border-b border-l-4 border-b-line py-3 pl-3 md:grid-cols-2 lg:grid-cols-[minmax(0,1.2fr)_16rem_15rem_minmax(0,1fr)] ${isLit ? 'border-l-spruce bg-grain/20' : 'border-l-transparent'}`}
    >
      <Naming {...{ build, plate, isMarked, onMark }} />
      <div>
        {plate.summary && (
          <>
            <PlateScale verdict={plate.summary.verdict} units={plate.units} />
            <p className="text-note text-soft">
              stop at {inWords(formatThickness(plate.summary.verdict.followed.line.value, plate.units))}, by{' '}
              {followedWords(plate.summary.verdict.followed)}
            </p>
          </>
        )}
      </div>
      <div className="flex gap-3">
        <Spark label={newest(plate.rings, (ring) => `rings ${ring.toFixed(2)} s`)} points={plate.rings} />
        <Spark label={newest(plate.flexes, (sag) => `sags ${sagWords(sag, plate.units)}`)} points={plate.flexes} />
      </div>
      <div className="space-y-2">
        <Button kind={isMarked ? 'main' : 'plain'} className="w-full" disabled={!plate.canPass} onClick={onPass}>
          One pass, {inWords(formatThickness(build.tool.depthPerPass, plate.units))}
        </Button>
        <QuickLook build={build} plate={plate} isLit={isLit} />
      </div>
    </li>
  );
}

const SOURCE_WORDS = { measured: 'as measured', prior: 'not tested', entered: 'as entered' } as const;

const newest = (points: readonly { value: number }[], words: (value: number) => string) =>
  points.length > 0 ? words(points.at(-1)!.value) : '';

const sagWords = (compliance: number, units: UnitChoice) => inWords(formatSag(compliance, units));

function Naming({
  build,
  plate,
  isMarked,
  onMark,
}: Pick<Props, 'build' | 'isMarked' | 'onMark'> & { plate: ThinnedPlate }) {
  const { summary, since, forecast, isLoading } = plate;
  return (
    <div className="min-w-0">
      <CheckField label={`No. ${build.number} ${build.name}`} checked={isMarked} onChange={onMark} />
      {since > 0 ? (
        <p className="font-medium text-ember-ink">
          {since === 1 ? 'A pass was taken' : `${since} passes were taken`}: look again
          {forecast && (
            <span className="block font-normal text-soft">
              should measure {formatThickness(forecast.value, plate.units).figure} ±{' '}
              {inWords(formatThickness(halfInterval(forecast), plate.units))}
            </span>
          )}
        </p>
      ) : summary ? (
        <p className={`font-medium ${VERDICT_INK[summary.verdict.kind]}`}>
          <span aria-hidden>{VERDICT_SIGN[summary.verdict.kind]} </span>
          {summary.verdict.headline}
        </p>
      ) : (
        <p className="text-soft">{isLoading ? 'Fetching …' : 'Not read yet'}</p>
      )}
      <p className="text-note text-soft">
        {woodName(build.wood)}, {SOURCE_WORDS[build.wood.source]}
        {build.waitsFor && `; waits for ${build.waitsFor.what}`}
        {build.waitsFor?.until && `, ${format(new Date(build.waitsFor.until), 'd MMM')}`}
      </p>
      <Link
        className="inline-flex min-h-12 items-center underline underline-offset-4"
        to={`/builds/${build.id}/thickness`}
      >
        Open the plate
      </Link>
    </div>
  );
}

function QuickLook({ build, plate, isLit }: { build: BuildSummary; plate: ThinnedPlate; isLit: boolean }) {
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const field = useRef<HTMLInputElement>(null);
  useFiguresGoTo(field, isLit);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (!plate.canLook) return;
        const wrong = plate.look(text);
        setError(wrong);
        if (wrong === null) setText('');
      }}
    >
      <div className="flex gap-2">
        <input
          ref={field}
          data-keys="when-empty"
          aria-label={`Quick look at No. ${build.number}, ${formatThickness(0, plate.units).symbol}`}
          aria-invalid={error ? true : undefined}
          placeholder="three calipers"
          autoComplete="off"
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            setError(null);
          }}
          className={`figures min-h-12 w-full min-w-0 rounded-md border bg-paper px-3 ${error ? 'border-ember' : 'border-line'}`}
        />
        <Button type="submit" className="shrink-0" disabled={!plate.canLook}>
          Keep
        </Button>
      </div>
      <p role="alert" className="text-note font-medium text-ember-ink">
        {error}
      </p>
    </form>
  );
}
