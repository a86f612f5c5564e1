/** A set as it is sent: its records, what they say of each piece, and of the plate joined of them. */
import { InvalidInput } from '@nimble/core/base';
import { dryingCurve, equilibriumMoisture, type DryingPoint } from '@nimble/core/moisture';
import { braceFigures, joinedProperties, objections, setProperties } from '@nimble/core/wood';
import type { StoredPiece, WoodSet } from '../build-records/models/wood-set.model';
import type { WoodTest } from '../build-records/models/wood-test.model';
import type { WoodPhoto } from './models/wood-photo.model';
import type { WoodWeighing } from './models/wood-weighing.model';
import { pieceFacts, piecesOf, recordsOf, sizeOf, type SetRecords } from './set-facts';
import type { WoodPieceView, WoodSetView, WoodTestView, WoodWeighingView } from './wood.view';

/** What is typed of a set; the rest is worked out. */
type WoodSetFields = Omit<
  WoodSetView,
  'weighings' | 'tests' | 'photos' | 'properties' | 'objections' | 'drying' | 'brace' | 'pieces' | 'joinedWidth'
>;

export function setView(set: WoodSet, records: SetRecords & { photos: readonly WoodPhoto[] }): WoodSetView {
  const counted = { weighings: records.weighings.filter(counts), tests: records.tests.filter(counts) };
  const lying = piecesOf(set);
  const facts = lying.map((piece) => pieceFacts(set, piece, recordsOf(counted, piece)));
  const pieces = lying.map((piece) => pieceView(set, piece, counted));
  const properties = joinedProperties(facts);
  const whole = { ...facts[0]!, thickness: Math.min(...pieces.map(({ thickness }) => thickness)) };
  return {
    ...(set.get({ plain: true }) as WoodSetFields),
    pieces,
    joinedWidth: pieces.reduce((sum, { width }) => sum + width, 0),
    weighings: records.weighings.map(weighingView),
    tests: records.tests.map(testView),
    photos: records.photos.map(({ id, at, person, caption }) => ({ id, at, person, caption })),
    drying: pieces.reduce((a, b) => (b.mark < a.mark ? b : a)).drying,
    properties,
    objections: objections(whole, properties),
    brace: set.use === 'brace' ? braceFigures(whole, properties) : null,
  };
}

const counts = ({ retractedAt }: { retractedAt: Date | null }) => retractedAt === null;

function pieceView(set: WoodSet, piece: StoredPiece, counted: SetRecords): WoodPieceView {
  const own = recordsOf(counted, piece);
  const { width, thickness } = sizeOf(set, piece);
  return {
    mark: piece.mark,
    width,
    thickness,
    ownWidth: piece.width ?? null,
    ownThickness: piece.thickness ?? null,
    mass: own.weighings.at(-1)?.mass ?? null,
    home: piece.home ?? null,
    properties: setProperties(pieceFacts(set, piece, own)),
    drying: dryingCurve(dryingPoints(own.weighings)),
  };
}

function weighingView(weighing: WoodWeighing): WoodWeighingView {
  const { id, piece, at, person, mass, relativeHumidity, temperatureC, retractedAt } = weighing;
  const retracted = retractedAt !== null;
  const moisture = shopMoisture(weighing);
  return { id, piece, at, person, mass, relativeHumidity, temperatureC, moisture, retracted };
}

function testView({ id, piece, kind, at, person, feel, jigId, input, result, retractedAt }: WoodTest): WoodTestView {
  return { id, piece, kind, at, person, feel, jigId, input, result, retracted: retractedAt !== null };
}

const DAY = 86_400_000;

function dryingPoints(weighings: readonly WoodWeighing[]): DryingPoint[] {
  const first = weighings[0]?.at.getTime() ?? 0;
  return weighings.map((weighing) => ({
    day: (weighing.at.getTime() - first) / DAY,
    mass: weighing.mass,
    equilibrium: shopMoisture(weighing),
  }));
}

/** What the wood comes to in that air, where the air was measured and lies in the formula's range. */
function shopMoisture({ temperatureC, relativeHumidity }: WoodWeighing): number | null {
  if (temperatureC === null || relativeHumidity === null) return null;
  try {
    return equilibriumMoisture(temperatureC, relativeHumidity);
  } catch (error) {
    if (error instanceof InvalidInput) return null; // an unheated shed below -10 °C: nothing to say
    throw error;
  }
}
