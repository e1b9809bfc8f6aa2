export { KeptList } from './kept-list.js';
export { LIST_BYTES } from './views.js';
export { ListsModule } from './lists.module.js';
export { ListsService } from './lists.service.js';
export { ListsStore } from './lists.store.js';
export * from './rows.js';
