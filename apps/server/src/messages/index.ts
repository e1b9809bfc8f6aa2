export { MessagesModule } from './messages.module.js';
export { MessagesService } from './messages.service.js';
