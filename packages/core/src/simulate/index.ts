/** Stand-ins that obey the physics: boards, plates, knocks, played instruments, with a fixed seed. */
export { seededRandom, seedOf, seedOfId, type RandomSource } from './seeded-random';
export {
  planeByHand,
  readCaliper,
  roughPlate,
  trueThickness,
  type RoughPlate,
  type SimulatedPlate,
} from './simulated-plate';
export {
  flexBoard,
  knockBoard,
  ringOfPlate,
  sagPerLoad,
  simulatedBoard,
  weighBoard,
  type SimulatedBoard,
} from './simulated-board';
export { bracedPlateModes, type BracedMode, type BracedPlate, type SimulatedBrace } from './braced-plate';
export { knockSound, microphoneOver, SIMULATED_MODES, SIMULATED_RATE, type SoundingPlate } from './knock-sound';
export { usualBraces } from './usual-braces';
export { playedSound, type BodyResonance, type PlayedScale } from './played-sound';
