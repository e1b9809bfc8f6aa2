export { Attempts } from './attempts.js';
export { By } from './by.js';
export { jsonBody, jsonOptions } from './json-body.js';
export { policies, routeGroup, type RouteGroup } from './policies.js';
export { requestLimit } from './rate-limit.js';
export { isSameOrigin } from './same-origin.js';
