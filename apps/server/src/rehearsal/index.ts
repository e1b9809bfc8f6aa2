export { RehearsalModule } from './rehearsal.module.js';
