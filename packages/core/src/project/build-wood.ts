/**
 * The wood of a build: a species' prior until something was measured, then the maker's own figures; always with their
 * doubt.
 */
import { requireWithin, type Estimate } from '../base';
import { checkConstants, DEFAULT_POISSON, speciesPrior, type OrthotropicConstants, type SetProperties } from '../wood';

/** What is known of the wood; moduli from species priors are wide, measured ones narrow. */
export interface WoodEstimate {
  rho: Estimate;
  E_L: Estimate;
  E_C: Estimate;
}

export interface BuildWood extends OrthotropicConstants {
  /** Key of the species, or null for entered values. */
  species: string | null;
  /**
   * `prior`: nothing measured yet. `entered`: the maker's own figures. `measured`: a set of the rack with its tests.
   */
  source: 'prior' | 'entered' | 'measured';
  /** The set it was cut from, when it came from the rack. */
  set?: { id: string; name: string } | null;
  /** Coefficients of variation of density and moduli (1). */
  spread: { rho: number; E: number };
  /** Why its figures are in doubt; null or missing when they are not. */
  doubt?: string | null;
}

/** What a maker's own figures are worth until the program has measured them itself. */
const ENTERED_SPREAD = { rho: 0.03, E: 0.08 } as const;

/** @throws InvalidInput for a species that is not known */
export function woodOfSpecies(key: string): BuildWood {
  const prior = speciesPrior(key);
  if (!prior) throw new RangeError(`no such species: ${key}`);
  return { ...prior.constants, species: key, source: 'prior', spread: { ...prior.spread } };
}

/** Entered figures replace the prior's; the rest keeps its ratios to E_L. */
export function enteredWood(base: BuildWood, entered: { rho?: number; E_L?: number; E_C?: number }): BuildWood {
  const E_L = entered.E_L ?? base.E_L;
  const scale = E_L / base.E_L;
  const wood = {
    ...base,
    rho: entered.rho ?? base.rho,
    E_L,
    E_C: entered.E_C ?? base.E_C * scale,
    G_LC: base.G_LC * scale,
    source: 'entered' as const,
    set: null,
    spread: {
      rho: entered.rho === undefined ? base.spread.rho : ENTERED_SPREAD.rho,
      E: entered.E_L === undefined ? base.spread.E : ENTERED_SPREAD.E,
    },
  };
  checkConstants(wood);
  return wood;
}

export function checkBuildWood(wood: BuildWood): void {
  checkConstants(wood);
  requireWithin('spread.rho', wood.spread.rho, 0, 1);
  requireWithin('spread.E', wood.spread.E, 0, 1);
}

export function woodEstimate({ rho, E_L, E_C, spread }: BuildWood): WoodEstimate {
  return {
    rho: { value: rho, sd: rho * spread.rho },
    E_L: { value: E_L, sd: E_L * spread.E },
    E_C: { value: E_C, sd: E_C * spread.E },
  };
}

/** The wood of a set of the rack as it was measured, with the doubts of its tests. */
export function woodOfSet(set: { id: string; name: string; species: string }, properties: SetProperties): BuildWood {
  const { density, modulusAlong, modulusAcross, shearModulus, doubts } = properties;
  return {
    species: set.species,
    source: 'measured',
    set: { id: set.id, name: set.name },
    rho: density.value,
    E_L: modulusAlong.value,
    E_C: modulusAcross.value,
    G_LC: shearModulus.value,
    nu_LC: speciesPrior(set.species)?.constants.nu_LC ?? DEFAULT_POISSON,
    spread: { rho: density.sd / density.value, E: modulusAlong.sd / modulusAlong.value },
    doubt: doubts[0]?.message ?? null,
  };
}
