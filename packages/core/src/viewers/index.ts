export { foldNick, viewerKey } from './identity.js';
export type { ViewersView } from './view.js';
export { strangerFacts, type ViewerFacts } from './facts.js';
export { isNamed, type NamedViewer } from './named.js';
