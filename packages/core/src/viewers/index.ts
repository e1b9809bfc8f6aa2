export { foldNick, viewerKey } from './identity.js';
export { strangerFacts, type ViewerFacts } from './facts.js';
export type { NamedViewer } from './named.js';
