export { Cancelled, Task } from './task.js';
export { TasksController } from './tasks.controller.js';
export { Tasks } from './tasks.js';
