export { AddWord } from './add-word.js';
export { COMMANDS } from './manifest.js';
