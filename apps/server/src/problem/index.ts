export { conflict, flattenErrors, invalid, notFound, ProblemException, refusing } from './problem';
export { ProblemFilter } from './problem.filter';
