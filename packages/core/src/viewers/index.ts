export { foldNick, viewerKey } from './identity.js';
