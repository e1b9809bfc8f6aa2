export {
  arrangementNamed,
  BOARD_COLUMNS,
  boardFault,
  placedPanels,
  type Arrangement,
  type Board,
  type PanelPlace,
} from './board.js';
