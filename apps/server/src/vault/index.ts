export { Vault } from './vault.js';
