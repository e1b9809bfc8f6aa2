export { securityHeaders } from './headers.js';
export { isSameOrigin, sameOriginOnly } from './same-origin.js';
