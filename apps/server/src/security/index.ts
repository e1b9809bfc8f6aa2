export { securityHeaders } from './headers.js';
export { requestLimit } from './rate-limit.js';
export { isSameOrigin, sameOriginOnly } from './same-origin.js';
