export { ProblemFilter } from './filter.js';
export { ProblemView } from './view.js';
export { Problem, sendProblem, type ProblemDetails } from './problem.js';
export { makeValidation } from './validation.js';
