export { Keepers, type ChangeOf, type Keeper } from './keepers.js';
