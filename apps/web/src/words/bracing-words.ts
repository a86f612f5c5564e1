import type {
  BraceRole,
  BridgeKind,
  Cap,
  CautionCode,
  EndFit,
  Experience,
  Pattern,
  StringMaterial,
  Underside,
  XShape,
} from '@nimble/core/bracing';

export const PATTERN_WORDS: Record<Pattern, string> = {
  x: 'X with tone bars and fingers',
  'double-x': 'double X',
  fan: 'fan',
  ladder: 'ladder',
  lattice: 'lattice',
  'long-bars': 'two long bars (carved)',
  'carved-x': 'X of a carved top',
  'cross-bars': 'bars across (flat mandolin)',
};

/** What a brace is for, to someone who follows a plan. */
export const ROLE_WORDS: Record<BraceRole, { name: string; role: string }> = {
  'x-leg': {
    name: 'X leg',
    role: 'Carries the load: it takes the bridge’s turning to the rim and joins the two halves of the top.',
  },
  'tone-bar': {
    name: 'tone bar',
    role: 'Colours the tone: it stiffens the lower bout across the grain and sets where it moves.',
  },
  finger: {
    name: 'finger brace',
    role: 'Stops cracks and spreads stiffness over the wide place between the X and the side.',
  },
  'fan-bar': {
    name: 'fan bar',
    role: 'Spreads stiffness along the grain under the bridge; the outer ones steer the treble and the bass.',
  },
  'closing-bar': {
    name: 'closing bar',
    role: 'Gathers the ends of the fan and makes the edge there stiffer: brighter, less wide movement.',
  },
  'ladder-bar': {
    name: 'ladder bar',
    role: 'Stiffens across the grain and keeps the top from caving in; along the grain the plate works alone.',
  },
  'lattice-bar': {
    name: 'lattice bar',
    role: 'Spreads stiffness evenly both ways over a light plate; no single bar carries much.',
  },
  'a-leg': { name: 'A leg', role: 'Carries the push of the neck past the hole to the lower part of the top.' },
  'long-bar': {
    name: 'long bar',
    role: 'Stands under a foot of the bridge: carries the down-force and is tuned to a note.',
  },
  transverse: {
    name: 'transverse bar',
    role: 'Carries the load of the fingerboard and keeps the upper part flat beside the hole.',
  },
  'hole-side': { name: 'hole side', role: 'Stops cracks: it replaces the wood that the soundhole took away.' },
  free: { name: 'free brace', role: 'Yours: say what it is for in its name.' },
};

export const END_WORDS: Record<EndFit, string> = {
  'let-in': 'let into the lining',
  feathered: 'feathered out on the plate',
  stopped: 'stops short',
  butted: 'butts against another',
};

export const CAP_WORDS: Record<Cap, string> = { none: 'none', cloth: 'cloth', wood: 'wood' };

export const UNDERSIDE_WORDS: Record<Underside, string> = {
  plate: 'as the plate',
  flat: 'flat',
  own: 'its own radius',
};

export const BRIDGE_WORDS: Record<BridgeKind, string> = {
  pinned: 'pinned, glued on',
  tied: 'tied, glued on',
  floating: 'floating',
};

export const MATERIAL_WORDS: Record<StringMaterial, string> = {
  steel: 'plain steel',
  'wound-steel': 'wound on steel',
  nylon: 'plain nylon',
  'wound-nylon': 'wound on nylon',
  fluorocarbon: 'fluorocarbon',
  gut: 'gut',
};

export const EXPERIENCE_WORDS: Record<Experience, string> = {
  new: 'new to this: tell me what is untried',
  some: 'some tops built',
  seasoned: 'seasoned: I know my own way',
};

export const CAUTION_WORDS: Record<CautionCode, string> = {
  'end-off-plate': 'End over nothing',
  'over-hole': 'Over a hole',
  'end-in-open': 'Tall end in the open',
  'open-region': 'Wide open',
  'notch-missing': 'No notch',
  'notch-too-deep': 'Notch too deep',
  'notches-close': 'Notches too close',
  'rod-blocked': 'Truss rod blocked',
  'too-tall': 'Very tall',
  'far-from-practice': 'Untried',
};

/**
 * How the X stands. What opening or moving it does depends on the rest of the plan: the whole top tries it on this one.
 */
export function xWords({ opening }: Pick<XShape, 'opening'>): string {
  const wide = opening > 1.72;
  const narrow = opening < 1.6;
  const now = wide ? 'A wide X' : narrow ? 'A narrow X' : 'A middling X';
  return `${now}. What opening or moving it does to this plan is shown under Whole top, What if.`;
}
