export { addUpWork, layersReady, passesByNumber } from './work';
export type { BlanksCut, PassSawn, PassTakenBack, PieceCount, RodsCut, WorkDone, WorkEvent } from './work';
export { countStock, reservedBy, STOCK_MOVES, stockCount } from './stock';
export type { StockCount, StockMove, StockMoveKind } from './stock';
