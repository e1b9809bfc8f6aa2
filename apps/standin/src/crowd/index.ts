export { seededNumbers } from './numbers.js';
export { Crowd, type CrowdSettings } from './crowd.js';
export { crowdName, REGULARS, SPAMMER } from './phrases.js';
export { planCrowd, type CrowdAct } from './plan.js';
