export { LIST_THING } from './thing.js';
export { DRAWN, type ListsView } from './drawn.js';
export { drawLine, type DrawnLine } from './draw-line.js';
export { lineNumbered, lineSaying, lineWith, noSuchLine } from './which-line.js';
export { readLines, type ReadLines } from './lines.js';
export {
  LINE_LIMIT,
  LINES_LIMIT,
  LIST_NAME_LIMIT,
  listNameFault,
  LISTS_LIMIT,
  listWord,
  type DrawnChange,
  type ListBody,
  type ListView,
} from './list.js';
