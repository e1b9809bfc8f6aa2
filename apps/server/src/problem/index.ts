export { AsItCame, EachIs, textFault, unknownFault } from './each-is.js';
export { MayBeMissing } from './may-be-missing.js';
export { ProblemFilter } from './filter.js';
export { ProblemView } from './view.js';
export { Problem, sendProblem } from './problem.js';
export { makeValidation } from './validation.js';
export { WhileAwaited } from './while-awaited.js';
