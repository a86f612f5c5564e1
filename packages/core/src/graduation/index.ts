export {
  checkTarget, fillTarget, type ControlPoint, type DrawnBase, type EvenBase, type GradedBase, type TargetSpec, type ThinRim, type TrebleSign,
} from './target'; // prettier-ignore
export { defaultTarget } from './number-bands';
