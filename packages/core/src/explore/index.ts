/** Many tops near one: one thing varied, designs that trade two goals, the doubt of wood and rim. */
export { BATCH_KINDS, batchSize, checkBatch, startBatch, type BatchResult, type BatchSpec } from './exploration-batch';
export { solveOne, type Batch, type BatchSettings, type Solved } from './batch';
export { GOALS, type Design, type Goal, type Leaning, type SearchResult, type SearchSpec } from './design-search';
export {
  evolve,
  crowdingDistance,
  paretoFront,
  type Candidate,
  type Population,
  type Range,
  type Score,
} from './evolve';
export { type Figures } from './figures';
export { QuickDesigns, type QuickVariable } from './quick-designs';
export { amountsOf, type SweepResult, type SweepSpec } from './sweep';
export { checkVariable, tallestOf, variablesOf, withAmount, type Group, type Variable } from './variable';
export { bandOf, woodSpread, type Band, type DoubtResult, type DoubtSpec, type WoodSpread } from './wood-doubt';
