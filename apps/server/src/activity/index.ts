export { ActivityModule } from './activity.module.js';
export { ActivityService } from './activity.service.js';
export * from './rows.js';
