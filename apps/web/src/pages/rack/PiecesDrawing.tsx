import { formatQuantity, inWords, formatMass, type UnitChoice } from '@nimble/core/units';
import type { WoodPiece, WoodSet } from '../../api/wood';
import { MM } from '../../plate';
import { measuredOf, pieceNoun } from '../../words/piece-words';

interface Props {
  set: WoodSet;
  units: UnitChoice;
  chosen: string;
  onChoose: (mark: WoodPiece['mark']) => void;
}

const MARGIN_MM = 30;
const GRAIN_MM = 9;

/** The plate as its pieces will lie in it, neck to the left, bass above, with what is known of each. */
export function PiecesDrawing({ set, units, chosen, onChoose }: Props) {
  const length = set.length * MM;
  const height = set.joinedWidth * MM;
  const tops = set.pieces.map((_, i) => set.pieces.slice(0, i).reduce((sum, { width }) => sum + width * MM, 0));
  return (
    <svg
      role="group"
      aria-label={`${set.name} as its pieces lie: bass above, neck to the left`}
      viewBox={`${-MARGIN_MM} ${-MARGIN_MM} ${length + 2 * MARGIN_MM} ${height + 2 * MARGIN_MM}`}
      className="min-h-0 w-full flex-1"
    >
      <Side words="bass" x={length / 2} y={-10} />
      <Side words="treble" x={length / 2} y={height + 22} />
      {set.pieces.map((piece, i) => (
        <g
          key={piece.mark}
          role="radio"
          aria-checked={piece.mark === chosen}
          aria-label={`${pieceNoun(set)} ${piece.mark}: ${knownWords(piece, units)}`}
          tabIndex={0}
          className="cursor-pointer"
          transform={`translate(0 ${tops[i]})`}
          onClick={() => onChoose(piece.mark)}
          onKeyDown={(event) => {
            if (event.key !== ' ' && event.key !== 'Enter') return;
            event.preventDefault();
            onChoose(piece.mark);
          }}
        >
          <rect
            width={length}
            height={piece.width * MM}
            fill="var(--wood)"
            stroke={piece.mark === chosen ? 'var(--spruce)' : 'var(--ink)'}
            strokeWidth={piece.mark === chosen ? 4 : 1.2}
          />
          <path d={grain(length, piece.width * MM)} stroke="var(--grain)" strokeWidth="0.6" />
          <text x="26" y={(piece.width * MM) / 2 + 16} fontSize="44" fontWeight="700" fill="var(--ink)">
            {piece.mark}
          </text>
          <text x="84" y={(piece.width * MM) / 2 + 7} fontSize="19" fill="var(--ink)" className="figures">
            {knownWords(piece, units)}
          </text>
        </g>
      ))}
    </svg>
  );
}

function Side({ words, x, y }: { words: string; x: number; y: number }) {
  return (
    <text x={x} y={y} textAnchor="middle" fontSize="15" fill="var(--soft)">
      {words}
    </text>
  );
}

const grain = (length: number, width: number) =>
  Array.from({ length: Math.floor(width / GRAIN_MM) }, (_, i) => `M0 ${(i + 1) * GRAIN_MM}h${length}`).join('');

function knownWords({ mass, properties }: WoodPiece, units: UnitChoice): string {
  const { density, modulusAlong } = properties;
  if (!measuredOf(properties)) return 'not measured yet';
  return [
    mass !== null && inWords(formatMass(mass, units)),
    density.by !== 'prior' && `${Math.round(density.value)} kg/m³`,
    modulusAlong.by !== 'prior' && `${inWords(formatQuantity(modulusAlong.value, 'modulus', 'GPa', 1))} along`,
  ]
    .filter(Boolean)
    .join(' · ');
}
