export { removeFolder as default } from './folder.mjs';
