export { KeptList } from './kept-list.js';
export { LIST_BYTES } from './lists.controller.js';
export { ListsModule } from './lists.module.js';
export { ListsService, type ListBody } from './lists.service.js';
export { ListsStore } from './lists.store.js';
