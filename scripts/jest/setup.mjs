export { makeFolder as default } from './folder.mjs';
