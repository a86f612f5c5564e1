export {
  conflict,
  doubtful,
  flattenErrors,
  invalid,
  notFound,
  ProblemException,
  refusedByCore,
  refusing,
} from './problem';
export { ProblemFilter } from './problem.filter';
