export {
  arrangementNamed,
  BOARD_COLUMNS,
  boardFault,
  placedPanels,
  proposedPlaces,
  type Arrangement,
  type Board,
  type PanelPlace,
  type PanelSize,
} from './board.js';
