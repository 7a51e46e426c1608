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
export { BLADE_MOVES, bladesLeft, bladesNow, bladeTally, changeBy, inDrawerForm, toOrder } from './blades';
export type { BladeMove, BladeMoveKind, DrawerBlade } from './blades';
