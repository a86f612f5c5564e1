export {
  freePlateMode, freePlateModes,
  freePlateModesNamed, modeDisplacement, type FreePlate, type FreePlateMode, type ModeName, type RitzBlock,
} from './free-plate'; // prettier-ignore
