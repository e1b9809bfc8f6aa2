export { DRAWN, type ListsWorld } from './drawn.js';
export { drawLine, type DrawnLine } from './draw-line.js';
export { readLines, type ReadLines } from './lines.js';
export {
  LINE_LIMIT,
  LINES_LIMIT,
  LIST_NAME_LIMIT,
  listNameFault,
  LISTS_LIMIT,
  listWord,
  type DrawnChange,
  type ListView,
} from './list.js';
