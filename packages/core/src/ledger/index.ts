export { addUpWork, layersReady, lostIn, passesByNumber, SPOIL_REASONS } from './work';
export type {
  BlanksCut,
  PassSawn,
  PassTakenBack,
  PieceCount,
  RodsCut,
  SpoiledLayer,
  SpoilReason,
  WorkDone,
  WorkEvent,
} from './work';
export { countStock, movesOfRun, reservedBy, STOCK_MOVES, stockCount } from './stock';
export type { StockCount, StockMove, StockMoveKind } from './stock';
