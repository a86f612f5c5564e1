import {
  braceSheet,
  cutListCsv,
  planSheet,
  sheetDxf,
  sheetsPdf,
  sheetSvg,
  type Paper,
  type Sheet,
} from '@nimble/core/templates';
import { cutList, type CutPiece } from '@nimble/core/bracing';
import { formatMass, formatPlanLength, formatThickness, inWords } from '@nimble/core/units';
import { Printer } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import type { Build } from '../api/types';
import { END_WORDS } from '../words/bracing-words';
import { Caution } from '../ui/Row';
import { fileName, saveFile } from '../ui/save-file';
import type { Bracing, Ground } from '../api/use-bracing';
import { Button, Option, PanelSection, SelectField } from '../ui';
import { degrees } from '../plate/PlanHandles';

interface Props {
  build: Build;
  bracing: Bracing;
  ground: Ground;
}

/** What to saw, and templates at true size. */
export function CutSlip({ build, bracing, ground }: Props) {
  const { plan } = bracing;
  const pieces = cutList(plan, ground.shape);
  const title = `No. ${build.number} ${build.name}`;
  if (pieces.length === 0)
    return <p className="pt-2">Draw a plan first: the cut list and the templates follow from it.</p>;
  const mass = formatMass(
    pieces.reduce((sum, piece) => sum + piece.mass, 0),
    build.units,
  );
  return (
    <div className="space-y-3 pt-1">
      <p>
        <span className="figures text-great leading-none font-medium">{pieces.length}</span> sticks
        <span className="block text-soft">
          {mass.figure} {mass.symbol} when shaped
        </span>
      </p>
      <Templates
        sheets={() => [
          planSheet({ title, plan, shape: ground.shape, scale: ground.scale, trebleSign: ground.trebleSign }),
          ...plan.braces.map((brace) => braceSheet(brace, plan, title)),
        ]}
        title={title}
      />
      <div className="no-print flex flex-wrap gap-2">
        <Button onClick={() => saveFile(`${fileName(title, 'cut list')}.csv`, 'text/csv', cutListCsv(pieces))}>
          Cut list as CSV
        </Button>
        <Button onClick={() => window.print()}>
          <Printer aria-hidden size={18} /> Print it
        </Button>
      </div>
      <ol className="space-y-2">
        {pieces.map((piece) => (
          <Piece key={piece.id} piece={piece} build={build} />
        ))}
      </ol>
      <Caution>
        Grain along the stick, rings upright, no runout: a brace with short grain breaks. Saw by the saw’s own
        instructions; fingers away from the blade, eyes and lungs protected.
      </Caution>
    </div>
  );
}

function Piece({ piece, build }: { piece: CutPiece; build: Build }) {
  const { units } = build;
  const plan = (metres: number) => inWords(formatPlanLength(metres, units));
  const fine = (metres: number) => inWords(formatThickness(metres, units));
  return (
    <li className="border-t border-grain pt-1">
      <p className="flex justify-between gap-2 font-medium">
        {piece.name} <span className="figures">{plan(piece.stockLength)}</span>
      </p>
      <p className="text-note text-soft">
        Saw {fine(piece.width)} wide, {fine(piece.height)} high{piece.stock && ` from ${piece.stock}`};{' '}
        {plan(piece.length)} when cut to length.{' '}
        {piece.ends
          .map(
            ({ fit, height, bevel }, i) =>
              `${i === 0 ? 'First' : 'Second'} end ${END_WORDS[fit]}${fit === 'let-in' ? ` ${fine(height)} deep` : `, ${fine(height)} high`}${Math.abs(bevel) > 0.02 ? `, bevel ${degrees(bevel)}` : ''}`,
          )
          .join('; ')}
        .
      </p>
      {piece.notches.map(({ at, width, depth, from, passes }) => (
        <p key={at} className="text-note">
          Notch from {from} for {passes}: middle at {plan(at)}, {fine(width)} wide, {fine(depth)} deep.
        </p>
      ))}
    </li>
  );
}

/** Sheets as SVG, DXF or a PDF in pages; the sheets are drawn when they are asked for. */
export function Templates({ sheets, title }: { sheets: () => Sheet[]; title: string }) {
  const [paper, setPaper] = useState<Paper>('A4');
  const [which, setWhich] = useState(0);
  const [busy, setBusy] = useState(false);
  const all = sheets();
  const sheet = all[Math.min(which, all.length - 1)]!;
  const named = (ending: string) => `${fileName(sheet.name)}.${ending}`;
  const makePdf = async (chosen: Sheet[], name: string) => {
    setBusy(true);
    try {
      saveFile(name, 'application/pdf', await sheetsPdf(chosen, paper));
    } catch (failure) {
      toast.error(`The PDF could not be made: ${(failure as Error).message}`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <PanelSection heading="Templates at true size" label="Templates" className="no-print">
      <div className="grid grid-cols-[1fr_auto] gap-2">
        <SelectField label="Sheet" value={which} onChoose={(chosen) => setWhich(Number(chosen))}>
          {all.map(({ name }, i) => (
            <Option key={name} value={i}>
              {name.replace(`${title}: `, '')}
            </Option>
          ))}
        </SelectField>
        <SelectField label="Paper" value={paper} onChoose={(chosen) => setPaper(chosen as Paper)}>
          <Option value="A4">A4</Option>
          <Option value="Letter">Letter</Option>
        </SelectField>
      </div>
      <div className="flex flex-wrap gap-2">
        <Button disabled={busy} onClick={() => void makePdf([sheet], named('pdf'))}>
          PDF
        </Button>
        <Button onClick={() => saveFile(named('svg'), 'image/svg+xml', sheetSvg(sheet))}>SVG</Button>
        <Button onClick={() => saveFile(named('dxf'), 'image/vnd.dxf', sheetDxf(sheet))}>DXF</Button>
        {all.length > 1 && (
          <Button disabled={busy} onClick={() => void makePdf(all, `${fileName(title, 'templates')}.pdf`)}>
            {busy ? 'Drawing …' : 'All in one PDF'}
          </Button>
        )}
      </div>
      <p className="text-note text-soft">
        Every page carries a bar of 100 mm: print at 100 % and measure it before you cut.
      </p>
    </PanelSection>
  );
}
