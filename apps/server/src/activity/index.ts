export { ActivityModule } from './activity.module.js';
export { aboutText, ActivityService } from './activity.service.js';
export * from './rows.js';
