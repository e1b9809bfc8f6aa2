export { EconomyModule } from './economy.module.js';
