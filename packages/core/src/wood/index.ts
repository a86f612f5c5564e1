export { checkConstants, minorPoisson, type OrthotropicConstants } from './orthotropic-constants';
export { SPECIES_PRIORS, speciesPrior, type SpeciesPrior } from './species-priors';
